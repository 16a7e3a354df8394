/** The whole board, small: waste hatched, stops numbered, which way the head lies, the lens's place. */
import type { Board } from "../api/types";
import { TapeText } from "../shared/TapeText";
import { useSize } from "../shared/drawing/useSize";
import { useWords } from "../words/words";
import { Lines, Wood } from "./BoardParts";
import { endWord, place, type View } from "./geometry";

const SIDE = 58;
const TOP = 44;
const BOTTOM = 10;

interface Props {
  board: Board;
  open: number;
  done: ReadonlySet<string>;
  lens: { from: number; to: number };
  onOpen: (stop: number) => void;
}

export function WholeBoard({ board, open, done, lens, onOpen }: Props) {
  const say = useWords();
  const [ref, size] = useSize<HTMLDivElement>();
  const width = size?.width ?? 0;
  const scale = Math.max(0.001, Math.min((width - 2 * SIDE) / board.length, 104 / board.depth));
  const way = board.left_handed ? -1 : 1;
  const view: View = { scale, way, up: 1, x: (width - way * board.length * scale) / 2, y: TOP };
  const [west, east] = [(width - board.length * scale) / 2, (width + board.length * scale) / 2];
  const height = TOP + board.depth * scale + BOTTOM;
  const current = board.stops[open];
  const [lensHead] = place(view, [Math.max(lens.from, -12), 0]);
  const [lensFoot] = place(view, [Math.min(lens.to, board.length + 12), 0]);
  const [lensFrom, lensTo] = [Math.min(lensHead, lensFoot), Math.max(lensHead, lensFoot)];
  const foot = view.y + board.depth * scale;
  // Numbers of marks that stand close by stand in two rows; where both are full a mark has none.
  const rows = new Map<number, number>();
  const last = [-Infinity, -Infinity];
  for (const mark of board.running) {
    const room = 9 * String(mark.number).length + 5;
    const row = last.findIndex((at) => (mark.at - at) * scale >= room);
    if (row < 0) continue;
    rows.set(mark.number, row);
    last[row] = mark.at;
  }
  return (
    <div ref={ref} className="whole-board">
      {size && (
        <svg width={width} height={height} role="group" aria-label={say("mark.whole")}>
          <Wood board={board} view={view} />
          <Lines board={board} view={view} open={current?.marks ?? []} done={done} />
          <rect className="lens-place" x={lensFrom} y={TOP - 6} width={Math.max(0, lensTo - lensFrom)} height={board.depth * scale + 12} rx="3" />
          <text className="end" x={west - 10} y={TOP + (board.depth * scale) / 2} textAnchor="end">
            {say(endWord(board, way > 0))}
          </text>
          <text className="end" x={east + 10} y={TOP + (board.depth * scale) / 2}>
            {say(endWord(board, way < 0))}
          </text>
          <path className="hook" d={`M${place(view, [board.hook, 0])[0]} ${TOP - 14}v10m-6 -6l6 6l6 -6`} />
          {board.running.map((mark) => {
            const [x] = place(view, [mark.at, 0]);
            const stop = board.stops.findIndex((one) => one.at !== null && Math.abs(one.at - mark.at) < 0.01);
            return (
              <g
                key={mark.number}
                className={`tooth ${stop === open ? "open" : ""}`}
                onClick={() => stop >= 0 && onOpen(stop)}
                aria-hidden="true"
              >
                <line x1={x} x2={x} y1={TOP - 6} y2={TOP} />
                {rows.has(mark.number) && (
                  <text x={x} y={TOP - (rows.get(mark.number) === 1 ? 30 : 11)} textAnchor="middle">
                    {mark.number}
                  </text>
                )}
              </g>
            );
          })}
          {width > 560 && !board.plank && <text className="writing" x={width / 2} y={foot - 12} textAnchor="middle">
            {say("mark.pattern")}
          </text>}
        </svg>
      )}
      <p className={`board-caption ${board.left_handed === board.from_foot ? "" : "hook-right"}`}>
        <span>{board.goes.length > 0 ? board.goes.join(" · ") : say("mark.hook")}</span>
        <span>
          {!board.plank && `▲ ${say("mark.crown")} · `}
          <TapeText
            text={
              board.stock
                ? say("mark.of_stock", { board: board.board.text, stock: board.stock.text })
                : say("mark.of_board", { board: board.board.text })
            }
          />
        </span>
      </p>
    </div>
  );
}
