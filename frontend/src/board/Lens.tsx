/** The board at one stop, near: tape on the edge, the square true to size in its setting, the lines to draw glowing. */
import { useState } from "react";
import type { Board, Point, SquareSetting, Stop } from "../api/types";
import { useSize } from "../shared/drawing/useSize";
import { useWords } from "../words/words";
import { Lines, Wood } from "./BoardParts";
import { aside, endWord, path, place, type View } from "./geometry";
import { typeset } from "../shared/typeset";
import { SquareShape } from "./SquareShape";
import { TapeEdge } from "./TapeEdge";
import { useSlide } from "./useSlide";
import { useTouch } from "./useTouch";

interface Props {
  board: Board;
  stop: Stop;
  /** The square of the step that is open. */
  square: SquareSetting | null;
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
/** px kept free for the words of the figures, on their edge's side, and for tape and buttons on the other. */
const ROOM = 112;
const LESS = 60;
/** px round a tap within which a line is meant. */
const MEANT = 22;

/** The board as it lies: from the side the user stands at, and with the face up that is drawn on. */
function lying(board: Board, far: boolean): { board: Board; way: 1 | -1; up: 1 | -1 } {
  const turned = [board.left_handed, board.away, far].filter(Boolean).length % 2 === 1;
  const shown = far && board.far ? { ...board, ...board.far } : board;
  return { board: shown, way: turned ? -1 : 1, up: board.away ? -1 : 1 };
}

/** px of paper left beyond a board's end. */
const BESIDE = 70;

/** Where u = 0 lies, moved so that no more paper than needed is seen beyond either end of the board. */
function kept(x: number, way: 1 | -1, length: number, width: number): number {
  const [west, east] = way > 0 ? [x, x + length] : [x - length, x];
  if (length < width - 2 * BESIDE) return x + (width - east - west) / 2;
  return west > BESIDE ? x - (west - BESIDE) : east < width - BESIDE ? x + (width - BESIDE - east) : x;
}

export function Lens({ board: near, stop, square, done, span, before, onTurn, onMark }: Props) {
  const say = useWords();
  const [ref, size] = useSize<HTMLDivElement>();
  const width = size?.width ?? 0;
  const height = size?.height ?? 0;
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
  const lower = square?.edge === "bottom";
  const wordsBelow = square !== null && lower === up > 0;
  const over = lower === up > 0 ? LESS : ROOM;
  const under = lower === up > 0 ? ROOM : LESS;
  const scale = zoom * Math.max(0.01, Math.min(width / span, (height - over - under) / board.depth));
  const whole = up > 0 ? height - under - board.depth * scale : over + board.depth * scale;
  const x = kept(width / 2 - way * stop.lens[0] * scale, way, board.length * scale, width);
  const view: View | null = size && height > 0
    ? { scale, way, up, x, y: zoom > 1 ? height / 2 - up * stop.lens[1] * scale : whole }
    : null;
  const [scene, held] = useSlide(`${near.id}/${stop.id}`, view, square, !board.away);
  return (
    <div ref={ref} className={`lens ${up < 0 ? "away" : ""}`} {...handlers}>
      {view && (
        <svg width={width} height={height} role="img" aria-label={say(far ? "mark.lens_far" : "mark.lens")}>
          <g ref={scene}>
            <Wood board={board} view={view} grain face={far ? "far" : "near"} />
            <TapeEdge board={board} view={view} width={width} near={stop.at} thickness={TAPE} />
            <Lines board={board} view={view} open={stop.marks} done={done} />
            {before.map((line, i) => (
              <polyline key={i} className="line-before" points={path(view, line)} />
            ))}
            {far === (stop.face === "far") && stop.ghosts.map((ghost, i) => (
              <polygon key={i} className="ghost" points={path(view, ghost)} />
            ))}
            <g ref={held}>{square && far === (stop.face === "far") && <SquareShape square={square} view={view} />}</g>
            {far === (stop.face === "far") && stop.lines.map((line, i) => (
              <polyline key={i} className="line-open" points={path(view, line)} />
            ))}
            {far === (stop.face === "far") && stop.crosses.map((at, i) => <Cross key={i} at={place(view, at)} />)}
            {stop.rule && <polyline className="sloped-rule" points={path(view, stop.rule)} />}
            <Measured stop={stop} view={view} width={width} free={[wordsBelow ? 22 : square ? 76 : up < 0 ? 70 : 22, height - (wordsBelow ? 118 : up > 0 ? 70 : 14)]} />
          </g>
          {square && <Held square={square} view={view} width={width} height={height} />}
        </svg>
      )}
      <HeldWords square={square} flipped={way < 0} below={(square?.edge === "bottom") === up > 0} />
      <div className="lens-tools">
        <span>◂ {say(endWord(near, way > 0))}</span>
        <span className="end">{say(endWord(near, way < 0))} ▸</span>
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

/** The X on the side of a line where a piece will stand. */
function Cross({ at: [x, y] }: { at: readonly [number, number] }) {
  return <path className="line-open cross" d={`M${x - 5},${y - 5} L${x + 5},${y + 5} M${x - 5},${y + 5} L${x + 5},${y - 5}`} />;
}

/** The words of the two figures, in the corners on their edge's side, clear of tape and board. */
function HeldWords({ square, flipped, below }: { square: SquareSetting | null; flipped: boolean; below: boolean }) {
  const say = useWords();
  if (!square) return null;
  const tongueWest = square.tongue_at[0] < square.body_at[0] !== flipped;
  const { jig } = square;
  const tongue = { text: say(jig ? "mark.jig_plumb" : "mark.tongue", { figure: square.tongue_figure.text }), sense: square.tongue_figure.sense };
  const body = { text: say(jig ? "mark.jig_level" : "mark.body", { figure: square.body_figure.text }), sense: square.body_figure.sense };
  return (
    <div className={`held-words ${below ? "below" : ""}`}>
      {(tongueWest ? [tongue, body] : [body, tongue]).map(({ text, sense }) => (
        <p key={text}>
          <b>{typeset(text)}</b> {sense} {!jig && <small>{square.scales}</small>}
        </p>
      ))}
    </div>
  );
}

/** The two figures to hold, ringed at the edge of the board they stand on. */
function Held({ square, view, width, height }: { square: SquareSetting; view: View; width: number; height: number }) {
  const tongueWest = square.tongue_at[0] < square.body_at[0] === view.way > 0;
  const held = [
    { name: "tongue", at: square.tongue_at, west: tongueWest },
    { name: "body", at: square.body_at, west: !tongueWest },
  ];
  // Towards the words, which stand on the side of the edge.
  const out = square.edge === "bottom" ? -view.up : view.up;
  return (
    <g className="held">
      {held.map(({ name, at, west }) => {
        const [x, y] = place(view, at);
        const seen = x > 8 && x < width - 8;
        const elbow = west ? 150 : width - 150;
        return (
          <g key={name} data-leg={name}>
            {seen && <circle cx={x} cy={y} r="10" />}
            {seen && <path d={`M${x} ${y - out * 11}L${elbow} ${out > 0 ? 54 : height - 54}`} />}
          </g>
        );
      })}
    </g>
  );
}

/** The figure between its two ends, where it is not read on the tape. */
function Measured({ stop, view, width, free }: { stop: Stop; view: View; width: number; free: readonly [number, number] }) {
  if (!stop.measure || !stop.figure) return null;
  const [from, to] = stop.measure.map((point) => place(view, point)) as [[number, number], [number, number]];
  const level = Math.abs(from[1] - to[1]) < 1;
  const [dx, dy] = level ? [0, view.up * 16] : [-14, 10];
  const tick = level ? "v12m0 -6" : "l9 -7";
  // In the middle of what is seen of it, with room for the figure.
  const ends = [from[0], to[0]].map((x) => Math.max(0, Math.min(width, x))) as [number, number];
  const seen = Math.max(60, Math.min(width - 60, (ends[0] + ends[1]) / 2));
  return (
    <g className="measured">
      <path d={`M${from[0] + dx} ${from[1] + dy}L${to[0] + dx} ${to[1] + dy}`} />
      {[from, to].map(([x, y]) => (
        <path key={`${x},${y}`} d={level ? `M${x} ${y + dy - 6}${tick}` : `M${x + dx - 5} ${y + dy + 4}${tick}`} />
      ))}
      <text x={level ? seen : Math.max(70, (from[0] + to[0]) / 2 + dx - 10)} y={Math.max(free[0], Math.min(free[1], (from[1] + to[1]) / 2 + dy + (level ? 17 : 6)))} textAnchor={level ? "middle" : "end"}>
        {typeset(stop.figure.text)}
      </text>
    </g>
  );
}
