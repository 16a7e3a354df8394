/** A sheet as a small picture: its shapes alone, fitted to its place. */
import type { Sheet } from "../../api/types";

export function Picture({ sheet, title }: { sheet: Sheet; title?: string }) {
  const [left, top, right, bottom] = sheet.extent;
  return (
    <svg
      className="picture" viewBox={`${left} ${top} ${right - left} ${bottom - top}`} {...(title ? { role: "img", "aria-label": title } : { "aria-hidden": true })}
    >
      {sheet.paths.map((path) => {
        const points = path.points.map((point) => point.map((v) => v.toFixed(2)).join(",")).join(" ");
        return path.closed ? (
          <polygon key={path.id} className={`layer-${path.layer}`} points={points} vectorEffect="non-scaling-stroke" />
        ) : (
          <polyline key={path.id} className={`layer-${path.layer}`} points={points} vectorEffect="non-scaling-stroke" />
        );
      })}
    </svg>
  );
}
