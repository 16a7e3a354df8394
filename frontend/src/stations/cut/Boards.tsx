/** Boards with the pieces in them: what is still to cut, then what was cut, where a piece can be told to be spoiled. */
import Button from "@mui/material/Button";
import { useId } from "react";
import { api } from "../../api/client";
import type { CutBoard, CutPlan } from "../../api/types";
import { LevelSign } from "../../shared/LevelSign";
import { Figure, TapeText } from "../../shared/TapeText";
import { useWords } from "../../words/words";
import type { usePlan } from "./usePlan";

type Plans = ReturnType<typeof usePlan>;

export function Boards({ plan, plans }: { plan: CutPlan; plans: Plans }) {
  const say = useWords();
  const longest = Math.max(1, ...plan.sections.flatMap((section) => section.boards.map((board) => board.length.mm)));
  return (
    <>
      {plan.sections.map((section) => (
        <section key={section.id} className="cut-section" aria-labelledby={section.id}>
          <h3 id={section.id}><TapeText text={section.title} /></h3>
          <p className="quiet">{section.say.join(". ")}.</p>
          {section.too_long.map((one) => <p key={one} className="clash"><LevelSign level="stop" /> <span><TapeText text={one} /></span></p>)}
          <ul className="cut-boards">
            {section.boards.map((board) => (
              <li key={board.key}>
                <div className="cut-board-words">
                  <span><b className="figure">{board.count} ×</b> <Figure value={board.length} /></span>
                  {board.rack && <span className="quiet">{say("cut.from_rack")}{board.note && `: ${board.note}`}</span>}
                  {board.sight && <span className="quiet">{board.sight}</span>}
                  <span className="quiet">{say("cut.rest")} <Figure value={board.rest} /></span>
                  <button type="button" className="cut-done" onClick={() => void plans.cut(section, board)}>{say(board.count > 1 ? "cut.one_done" : "cut.done")}</button>
                </div>
                <BoardOfPieces board={board} longest={longest} />
                <p className="quiet cut-turned">{[...new Set(board.laid.filter((one) => one.turned).map((one) => `${one.title}: ${one.turned}`))].join("; ")}</p>
              </li>
            ))}
          </ul>
        </section>
      ))}
      {plan.sections.length === 0 && plan.cut.length > 0 && <p>{say("cut.all_done")}</p>}
      {plan.stops.length > 0 && <Stops plan={plan} />}
      {plan.cut.length > 0 && <Cut plan={plan} plans={plans} />}
    </>
  );
}

