/** Boards with the pieces in them: what is still to cut, then what was cut, where a piece can be told to be spoiled. */
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
                  {board.rack && <span className="quiet">{say("cut.from_rack").toLowerCase()}{board.note && `: ${board.note}`}</span>}
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
      {plan.cut.length > 0 && <Cut plan={plan} plans={plans} />}
    </>
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
                <button
                  key={piece.place} type="button" aria-pressed={piece.spoiled} className="cut-spoil"
                  onClick={() => void plans.act(() => api.spoiled(board.id, piece.place, !piece.spoiled), true)}
                >
                  {piece.title} <small>{say(piece.spoiled ? "cut.spoiled" : "cut.good").toLowerCase()}</small>
                </button>
              ))}
            </span>
            <button type="button" onClick={() => void plans.act(() => api.notCut(board.id), true)}>{say("cut.not_cut")}</button>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** A board as a length of wood, to scale along it, with the pieces as they lie. */
function BoardOfPieces({ board, longest }: { board: CutBoard; longest: number }) {
  const high = Math.max(board.depth, longest / 26);
  const grow = high / board.depth;
  // Room for the lines along the edges.
  const pad = longest / 400;
  return (
    <svg className="cut-board" viewBox={`${-pad} ${-pad} ${longest + 2 * pad} ${high + 2 * pad}`} role="img" aria-label={board.laid.map((one) => one.title).join(", ")}>
      <rect className="cut-stock" x={0} y={0} width={board.length.mm} height={high} vectorEffect="non-scaling-stroke" />
      {board.laid.map((one, at) => (
        <g key={at}>
          <polygon className="layer-wood" points={one.outline.map(([u, v]) => `${u.toFixed(1)},${(v * grow).toFixed(1)}`).join(" ")} vectorEffect="non-scaling-stroke" />
          <Name piece={one} high={high} longest={longest} />
        </g>
      ))}
    </svg>
  );
}

function Name({ piece, high, longest }: { piece: CutBoard["laid"][number]; high: number; longest: number }) {
  const size = longest * 0.0155;
  const room = Math.floor((piece.stop - piece.start) / (size * 0.52)) - 2;
  if (room < 4) return null;
  const text = piece.title.length > room ? `${piece.title.slice(0, room - 1)}…` : piece.title;
  return <text className="cut-name" x={(piece.start + piece.stop) / 2} y={high / 2 + size * 0.35} fontSize={size}>{text}</text>;
}
