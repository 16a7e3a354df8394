/** The stops of a board, each with a small drawing of what it draws. */
import type { Board, Stop } from "../../api/types";
import { Figure } from "../../shared/TapeText";
import { useWords } from "../../words/words";

interface Props {
  board: Board;
  open: number;
  onOpen: (stop: number) => void;
}

export function StopList({ board, open, onOpen }: Props) {
  const say = useWords();
  return (
    <section className="stops">
      <h2>
        {say("mark.stops")} <span className="quiet">{say("mark.stop_of", { n: open + 1, all: board.stops.length }).toLowerCase()}</span>
      </h2>
      <ol>
        {board.stops.map((stop, i) => (
          <li key={stop.id} className={i === open ? "open" : i < open ? "done" : ""}>
            <button type="button" aria-current={i === open ? "step" : undefined} onClick={() => onOpen(i)}>
              <Glimpse board={board} stop={stop} />
              <span className="stop-title">{stop.title}</span>
              {stop.figure && stop.kind !== "hook" && <Figure value={stop.figure} />}
            </button>
          </li>
        ))}
      </ol>
    </section>
  );
}

/** The stop's own lines on the piece of board they lie on. */
function Glimpse({ board, stop }: { board: Board; stop: Stop }) {
  const reach = stop.marks.length === 0 ? board.board.mm / 2 : board.depth * 0.75;
  const middle = stop.marks.length === 0 ? board.board.mm / 2 : stop.lens[0];
  const flat = (points: readonly (readonly [number, number])[]) => points.map((point) => point.join(",")).join(" ");
  return (
    <svg
      className="glimpse" aria-hidden="true" preserveAspectRatio="xMidYMid slice"
      viewBox={`${middle - reach} ${-board.depth * 0.1} ${2 * reach} ${board.depth * 1.2}`}
    >
      <rect x="0" y="0" width={board.board.mm} height={board.depth} className="glimpse-board" />
      <polygon points={flat(board.outline)} className="glimpse-wood" />
      {stop.lines.map((line, i) => (
        <polyline key={i} points={flat(line)} className="glimpse-line" />
      ))}
    </svg>
  );
}
