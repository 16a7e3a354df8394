/** A roof from above on its card: its eaves, and the lines where its slopes meet. */
import type { Card } from "../../api/types";

export function PlanDrawing({ plan }: { plan: NonNullable<Card["plan"]> }) {
  const xs = plan.outline.map(([x]) => x);
  const ys = plan.outline.map(([, y]) => y);
  const [left, top] = [Math.min(...xs), Math.max(...ys)];
  const [width, height] = [Math.max(...xs) - left, top - Math.min(...ys)];
  // Seen from above: y runs up the page.
  const at = ([x, y]: readonly [number, number]) => `${(x - left).toFixed(1)},${(top - y).toFixed(1)}`;
  const room = 0.02 * Math.max(width, height);
  return (
    <svg className="profile" viewBox={`${-room} ${-room} ${width + 2 * room} ${height + 2 * room}`} preserveAspectRatio="xMinYMid meet" aria-hidden="true">
      <polygon className="body" points={plan.outline.map(at).join(" ")} />
      <polygon className="walk" points={plan.outline.map(at).join(" ")} />
      {plan.seams.map(([from, to], i) => <polyline key={i} className="walk" points={`${at(from)} ${at(to)}`} />)}
    </svg>
  );
}
