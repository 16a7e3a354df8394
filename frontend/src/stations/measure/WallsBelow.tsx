/** Walls and purlins below that carry: each from one point of the plan to another, its top, its width. */
import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import type { Document, Side } from "../../api/types";
import { TypedField } from "../../shared/fields/TypedField";
import { useWork } from "../../shared/work/WorkContext";
import { valueAt } from "../../shared/work/document";
import { useWords, type WordId } from "../../words/words";
import { usual } from "../../words/usual";

/** Walls of a plan. */
const MOST = 12;
const ENDS = [["from", 0], ["from", 1], ["to", 0], ["to", 1]] as const;
const SIZES = ["top", "width"] as const;

export function WallsBelow({ sides }: { sides: readonly Side[] }) {
  const job = useWork((state) => state.job);
  const document = useWork((state) => state.document);
  const errors = useWork((state) => state.errors);
  const keeper = useWork((state) => state.keeper);
  const say = useWords();
  const walls = (valueAt(document, "plan.bearings") ?? []) as Document[];
  const keep = (next: Document[]) => keeper.change("plan.bearings", next.length > 0 ? next : undefined);
  const set = (number: number, key: string, value: unknown) => keep(walls.map((wall, n) => (n === number ? { ...wall, [key]: value } : wall)));
  const at = (wall: Document, key: "from" | "to"): string[] => (wall[key] as unknown[]).map(String);
  const wrong = (number: number, key: string) => errors.find((one) => one.path === `plan.bearings[${number}].${key}`)?.sentence;
  const whole = errors.filter((one) => /^plan\.bearings(\[\d+\])?$/.test(one.path));
  const add = () => {
    const [first, second] = [sides[0], sides[1]];
    if (!first || !second) return;
    const point = (side: Side) => side.at.map((mm) => `${mm.toFixed(1)} mm`);
    keep([...walls, { from: point(first), to: point(second), top: "0", width: usual(job.units, "plan.bearing_width") }]);
  };
  return (
    <section className="walls-below" aria-label={say("below.title")}>
      <h2>{say("below.title")}</h2>
      {walls.length > 0 && <p className="quiet">{say("below.say")}</p>}
      <ol className="outline-sides">
        {walls.map((wall, n) => (
          <li key={n}>
            <b>{n + 1}</b>
            {ENDS.map(([key, axis]) => (
              <TypedField
                key={`${key}${axis}`} label={say(`below.${key}_${axis}` as WordId, { n: n + 1 })} short={say(`below.${key}_${axis}_short` as WordId)}
                value={at(wall, key)[axis] ?? ""} error={wrong(n, `${key}[${axis}]`) ?? (axis === 0 ? wrong(n, key) : undefined)}
                onCommit={(text) => set(n, key, at(wall, key).map((one, k) => (k === axis ? text : one)))}
              />
            ))}
            {SIZES.map((key) => (
              <TypedField
                key={key} label={say(`below.${key}`, { n: n + 1 })} short={say(`below.${key}_short`)} value={String(wall[key])} error={wrong(n, key)}
                onCommit={(text) => set(n, key, text)}
              />
            ))}
            <FormControlLabel
              className="posts-on-it" label={say("below.posts_short")}
              control={<Checkbox checked={wall["posts"] === true} slotProps={{ input: { "aria-label": say("below.posts", { n: n + 1 }) } }} onChange={(_, checked) => set(n, "posts", checked)} />}
            />
            <Button variant="text" aria-label={say("below.take", { n: n + 1 })} onClick={() => keep(walls.filter((_, k) => k !== n))}>{say("below.take_short")}</Button>
          </li>
        ))}
      </ol>
      {whole.map((one) => <p key={one.path} className="said error" role="alert">{one.sentence}</p>)}
      <Button variant="text" disabled={walls.length >= MOST} onClick={add}>{say("below.add")}</Button>
    </section>
  );
}
