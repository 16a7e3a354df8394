/** The plan editor: corners to drag or move by key, sides and angles to type, a pitch and an eave or gable for each. */
import { useMutation } from "@tanstack/react-query";
import { useRef, useState, type KeyboardEvent, type PointerEvent } from "react";
import { api, Refused } from "../../api/client";
import type { Document, Point, Side } from "../../api/types";
import { usePreferences } from "../../app/preferences";
import { valueAt } from "../../shared/work/document";
import { FileChoice } from "../../shared/fields/FileChoice";
import { TypedField } from "../../shared/fields/TypedField";
import { TapeText } from "../../shared/TapeText";
import { useWords } from "../../words/words";
import { useWork } from "../../shared/work/WorkContext";
import { Choice } from "../../shared/fields/Choice";

const WIDE = 360;
const HIGH = 260;
const EDGE = 30;
/** Corners of an outline. */
const MOST = 24;

interface Change {
  corners: [number, number][];
  number: number;
  what: "side" | "angle" | "moved" | "wing";
  text: string;
}

export function OutlineEditor({ sides }: { sides: readonly Side[] }) {
  const job = useWork((state) => state.job);
  const keeper = useWork((state) => state.keeper);
  const errors = useWork((state) => state.errors);
  const document = useWork((state) => state.document);
  const say = useWords();
  const words = usePreferences();
  const corners = sides.map(({ at: [x, y] }): [number, number] => [x, y]);
  const change = useMutation({
    mutationFn: (asked: Change) => api.outline({ units: job.units, ...asked }, words),
    onSuccess: (now, before) => {
      keeper.change("plan.corners", now.corners);
      if (before.what === "wing") keeper.change("plan.edges", withWing(sides, before.number));
    },
  });
  const wrong = change.error instanceof Refused ? change.error.problem.errors[0] : undefined;
  const [asked, setAsked] = useState<Change | null>(null);
  const ask = (next: Change) => {
    setAsked(next);
    change.mutate(next);
  };
  const errorAt = (number: number, what: "side" | "angle" | "pitch" | "plate") =>
    wrong && asked?.number === number && asked.what === what ? wrong.sentence : errors.find((one) => one.path === `plan.edges[${number}].${what}`)?.sentence;
  // What is wrong with a side as a whole, or at a field a gable does not have.
  const ofSide = (side: Side, number: number) => {
    const fields = side.roof === "gable" ? [] : [`plan.edges[${number}].pitch`, `plan.edges[${number}].plate`];
    return errors.find((one) => one.path.startsWith(`plan.edges[${number}]`) && !fields.includes(one.path))?.sentence;
  };
  const ofPlan = errors.filter((one) => one.path === "plan.edges" || one.path.startsWith("plan.corners"));
  const ofFascias = errors.find((one) => one.path === "plan.line_up");
  const lineUp = useWork((state) => state.screen?.roof?.line_up);
  const edge = (number: number, with_: Document) => {
    const edges = (valueAt(document, "plan.edges") ?? []) as Document[];
    const all = sides.map((_, n) => ({ ...(edges[n] ?? {}), ...(n === number ? with_ : {}) }));
    keeper.change("plan.edges", all.map((one) => Object.fromEntries(Object.entries(one).filter(([, value]) => value !== ""))));
  };
  return (
    <section className="outline-editor" aria-label={say("outline.title")}>
      <div>
        <Drawing corners={corners} onMove={(moved) => ask({ corners: moved, number: 0, what: "moved", text: "" })} />
        {ofPlan.map((one) => <p key={one.path} className="said error" role="alert">{one.sentence}</p>)}
        {wrong && (asked?.what === "moved" || asked?.what === "wing") && <p className="said error" role="alert">{wrong.sentence}</p>}
      </div>
      <div>
          <ol className="outline-sides">
            {sides.map((side, n) => (
              <li key={side.number}>
                <b>{side.number}</b>
                <TypedField label={say("outline.side_length", { n: side.number })} short={say("outline.long")} value={side.length.text} error={errorAt(n, "side")} onCommit={(text) => ask({ corners, number: n, what: "side", text })} />
                <TypedField label={say("outline.angle", { n: side.number })} short={say("outline.corner_before")} value={side.angle} error={errorAt(n, "angle")} onCommit={(text) => ask({ corners, number: n, what: "angle", text })} />
                {side.roof === "gable" ? <span className="outline-none" /> : (
                  <>
                    <TypedField
                      label={say("outline.pitch", { n: side.number })} short={say("outline.pitch_short")} value={side.pitch}
                      placeholder={say("outline.as_roof")} error={errorAt(n, "pitch")} onCommit={(text) => edge(n, { pitch: text })}
                    />
                    <TypedField
                      label={say("outline.plate", { n: side.number })} short={say("outline.plate_short")} value={side.plate}
                      placeholder={say("outline.plate_level")} error={errorAt(n, "plate")} onCommit={(text) => edge(n, { plate: text })}
                    />
                  </>
                )}
                {ofSide(side, n) && <p className="outline-tie said error" role="alert">{ofSide(side, n)}</p>}
                {side.tie && <p className="outline-tie quiet"><TapeText text={side.tie} /></p>}
                <div className="outline-over">
                  <Choice
                    label={say("outline.side", { n: side.number })} chosen={side.roof}
                    answers={(["eave", "gable"] as const).map((roof) => ({ id: roof, text: say(`outline.${roof}`) }))}
                    onChoose={(roof) => edge(n, { roof })}
                  />
                  <button
                    type="button" className="more" aria-label={say("outline.wing_out", { n: side.number })} disabled={sides.length > MOST - 4}
                    onClick={() => ask({ corners, number: n, what: "wing", text: "" })}
                  >
                    {say("outline.wing")}
                  </button>
                </div>
              </li>
            ))}
          </ol>
          <p className="outline-more">
            <button type="button" className="more" disabled={sides.length >= MOST} onClick={() => ask({ corners: widened(corners), number: 0, what: "moved", text: "" })}>
              {say("outline.add")}
            </button>
            <button type="button" className="more" disabled={sides.length <= 3} onClick={() => ask({ corners: corners.slice(0, -1), number: 0, what: "moved", text: "" })}>
              {say("outline.take")}
            </button>
          </p>
          <FileChoice
            label={say("files.dxf_put")} accept=".dxf"
            onFile={async (file) => {
              keeper.change("plan.corners", (await api.planFromDrawing(file)).corners);
              return undefined;
            }}
          />
          <Choice
            label={say("outline.line_up")} chosen={ofFascias ? valueAt(document, "plan.line_up") : (lineUp ?? "none")}
            answers={(["none", "overhang", "plates"] as const).map((way) => ({ id: way, text: say(`outline.line_up_${way}`) }))}
            onChoose={(way) => keeper.change("plan.line_up", way)}
          />
          {ofFascias && <p className="said error" role="alert">{ofFascias.sentence}</p>}
      </div>
    </section>
  );
}

