/** A sign for how much something matters: its shape says it, its colour repeats it. */
const shapes: Record<string, { path: string; name: string }> = {
  ok: { path: "M3 9l4 4 8-9", name: "settled" },
  note: { path: "M3 9h12", name: "note" },
  look: { path: "M9 2l7 13H2z", name: "look" },
  stop: { path: "M3 3l12 12M15 3L3 15", name: "stop" },
};

export function LevelSign({ level }: { level: string }) {
  const shape = shapes[level] ?? shapes["note"];
  return (
    <svg className={`level-sign ${level}`} viewBox="0 0 18 18" role="img" aria-label={shape?.name}>
      <path d={shape?.path} />
    </svg>
  );
}
