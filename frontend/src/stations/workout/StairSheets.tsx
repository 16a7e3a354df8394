/** The whole stair: from the side, from above, in 3D; its figures by group, how its foot was found, the rest of the day. */
import { lazy, Suspense, useState } from "react";
import { api } from "../../api/client";
import type { Point, Sheet } from "../../api/types";
import { valueAt } from "../../shared/work/document";
import { FactRows } from "../../shared/FactRows";
import { SheetDrawing } from "../../shared/drawing/SheetDrawing";
import { Figure, TapeText } from "../../shared/TapeText";
import { useAside } from "../../shared/work/useAside";
import { useWords, type WordId } from "../../words/words";
import { useWork } from "../../shared/work/WorkContext";
import { Views } from "../../shared/fields/Views";

const Whole = lazy(() => import("../../whole/Whole").then((part) => ({ default: part.Whole })));
const VIEWS = ["elevation", "plan", "whole"] as const;
const CLOSE = { left: 8, right: 8, top: 8, bottom: 8 };
/** Letter widths no screen has: a small drawing's figures are listed below it. */
const LISTED = 9999;
const MARGINS = { left: 40, right: 40, top: 30, bottom: 40 };

export function StairSheets() {
  const say = useWords();
  const [view, setView] = useState<(typeof VIEWS)[number]>("elevation");
  const { data: stair } = useAside("stair", api.stair);
  if (!stair) return <p className="quiet">{say("app.loading")}</p>;
  const sheet = view === "plan" ? stair.plan : stair.elevation;
  return (
    <section className="stair-sheets" aria-label={say("stair.elevation")}>
      <div className="call-card">
        <Views
          label={say("stair.elevation")} shown={view}
          views={VIEWS.map((one) => ({ id: one, text: say(one === "whole" ? "roof.whole" : (`stair.${one}` as WordId)) }))}
          onShow={setView}
        />
        {view === "whole" ? (
          <Suspense fallback={<p className="quiet">{say("app.loading")}</p>}>
            <Whole />
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
      {stair.board && <InHand sheet={stair.board} />}
      <div className="stair-groups">
        {stair.groups.map((group) => (
          <div key={group.id} className="call-card">
            <h2>{group.title}</h2>
            {group.drawing && <Drawn sheet={group.drawing} title={group.title} small />}
            <FactRows facts={group.facts.filter((fact) => !group.drawing?.dimensions.some((one) => one.id === fact.id))} />
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

const HALF = 20;

/** The board in hand; a touch marks a defect there, or takes away the one that is touched. */
function InHand({ sheet }: { sheet: Sheet }) {
  const document = useWork((state) => state.document);
  const keeper = useWork((state) => state.keeper);
  const say = useWords();
  const [, , length, low] = sheet.extent;
  const mark = ([x, y]: Point) => {
    if (x < 0 || x > length || y < 0 || y > low) return;
    const kept = valueAt(document, "defects");
    const rows: unknown[] = Array.isArray(kept) ? kept : [];
    const touched = sheet.paths.filter((path) => path.id.startsWith("defect_")).find((path) => {
      const [xs, ys] = [path.points.map((point) => point[0]), path.points.map((point) => point[1])];
      return x >= Math.min(...xs) - HALF / 2 && x <= Math.max(...xs) + HALF / 2 && y <= Math.max(...ys);
    });
    const at = touched ? Number(touched.id.slice("defect_".length)) - 1 : -1;
    const now = touched ? rows.filter((_, n) => n !== at) : [...rows, { start: `${Math.max(0, x - HALF).toFixed(0)} mm`, stop: `${(x + HALF).toFixed(0)} mm`, top: `${Math.max(0, y - HALF).toFixed(0)} mm`, deep: `${(y + HALF).toFixed(0)} mm` }];
    keeper.change("defects", now.length > 0 ? now : undefined);
  };
  return (
    <div className="call-card in-hand">
      <h2>{say("stair.in_hand")}</h2>
      <p className="quiet">{say("stair.in_hand_say")}</p>
      <Drawn sheet={sheet} title={say("stair.in_hand")} small onPoint={mark} />
    </div>
  );
}

function Drawn({ sheet, title, small = false, onPoint }: { sheet: Sheet; title: string; small?: boolean; onPoint?: (at: Point) => void }) {
  const say = useWords();
  return (
    <div className={small ? "stair-drawing small" : "stair-drawing"}>
      <SheetDrawing
        sheet={sheet} {...(onPoint && { onPoint })} margins={small ? CLOSE : MARGINS} title={title} room={small ? LISTED : 44}
        label={(one) => (
          <span className="worked-out">
            <Figure value={one.length} /> <small>{small ? one.label : say(`drawn.${one.id}` as WordId)}</small>
          </span>
        )}
      />
    </div>
  );
}