/** What is over each side once a wing stands in the middle of one: its three sides are eaves over plates as high, both parts are what it was. */
function withWing(sides: readonly Side[], number: number): Document[] {
  const over = (side: Side): Document => ({ ...(side.pitch ? { pitch: side.pitch } : {}), ...(side.plate ? { plate: side.plate } : {}), ...(side.roof === "gable" ? { roof: side.roof } : {}) });
  const level = (side: Side): Document => (side.plate ? { plate: side.plate } : {});
  return sides.flatMap((side, n) => (n === number ? [over(side), level(side), level(side), level(side), over(side)] : [over(side)]));
}

/** One corner more: the middle of the last side, moved outward. */
function widened(corners: readonly [number, number][]): [number, number][] {
  const from = corners[corners.length - 1] as Point;
  const to = corners[0] as Point;
  const out = 0.12;
  return [...corners, [(from[0] + to[0]) / 2 + (to[1] - from[1]) * out, (from[1] + to[1]) / 2 - (to[0] - from[0]) * out]];
}

interface DrawingProps {
  corners: readonly [number, number][];
  onMove: (corners: [number, number][]) => void;
}

function Drawing({ corners, onMove }: DrawingProps) {
  const say = useWords();
  const ref = useRef<SVGSVGElement>(null);
  const [moving, setMoving] = useState<{ number: number; at: [number, number] } | null>(null);
  const xs = corners.map(([x]) => x);
  const ys = corners.map(([, y]) => y);
  const [left, low] = [Math.min(...xs), Math.min(...ys)];
  const scale = Math.min((WIDE - 2 * EDGE) / (Math.max(...xs) - left), (HIGH - 2 * EDGE) / (Math.max(...ys) - low));
  const seen = ([x, y]: Point): [number, number] => [EDGE + (x - left) * scale, HIGH - EDGE - (y - low) * scale];
  const shown = corners.map((corner, n) => (moving?.number === n ? moving.at : corner));
  const under = (event: PointerEvent): [number, number] | null => {
    const box = ref.current?.getBoundingClientRect();
    if (!box) return null;
    const [x, y] = [((event.clientX - box.left) / box.width) * WIDE, ((event.clientY - box.top) / box.height) * HIGH];
    return [left + (x - EDGE) / scale, low + (HIGH - EDGE - y) / scale];
  };
  const drop = () => {
    if (moving) onMove(shown);
    setMoving(null);
  };
  const byKey = (event: KeyboardEvent, number: number) => {
    const way = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }[event.key] as Point | undefined;
    if (!way) return;
    event.preventDefault();
    event.stopPropagation();
    const step = event.shiftKey ? 100 : 10;
    onMove(corners.map(([x, y], n) => (n === number ? [x + way[0] * step, y + way[1] * step] : [x, y])));
  };
  return (
    <figure className="outline-plan">
      <svg ref={ref} viewBox={`0 0 ${WIDE} ${HIGH}`} role="group" aria-label={say("outline.editor")}>
        <polygon className="layer-framing" points={shown.map((corner) => seen(corner).join(",")).join(" ")} />
        {shown.map((corner, n) => {
          const [x, y] = seen(corner);
          const [u, v] = seen(shown[(n + 1) % shown.length] as Point);
          return (
            <text key={n} x={(x + u) / 2} y={(y + v) / 2 + 5} textAnchor="middle">
              {n + 1}
            </text>
          );
        })}
        {shown.map((corner, n) => {
          const [x, y] = seen(corner);
          return (
            <circle
              key={n} cx={x} cy={y} r="11" tabIndex={0} role="button" aria-label={say("outline.corner", { n: n + 1 })}
              onPointerDown={(event) => {
                event.currentTarget.setPointerCapture(event.pointerId);
                setMoving({ number: n, at: corner });
              }}
              onPointerMove={(event) => {
                const at = moving?.number === n ? under(event) : null;
                if (at) setMoving({ number: n, at });
              }}
              onPointerUp={drop}
              onPointerCancel={() => setMoving(null)}
              onKeyDown={(event) => byKey(event, n)}
            />
          );
        })}
      </svg>
      <figcaption className="quiet">{say("outline.drag")}</figcaption>
    </figure>
  );
}
