/** The board at one stop, near: tape on the edge, the square true to size in its setting, the lines to draw glowing. */
import type { Board, Stop } from "../api/types";
import { useSize } from "../shared/useSize";
import { useWords } from "../words/words";
import { Lines, Wood } from "./BoardParts";
import { path, place, type View } from "./geometry";
import { typeset } from "../shared/typeset";
import { SquareShape } from "./SquareShape";
import { TapeEdge } from "./TapeEdge";

interface Props {
  board: Board;
  stop: Stop;
  done: ReadonlySet<string>;
  /** mm of board length seen. */
  span: number;
}

const TAPE = 26;
const OVER = 112;
const UNDER = 40;

export function Lens({ board, stop, done, span }: Props) {
  const say = useWords();
  const [ref, size] = useSize<HTMLDivElement>();
  const width = size?.width ?? 0;
  const height = size?.height ?? 0;
  const square = stop.square;
  // The whole depth is seen, with room above it for the tape, the words and the part of the square off the board.
  const scale = Math.max(0.01, Math.min(width / span, (height - OVER - UNDER) / board.depth));
  const way = board.left_handed ? -1 : 1;
  const view: View = { scale, way, x: width / 2 - way * stop.lens[0] * scale, y: height - UNDER - board.depth * scale };
  return (
    <div ref={ref} className="lens">
      {size && height > 0 && (
        <svg width={width} height={height} role="img" aria-label={say("mark.lens")}>
          <Wood board={board} view={view} grain />
          <TapeEdge board={board} view={view} width={width} near={stop.at} thickness={TAPE} />
          <Lines board={board} view={view} open={stop.marks} done={done} />
          {square && <SquareShape square={square} view={view} />}
          {stop.lines.map((line, i) => (
            <polyline key={i} className="line-open" points={path(view, line)} />
          ))}
          <Measured stop={stop} view={view} />
          {square && <Held stop={stop} view={view} width={width} />}
          <Ends board={board} view={view} />
        </svg>
      )}
      <HeldWords stop={stop} flipped={board.left_handed} />
    </div>
  );
}

/** The words of the two figures, in the corners, clear of tape and board. */
function HeldWords({ stop, flipped }: { stop: Stop; flipped: boolean }) {
  const say = useWords();
  const square = stop.square;
  if (!square) return null;
  const tongueWest = square.tongue_at[0] < square.body_at[0] !== flipped;
  const tongue = { text: say("mark.tongue", { figure: square.tongue_figure.text }), sense: square.tongue_figure.sense };
  const body = { text: say("mark.body", { figure: square.body_figure.text }), sense: square.body_figure.sense };
  return (
    <div className="held-words">
      {(tongueWest ? [tongue, body] : [body, tongue]).map(({ text, sense }) => (
        <p key={text}>
          <b>{typeset(text)}</b> {sense} <small>{square.scales}, {say("mark.same_edge").toLowerCase()}</small>
        </p>
      ))}
    </div>
  );
}

/** The two figures to hold, ringed at the edge of the board. */
function Held({ stop, view, width }: { stop: Stop; view: View; width: number }) {
  const square = stop.square;
  if (!square) return null;
  const tongueWest = square.tongue_at[0] < square.body_at[0] === view.way > 0;
  const held = [
    { at: square.tongue_at, west: tongueWest },
    { at: square.body_at, west: !tongueWest },
  ];
  return (
    <g className="held">
      {held.map(({ at, west }) => {
        const [x, y] = place(view, at);
        const seen = x > 8 && x < width - 8;
        const elbow = west ? 150 : width - 150;
        return (
          <g key={String(west)}>
            {seen && <circle cx={x} cy={y} r="10" />}
            {seen && <path d={`M${x} ${y - 11}L${elbow} 54`} />}
          </g>
        );
      })}
    </g>
  );
}

/** The figure between its two ends, where it is not read on the tape. */
function Measured({ stop, view }: { stop: Stop; view: View }) {
  if (!stop.measure || !stop.figure) return null;
  const [from, to] = stop.measure.map((point) => place(view, point)) as [[number, number], [number, number]];
  const level = Math.abs(from[1] - to[1]) < 1;
  const [dx, dy] = level ? [0, 16] : [-14, 10];
  const tick = level ? "v12m0 -6" : "l9 -7";
  return (
    <g className="measured">
      <path d={`M${from[0] + dx} ${from[1] + dy}L${to[0] + dx} ${to[1] + dy}`} />
      {[from, to].map(([x, y]) => (
        <path key={`${x},${y}`} d={level ? `M${x} ${y + dy - 6}${tick}` : `M${x + dx - 5} ${y + dy + 4}${tick}`} />
      ))}
      <text x={(from[0] + to[0]) / 2 + dx + (level ? 0 : -10)} y={(from[1] + to[1]) / 2 + dy + (level ? 17 : 6)} textAnchor={level ? "middle" : "end"}>
        {typeset(stop.figure.text)}
      </text>
    </g>
  );
}

/** Which way head and foot lie, at the lens's edges. */
function Ends({ board, view }: { board: Board; view: View }) {
  const say = useWords();
  const y = view.y + board.depth * view.scale + 22;
  return (
    <g className="ends">
      <text x="12" y={y}>
        ◂ {say(view.way > 0 ? "mark.head" : "mark.foot").toLowerCase()}
      </text>
      <text x="100%" dx="-12" y={y} textAnchor="end">
        {say(view.way > 0 ? "mark.foot" : "mark.head").toLowerCase()} ▸
      </text>
    </g>
  );
}

