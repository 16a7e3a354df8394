/** The roof in section with its ridge to draw up and down: the pitch follows, and with it height and headroom. */
import { useRef } from "react";
import { api } from "../../api/client";
import type { Screen } from "../../api/types";
import { usePreferences } from "../../app/preferences";
import { FactRows } from "../../shared/FactRows";
import { SheetDrawing } from "../../shared/drawing/SheetDrawing";
import { Figure } from "../../shared/TapeText";
import { jobFile } from "../../shared/work/useOpenWork";
import { useWords } from "../../words/words";
import { useWork } from "../../shared/work/WorkContext";

/** What follows from the ridge's height at once. */
const FOLLOWS = new Set(["ridge_underside", "ridge_top", "headroom", "slope"]);
const MARGINS = { left: 16, right: 16, top: 34, bottom: 16 };

export function RidgeHeight({ screen }: { screen: Screen }) {
  const job = useWork((state) => state.job);
  const settled = useWork((state) => state.settled);
  const keeper = useWork((state) => state.keeper);
  const typing = useWork((state) => state.typing);
  const say = useWords();
  const { dialect, fine } = usePreferences();
  const shown = useWork((state) => state.document);
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
    const file = jobFile(job, settled.document, shown);
    try {
      for (let height = wanted.current; height !== null; height = wanted.current) {
        wanted.current = null;
        const { pitch } = await api.pitch(file, Math.max(1, height), { dialect, fine });
        keeper.type("pitch", pitch);
      }
    } catch {
      // The ridge stays where it was; the field of the pitch says what is wrong with it.
    } finally {
      asking.current = false;
      if (ended.current) keeper.commit("pitch");
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
            at: [line.start[0], -top.value], label: say("roof.raise"), value: top.value, said: top.text, step: job.units === "metric" ? 25 : 25.4,
            onMove: (rise) => {
              ended.current = false;
              wanted.current = rise;
              void ask();
            },
            onEnd: () => {
              ended.current = true;
              if (!asking.current && typing["pitch"] !== undefined) keeper.commit("pitch");
            },
          }}
        />
      </div>
      <FactRows facts={screen.facts.filter((fact) => FOLLOWS.has(fact.id))} />
    </section>
  );
}
