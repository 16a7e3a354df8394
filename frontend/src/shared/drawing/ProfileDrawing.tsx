/** The walked-on line of a flight as a small true drawing. */
import type { Profile } from "../../api/types";

interface Props {
  profile: Profile;
  /** Draw to a common scale: mm of width and height the picture stands for. */
  span?: { width: number; height: number };
  dashed?: boolean;
  title?: string;
}

export function ProfileDrawing({ profile, span, dashed = false, title }: Props) {
  const xs = profile.steps.map(([x]) => x);
  const left = Math.min(...xs);
  const width = span?.width ?? Math.max(...xs) - left;
  const height = span?.height ?? profile.ground;
  const pad = 0.03 * Math.max(width, height);
  const base = profile.ground + 0.16 * height;
  const top = profile.steps.map(([x, y]) => `${x},${y}`).join(" ");
  const right = Math.max(...xs);
  return (
    <svg
      className={`profile ${dashed ? "dashed" : ""}`}
      viewBox={`${left - pad} ${profile.ground - height - pad} ${width + 2 * pad} ${height * 1.16 + 2 * pad}`}
      preserveAspectRatio="xMinYMax meet"
      role="img"
      aria-label={title}
      {...(title ? {} : { "aria-hidden": true })}
    >
      <polygon className="body" points={`${top} ${right},${base} ${left},${base}`} />
      <polyline className="walk" points={top} />
    </svg>
  );
}
