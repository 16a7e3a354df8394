/** The parts every drawing of a board is made of: wood, waste, pencil lines. */
import { useId } from "react";
import type { Board } from "../api/types";
import { path, place, type View } from "./geometry";

/** Wood with its waste hatched: a pattern, so that it does not rest on colour. */
export function Wood({ board, view, grain = false, face = "near" }: { board: Board; view: View; grain?: boolean; face?: "near" | "far" }) {
  const id = useId();
  const length = board.length;
  const [x, y] = place(view, [view.way > 0 ? 0 : length, view.up > 0 ? 0 : board.depth]);
  const width = length * view.scale;
  const height = board.depth * view.scale;
  return (
    <g>
      <defs>
        <pattern id={id} width="9" height="9" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <line x1="0" x2="0" y1="0" y2="9" className="hatch" />
        </pattern>
      </defs>
      <rect className="wood" x={x} y={y} width={width} height={height} />
      {grain &&
        [0.18, 0.36, 0.58, 0.8].map((share, i) => (
          <path
            key={share}
            className="grain"
            d={`M${x} ${y + height * share}q${width * 0.25} ${i % 2 ? 7 : -7} ${width * 0.5} 0t${width * 0.5} 0`}
          />
        ))}
      {board.waste.map((scrap, i) => (
        <polygon key={i} className="scrap" points={path(view, scrap)} />
      ))}
      {board.waste.map((scrap, i) => (
        <polygon key={`h${i}`} fill={`url(#${id})`} points={path(view, scrap)} />
      ))}
      {board.defects.map((defect, i) => (
        <polygon key={`d${i}`} className={defect.face === null || defect.face === face ? "defect" : "defect below"} points={path(view, defect.corners)} />
      ))}
      <rect className="board-edge" x={x} y={y} width={width} height={height} />
    </g>
  );
}

/** Every line on the near face; those of the open stop glow. */
export function Lines({ board, view, open, done }: { board: Board; view: View; open: readonly string[]; done: ReadonlySet<string> }) {
  return (
    <g>
      {board.marks.map((mark) =>
        mark.pieces.map(([from, to], i) => (
          <polyline
            key={`${mark.id}-${i}`}
            className={open.includes(mark.id) ? "line-open" : done.has(mark.id) ? "line-done" : "line-later"}
            points={path(view, [from, to])}
          />
        )),
      )}
    </g>
  );
}
