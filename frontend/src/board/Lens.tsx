/** The board at one stop, near: tape on the edge, the square true to size in its setting, the lines to draw glowing. */
import { useState } from "react";
import type { Board, Point, Stop } from "../api/types";
import { useSize } from "../shared/useSize";
import { useWords } from "../words/words";
import { Lines, Wood } from "./BoardParts";
import { aside, path, place, type View } from "./geometry";
import { typeset } from "../shared/typeset";
import { SquareShape } from "./SquareShape";
import { TapeEdge } from "./TapeEdge";
import { useSlide } from "./useSlide";
import { useTouch } from "./useTouch";

interface Props {
  board: Board;
  stop: Stop;
  done: ReadonlySet<string>;
  /** mm of board length seen. */
  span: number;
  /** Lines as they were marked before a change moved them. */
  before: readonly (readonly [Point, Point])[];
  onTurn: (way: 1 | -1) => void;
  /** A mark was tapped: to its stop. */
  onMark: (mark: string, far: boolean) => void;
}

const TAPE = 26;
const OVER = 112;
const UNDER = 58;
/** px round a tap within which a line is meant. */
const MEANT = 22;

/** The board as it lies: from the side the user stands at, and with the face up that is drawn on. */
function lying(board: Board, far: boolean): { board: Board; way: 1 | -1; up: 1 | -1 } {
  const turned = [board.left_handed, board.away, far].filter(Boolean).length % 2 === 1;
  const shown = far && board.far ? { ...board, ...board.far } : board;
  return { board: shown, way: turned ? -1 : 1, up: board.away ? -1 : 1 };
}

export function Lens({ board: near, stop, done, span, before, onTurn, onMark }: Props) {
  const say = useWords();
  const [ref, size] = useSize<HTMLDivElement>();
  const width = size?.width ?? 0;
  const height = size?.height ?? 0;
  const square = stop.square;
  // By stop, so that the next one lies with its own face up again.
  const [turned, setTurned] = useState<{ stop: string; far: boolean } | null>(null);
  const far = near.far !== null && (turned?.stop === stop.id ? turned.far : stop.face === "far");
  const { board, way, up } = lying(near, far);
  const meant = (x: number, y: number) => {
    const box = ref.current?.getBoundingClientRect();
    if (!box || !view) return;
    const at = [x - box.left, y - box.top] as const;
    const found = board.marks
      .map((mark) => ({ mark, off: Math.min(...mark.pieces.map(([from, to]) => aside(at, place(view, from), place(view, to)))) }))
      .sort((a, b) => a.off - b.off)[0];
    if (found && found.off < MEANT) onMark(found.mark.id, far);
  };
  const { zoom, nearer, handlers } = useTouch(ref, { onTurn, onTap: meant });
  // The whole depth is seen, with room above it for the tape, the words and the part of the square off the board.
  const scale = zoom * Math.max(0.01, Math.min(width / span, (height - OVER - UNDER) / board.depth));
  const whole = up > 0 ? height - UNDER - board.depth * scale : UNDER + board.depth * scale;
  const view: View | null = size && height > 0
    ? { scale, way, up, x: width / 2 - way * stop.lens[0] * scale, y: zoom > 1 ? height / 2 - up * stop.lens[1] * scale : whole }
    : null;
  const [scene, held] = useSlide(`${near.id}/${stop.id}`, view, square, !board.away);
  return (
    <div ref={ref} className={`lens ${up < 0 ? "away" : ""}`} {...handlers}>
      {view && (
        <svg width={width} height={height} role="img" aria-label={say(far ? "mark.lens_far" : "mark.lens")}>
          <g ref={scene}>
            <Wood board={board} view={view} grain />
            <TapeEdge board={board} view={view} width={width} near={stop.at} thickness={TAPE} />
            <Lines board={board} view={view} open={stop.marks} done={done} />
            {before.map((line, i) => (
              <polyline key={i} className="line-before" points={path(view, line)} />
            ))}
            <g ref={held}>{square && far === (stop.face === "far") && <SquareShape square={square} view={view} />}</g>
            {far === (stop.face === "far") && stop.lines.map((line, i) => (
              <polyline key={i} className="line-open" points={path(view, line)} />
            ))}
            <Measured stop={stop} view={view} />
          </g>
          {square && <Held stop={stop} view={view} width={width} height={height} />}
        </svg>
      )}
      <HeldWords stop={stop} flipped={way < 0} />
      <div className="lens-tools">
        <span>◂ {say(way > 0 ? "mark.head" : "mark.foot").toLowerCase()}</span>
        <span className="end">{say(way > 0 ? "mark.foot" : "mark.head").toLowerCase()} ▸</span>
        {near.far && (
          <button type="button" aria-pressed={far} onClick={() => setTurned({ stop: stop.id, far: !far })}>
            {say(far ? "mark.near_face" : "mark.far_face")}
          </button>
        )}
        <button type="button" aria-label={say("mark.nearer")} onClick={() => nearer(1.5)}>
          +
        </button>
        <button type="button" aria-label={say("mark.farther")} disabled={zoom === 1} onClick={() => nearer(1 / 1.5)}>
          −
        </button>
      </div>
    </div>
  );
}

/** The words of the two figures, in the corners, clear of tape and board. */
function HeldWords({ stop, flipped }: { stop: Stop; flipped: boolean }) {
  const say = useWords();
  const square = stop.square;
  if (!square) return null;
  const tongueWest = square.tongue_at[0] < square.body_at[0] !== flipped;
  const jig = stop.kind === "jig";
  const tongue = { text: say(jig ? "mark.jig_plumb" : "mark.tongue", { figure: square.tongue_figure.text }), sense: square.tongue_figure.sense };
  const body = { text: say(jig ? "mark.jig_level" : "mark.body", { figure: square.body_figure.text }), sense: square.body_figure.sense };
  return (
    <div className="held-words">
      {(tongueWest ? [tongue, body] : [body, tongue]).map(({ text, sense }) => (
        <p key={text}>
          <b>{typeset(text)}</b> {sense} {!jig && <small>{square.scales}, {say("mark.same_edge").toLowerCase()}</small>}
        </p>
      ))}
    </div>
  );
}

/** The two figures to hold, ringed at the edge of the board. */
function Held({ stop, view, width, height }: { stop: Stop; view: View; width: number; height: number }) {
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
            {seen && <path d={`M${x} ${y - view.up * 11}L${elbow} ${view.up > 0 ? 54 : height - 54}`} />}
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
  const [dx, dy] = level ? [0, view.up * 16] : [-14, 10];
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
