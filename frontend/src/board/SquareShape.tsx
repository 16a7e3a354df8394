/** A steel square lying in its setting, with its outside scales, true to size. */
import type { Point, SquareSetting } from "../api/types";
import { between, distance, path, place, type View } from "./geometry";

export function SquareShape({ square, view }: { square: SquareSetting; view: View }) {
  const [, tongueEnd, , , , bodyEnd] = square.shape;
  if (!tongueEnd || !bodyEnd) return null;
  return (
    <g className="square">
      <polygon data-edge={square.edge} data-draws={square.draws} data-scrap={square.scrap} points={path(view, square.shape)} />
      {!square.jig && <Scale square={square} view={view} end={tongueEnd} held={square.tongue_at} inward={bodyEnd} />}
      {!square.jig && <Scale square={square} view={view} end={bodyEnd} held={square.body_at} inward={tongueEnd} />}
    </g>
  );
}

interface ScaleProps {
  square: SquareSetting;
  view: View;
  end: Point;
  held: Point;
  inward: Point;
}

function Scale({ square, view, end, held, inward }: ScaleProps) {
  const { heel, unit, numbered } = square;
  const length = distance(heel, end);
  const inwardLength = distance(heel, inward);
  const step: Point = [(inward[0] - heel[0]) / inwardLength, (inward[1] - heel[1]) / inwardLength];
  const heldFigure = distance(heel, held) / unit;
  const [hx, hy] = place(view, heel);
  const [ex, ey] = place(view, end);
  const turn = (Math.atan2(ey - hy, ex - hx) * 180) / Math.PI;
  const upright = turn > 90 || turn < -90 ? turn + 180 : turn;
  const every = unit * view.scale < 16 ? (numbered === 1 ? 2 : 5) : 1;
  const marks = [];
  for (let k = numbered === 1 ? 2 : 5; k * unit <= length + 0.01; k += 1) {
    const at = between(heel, end, (k * unit) / length);
    const inner: Point = [at[0] + step[0] * unit * 0.32, at[1] + step[1] * unit * 0.32];
    const label = place(view, [at[0] + step[0] * Math.max(unit * 0.75, 18 / view.scale), at[1] + step[1] * Math.max(unit * 0.75, 18 / view.scale)]);
    marks.push(
      <g key={k}>
        <polyline points={path(view, [at, inner])} />
        {k % every === 0 && (
          <text
            className={Math.abs(k - heldFigure) < 0.5 ? "near-held" : ""}
            x={label[0]} y={label[1]} dy="4" textAnchor="middle" transform={`rotate(${upright.toFixed(2)} ${label[0].toFixed(2)} ${label[1].toFixed(2)})`}
          >
            {k * numbered}
          </text>
        )}
      </g>,
    );
  }
  return <g className="square-scale">{marks}</g>;
}
