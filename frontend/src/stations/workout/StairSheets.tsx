/** The whole stair: from the side, from above, in 3D; its figures by group, how its foot was found, the rest of the day. */
import { lazy, Suspense, useState } from "react";
import { api } from "../../api/client";
import type { Sheet } from "../../api/types";
import { FactRows } from "../../shared/FactRows";
import { SheetDrawing } from "../../shared/SheetDrawing";
import { Figure, TapeText } from "../../shared/TapeText";
import { useAside } from "../../shared/useAside";
import type { WorkState } from "../../shared/useWork";
import { useWords, type WordId } from "../../words/words";
import "./stair.css";

const Whole = lazy(() => import("../../whole/Whole").then((part) => ({ default: part.Whole })));
const VIEWS = ["elevation", "plan", "whole"] as const;
const MARGINS = { left: 40, right: 40, top: 30, bottom: 40 };

export function StairSheets({ state }: { state: WorkState }) {
  const say = useWords();
  const [view, setView] = useState<(typeof VIEWS)[number]>("elevation");
  const { data: stair } = useAside(state, "stair", api.stair);
  if (!stair) return <p className="quiet" role="status">{say("app.loading")}</p>;
  const sheet = view === "plan" ? stair.plan : stair.elevation;
  return (
    <section className="stair-sheets" aria-label={say("stair.elevation")}>
      <div className="call-card">
        <span className="switch stair-views" role="group" aria-label={say("stair.elevation")}>
          {VIEWS.map((one) => (
            <button key={one} type="button" aria-pressed={view === one} onClick={() => setView(one)}>
              {say(one === "whole" ? "roof.whole" : (`stair.${one}` as WordId))}
            </button>
          ))}
        </span>
        {view === "whole" ? (
          <Suspense fallback={<p className="quiet">{say("app.loading")}</p>}>
            <Whole state={state} />
          </Suspense>
        ) : (
          sheet && <Drawn sheet={sheet} title={say(`stair.${view}`)} />
        )}
      </div>
      {stair.loop.length > 0 && (
        <div className="call-card">
          <h2>{say("stair.loop")}</h2>
          <ol className="trial">
            {stair.loop.map((said) => <li key={said}><TapeText text={said} /></li>)}
          </ol>
        </div>
      )}
      <div className="stair-groups">
        {stair.groups.map((group) => (
          <div key={group.id} className="call-card">
            <h2>{group.title}</h2>
            <FactRows facts={group.facts} />
          </div>
        ))}
      </div>
      <div className="call-card">
        <h2>{say("stair.order")}</h2>
        <ol className="trial">
          {stair.order.map((said, at) => <li key={at}><TapeText text={said} /></li>)}
        </ol>
      </div>
    </section>
  );
}

function Drawn({ sheet, title }: { sheet: Sheet; title: string }) {
  const say = useWords();
  return (
    <div className="stair-drawing">
      <SheetDrawing
        sheet={sheet} margins={MARGINS} title={title}
        label={(one) => (
          <span className="worked-out">
            <Figure value={one.length} /> <small>{say(`drawn.${one.id}` as WordId).toLowerCase()}</small>
          </span>
        )}
      />
    </div>
  );
}
