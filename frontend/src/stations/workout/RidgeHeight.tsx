/** The roof in section with its ridge to draw up and down: the pitch follows, and with it height and headroom. */
import { useRef } from "react";
import { api } from "../../api/client";
import type { Screen } from "../../api/types";
import { usePreferences } from "../../app/preferences";
import { FactRows } from "../../shared/FactRows";
import { SheetDrawing } from "../../shared/SheetDrawing";
import { Figure } from "../../shared/TapeText";
import { jobFile, useShown, type WorkState } from "../../shared/useWork";
import { useWords } from "../../words/words";

/** What follows from the ridge's height at once. */
const FOLLOWS = new Set(["ridge_underside", "ridge_top", "headroom", "slope"]);
const MARGINS = { left: 16, right: 16, top: 34, bottom: 16 };

export function RidgeHeight({ state, screen }: { state: WorkState; screen: Screen }) {
  const say = useWords();
  const { dialect, fine } = usePreferences();
  const shown = useShown(state);
  // One question at a time; what was wanted last is asked when the answer before it is there.
  const asking = useRef(false);
  const wanted = useRef<number | null>(null);
  const ended = useRef(false);
  const top = screen.facts.find((fact) => fact.id === "ridge_top");
  const line = screen.sketch.dimensions.find((one) => one.id === "ridge_underside" || one.id === "peak");
  if (!top || !line) return null;
  const ask = async () => {
    if (asking.current) return;
    asking.current = true;
    const file = jobFile(state.job, state.settled.document, shown);
    try {
      for (let height = wanted.current; height !== null; height = wanted.current) {
        wanted.current = null;
        const { pitch } = await api.pitch(file, Math.max(1, height), { dialect, fine });
        state.keeper.type("pitch", pitch);
      }
    } catch {
      // The ridge stays where it was; the field of the pitch says what is wrong with it.
    } finally {
      asking.current = false;
      if (ended.current) state.keeper.commit("pitch");
    }
  };
  return (
    <section className="call-card ridge-card">
      <h2>{say("roof.raise")}</h2>
      <p className="quiet">{say("roof.drag")}</p>
      <div className="ridge-drawing">
        <SheetDrawing
          room={0} sheet={{ ...screen.sketch, dimensions: [line] }} margins={MARGINS} title={say("measure.section")}
          label={(one) => (
            <span className="worked-out">
              <Figure value={one.length} />
            </span>
          )}
          handle={{
            at: [line.start[0], -top.value], label: say("roof.raise"), value: top.value, said: top.text, step: state.job.units === "metric" ? 25 : 25.4,
            onMove: (rise) => {
              ended.current = false;
              wanted.current = rise;
              void ask();
            },
            onEnd: () => {
              ended.current = true;
              if (!asking.current && state.typing["pitch"] !== undefined) state.keeper.commit("pitch");
            },
          }}
        />
      </div>
      <FactRows facts={screen.facts.filter((fact) => FOLLOWS.has(fact.id))} />
    </section>
  );
}
