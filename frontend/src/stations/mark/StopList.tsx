/** The stops of a board, each with a small drawing of what it draws and its tick. */
import type { Board, PieceMarking, Stop } from "../../api/types";
import { Figure, TapeText } from "../../shared/TapeText";
import { useWords } from "../../words/words";

interface Props {
  board: Board;
  open: number;
  marking: PieceMarking;
  onOpen: (stop: number) => void;
}

export function StopList({ board, open, marking, onOpen }: Props) {
  const say = useWords();
  const state = new Map(marking.ticks.map((tick) => [tick.stop, tick.state]));
  const told = (stop: Stop): string => {
    const ticked = state.get(stop.id);
    if (ticked !== undefined && ticked !== "good") return say("mark.changed");
    if (marking.skipped.includes(stop.id)) return say("mark.skipped");
    return marking.early.includes(stop.id) ? say("mark.early") : "";
  };
  return (
    <section className="stops">
      <h2>
        {say("mark.stops")} <span className="quiet">{say("mark.stop_of", { n: open + 1, all: board.stops.length })}</span>
      </h2>
      <ol>
        {board.stops.map((stop, i) => (
          <li key={stop.id} className={`${i === open ? "open" : ""} ${state.get(stop.id) === "good" ? "done" : ""}`}>
            <button type="button" aria-current={i === open ? "step" : undefined} onClick={() => onOpen(i)}>
              <Glimpse board={board} stop={stop} />
              <span className="stop-title">
                <TapeText text={stop.title} />
                {told(stop) && <small> {told(stop)}</small>}
              </span>
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
  const drawn = stop.lines.length > 0 && stop.kind !== "check";
  const reach = drawn ? board.depth * 0.75 : board.length / 2;
  const middle = drawn ? stop.lens[0] : board.length / 2;
  const flat = (points: readonly (readonly [number, number])[]) => points.map((point) => point.join(",")).join(" ");
  return (
    <svg
      className="glimpse" aria-hidden="true" preserveAspectRatio="xMidYMid slice"
      viewBox={`${middle - reach} ${-board.depth * 0.1} ${2 * reach} ${board.depth * 1.2}`}
    >
      <rect x="0" y="0" width={board.length} height={board.depth} className="glimpse-board" />
      <polygon points={flat(board.outline)} className="glimpse-wood" />
      {drawn && stop.lines.map((line, i) => (
        <polyline key={i} points={flat(line)} className="glimpse-line" />
      ))}
    </svg>
  );
}