/** Searches for a cheaper plan that were stopped, latest first. */
function Stops({ plan }: { plan: CutPlan }) {
  const say = useWords();
  return (
    <section className="cut-stops" aria-label={say("cut.stops")}>
      <ul className="quiet">
        {plan.stops.map((one) => (
          <li key={one.id}>
            <time dateTime={one.at}>{new Date(one.at).toLocaleString([], { day: "numeric", month: "long", hour: "2-digit", minute: "2-digit" })}:</time> {one.say}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What was cut, latest first. */
function Cut({ plan, plans }: { plan: CutPlan; plans: Plans }) {
  const say = useWords();
  return (
    <section className="cut-section" aria-labelledby="cut-already">
      <h3 id="cut-already">{say("cut.already")}</h3>
      <p className="quiet">{say("cut.already_say")}</p>
      <ul className="cut-already">
        {[...plan.cut].reverse().map((board) => (
          <li key={board.id}>
            <span><b><TapeText text={board.section} /></b> <Figure value={board.length} /></span>
            <span className="cut-pieces">
              {board.pieces.map((piece) => (
                <span key={piece.place} className="cut-piece">
                  <button
                    type="button" aria-pressed={piece.spoiled} className="cut-spoil"
                    onClick={() => void plans.act(() => api.spoiled(board.id, piece.place, { spoiled: !piece.spoiled }), true)}
                  >
                    {piece.title} <small>{say(piece.spoiled ? "cut.spoiled" : "cut.good")}</small>
                  </button>
                  {piece.said !== "" && !piece.spoiled && <Moved board={board.id} piece={piece} plans={plans} />}
                </span>
              ))}
            </span>
            <button type="button" onClick={() => void plans.act(() => api.notCut(board.id), true)}>{say("cut.not_cut")}</button>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** A piece that was cut before its marks moved: what becomes of it, and that it was done. */
function Moved({ board, piece, plans }: { board: string; piece: CutPlan["cut"][number]["pieces"][number]; plans: Plans }) {
  const say = useWords();
  return (
    <span className="cut-moved" role="status">
      <LevelSign level={piece.outcome === "fits" ? "ok" : piece.outcome === "short" ? "stop" : "look"} /> <TapeText text={piece.said} />
      {(piece.outcome === "recut" || piece.outcome === "slide") && (
        <Button size="small" variant="outlined" onClick={() => void plans.act(() => api.spoiled(board, piece.place, { spoiled: false, recut: true }), true)}>
          {say(piece.outcome === "recut" ? "cut.recut_done" : "cut.slide_done")}
        </Button>
      )}
      {piece.outcome !== "fits" && (
        <Button size="small" variant="outlined" onClick={() => void plans.act(() => api.spoiled(board, piece.place, { spoiled: true, to_rack: true }), true)}>
          {say("cut.to_rack")}
        </Button>
      )}
    </span>
  );
}

/**
 * A board as a length of wood, to scale along it, with the pieces as they lie: the face that lies up, the one below where
 * it sticks out, what falls off hatched. What each piece is stands under it, and by its number where there is no room.
 */
function BoardOfPieces({ board, longest }: { board: CutBoard; longest: number }) {
  const high = Math.max(board.depth, longest / 26);
  const grow = high / board.depth;
  // Room for the lines along the edges.
  const pad = longest / 400;
  const points = (corners: CutBoard["laid"][number]["outline"]) => corners.map(([u, v]) => `${u.toFixed(1)},${(v * grow).toFixed(1)}`).join(" ");
  const hatch = useId();
  const width = `${(100 * board.length.mm) / longest}%`;
  return (
    <div className="cut-drawn">
      <svg className="cut-board" style={{ width }} viewBox={`${-pad} ${-pad} ${board.length.mm + 2 * pad} ${high + 2 * pad}`} role="img" aria-label={board.laid.map((one) => one.title).join(", ")}>
        <pattern id={hatch} width={longest / 90} height={longest / 90} patternUnits="userSpaceOnUse" patternTransform="rotate(60)">
          <line className="cut-hatch" x1={0} y1={0} x2={longest / 90} y2={0} vectorEffect="non-scaling-stroke" />
        </pattern>
        <rect className="cut-stock" x={0} y={0} width={board.length.mm} height={high} vectorEffect="non-scaling-stroke" />
        <rect x={0} y={0} width={board.length.mm} height={high} fill={`url(#${hatch})`} />
        {board.laid.map((one, at) => <polygon key={at} className="cut-hidden" points={points(one.hidden)} vectorEffect="non-scaling-stroke" />)}
        {board.laid.map((one, at) => <polygon key={at} className="layer-wood" points={points(one.outline)} vectorEffect="non-scaling-stroke" />)}
        {board.laid.map((one, at) => <polygon key={at} className="cut-under" points={points(one.hidden)} vectorEffect="non-scaling-stroke" />)}
      </svg>
      <ol className="cut-names" style={{ width }}>
        {board.laid.map((one, at) => (
          <li key={at} style={{ left: `${(100 * one.start) / board.length.mm}%`, width: `${(100 * (one.stop - one.start)) / board.length.mm}%` }}>
            <b className="code">{one.code}</b> <span>{one.title}</span> <Figure value={one.length} />
          </li>
        ))}
      </ol>
    </div>
  );
}
