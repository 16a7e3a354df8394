/** The tape along the top edge: numbered marks everywhere, fine ones near the place that is read. */
import type { Board } from "../api/types";
import { along, place, type View } from "./geometry";

interface Props {
  board: Board;
  view: View;
  width: number;
  near: number | null;
  thickness: number;
}

/** px between fine marks below which they are left out away from the reading. */
const TIGHT = 3;
/** px a number needs to either side to be whole. */
const EDGE = 18;

export function TapeEdge({ board, view, width, near, thickness }: Props) {
  const { tape_unit: unit, tape_division: division, tape_numbered: numbered } = board;
  // The tape runs from its hook towards the other end: down the board, or up it.
  const way = board.from_foot ? -1 : 1;
  const onBoard = (t: number): readonly [number, number] => place(view, [board.hook + way * t, 0]);
  const seen = [along(view, 0), along(view, width)].map((u) => (u - board.hook) * way).sort((a, b) => a - b) as [number, number];
  const from = Math.max(0, seen[0]);
  const to = Math.min(board.length + 4 * unit, seen[1]);
  const [first, edge] = onBoard(from);
  const [last] = onBoard(to);
  const [left, right] = first < last ? [first, last] : [last, first];
  const imperial = numbered === 1;
  // As many numbers as have room, in steps a tape would count in.
  const room = imperial ? 17 : 38;
  const steps = imperial ? [1, 3, 6, 12] : [1, 2, 5, 10, 20];
  const every = steps.find((step) => step * unit * view.scale >= room) ?? 50;
  const marks = [];
  for (let k = Math.ceil(from / unit); k <= to / unit; k += 1) {
    const [x] = onBoard(k * unit);
    const strong = imperial ? k % 12 === 0 : k % 10 === 0;
    marks.push(
      <g key={k} className={strong ? "tape-strong" : ""}>
        <line x1={x} x2={x} y1={edge} y2={edge - view.up * thickness * 0.42} />
        {k > 0 && k % every === 0 && x > EDGE && x < width - EDGE && (
          <text x={x} y={edge - view.up * (thickness - 6) + 5} textAnchor="middle">
            {imperial ? (strong ? `${k / 12}’` : k % 12) : k * numbered}
          </text>
        )}
      </g>,
    );
  }
  const run = (u: number): number => (u - board.hook) * way;
  const fine = [];
  const dense = division * view.scale < TIGHT;
  const fineFrom = !dense ? from : near === null ? to : Math.max(from, run(near) - unit * 1.5);
  const fineTo = !dense || near === null ? to : Math.min(to, run(near) + unit * 1.5);
  const half = unit / 2;
  for (let k = Math.ceil(from / half); k <= to / half; k += 1) {
    const [x] = onBoard(k * half);
    fine.push(<line key={`h${k}`} x1={x} x2={x} y1={edge} y2={edge - view.up * thickness * 0.26} />);
  }
  for (let k = Math.ceil(fineFrom / division); k <= fineTo / division; k += 1) {
    const [x] = onBoard(k * division);
    fine.push(<line key={`f${k}`} x1={x} x2={x} y1={edge} y2={edge - view.up * thickness * (k % 2 ? 0.14 : 0.2)} />);
  }
  return (
    <g className="tape">
      <rect x={left} y={view.up > 0 ? edge - thickness : edge} width={Math.max(0, right - left)} height={thickness} />
      {fine}
      {marks}
      {near !== null && <TapeReading view={view} thickness={thickness} near={near} />}
    </g>
  );
}

function TapeReading({ view, near, thickness }: { view: View; near: number; thickness: number }) {
  const [x, edge] = place(view, [near, 0]);
  const over = edge - view.up * (thickness + 9);
  return <path className="tape-reading" d={`M${x} ${over}V${edge}M${x - 5} ${over}h10`} />;
}
