/** Wings on a rectangle's sides: each by its side, from where, how wide, how far out; its own pitch, end and plates. */
import Button from "@mui/material/Button";
import type { Document } from "../../api/types";
import { Choice } from "../../shared/fields/Choice";
import { TypedField } from "../../shared/fields/TypedField";
import { useWork } from "../../shared/work/WorkContext";
import { valueAt } from "../../shared/work/document";
import { useWords, type WordId } from "../../words/words";
import { usual } from "../../words/usual";

/** Wings of a plan. */
const MOST = 6;
const SIDES = ["first", "second_end", "second", "first_end"] as const;
const SIZES = ["from", "width", "out"] as const;
/** What is the roof's own, or none, where nothing is typed. */
const OWN = [["pitch", "outline.as_roof"], ["plate", "outline.plate_level"]] as const;

/** Wings stand on a rectangle with its ridge in the middle. */
const winged = (document: Document) =>
  (valueAt(document, "plan.shape") ?? "rectangle") === "rectangle" && valueAt(document, "ridge.kind") !== "none" && valueAt(document, "plan.ridge_at") === undefined && !valueAt(document, "gambrel");

const wingsOf = (document: Document) => (valueAt(document, "plan.wings") ?? []) as Document[];

/** One wing more, of a usual size. */
function AddWing() {
  const job = useWork((state) => state.job);
  const document = useWork((state) => state.document);
  const keeper = useWork((state) => state.keeper);
  const say = useWords();
  const wings = wingsOf(document);
  const add = () => {
    // A wing brings valleys: their timber first, where there is none to take over.
    if (valueAt(document, "hip") === undefined && valueAt(document, "plan.valley") === undefined) keeper.change("plan.valley", { ...usual(job.units, "hip") });
    keeper.change("plan.wings", [...wings, { ...usual(job.units, "plan.wings") }]);
  };
  return <Button variant="text" disabled={wings.length >= MOST} onClick={add}>{say("wings.add")}</Button>;
}

/** Beside the shapes, where a building has no wing yet. */
export function FirstWing() {
  const document = useWork((state) => state.document);
  return winged(document) && wingsOf(document).length === 0 ? <AddWing /> : null;
}

export function Wings() {
  const document = useWork((state) => state.document);
  const errors = useWork((state) => state.errors);
  const keeper = useWork((state) => state.keeper);
  const say = useWords();
  const wings = wingsOf(document);
  const keep = (next: Document[]) => keeper.change("plan.wings", next.length > 0 ? next : undefined);
  const set = (number: number, key: string, value: unknown) =>
    keep(wings.map((wing, n) => (n === number ? Object.fromEntries(Object.entries({ ...wing, [key]: value }).filter(([, one]) => one !== "")) : wing)));
  const wrong = (number: number, key: string) => errors.find((one) => one.path === `plan.wings[${number}].${key}`)?.sentence;
  const whole = errors.filter((one) => /^plan\.wings(\[\d+\])?$/.test(one.path));
  const own = (wing: Document, key: string): string => (typeof wing[key] === "string" || typeof wing[key] === "number" ? String(wing[key]) : "");
  if (!winged(document) || wings.length === 0) return null;
  return (
    <section className="walls-below wings" aria-label={say("wings.title")}>
      <h2>{say("wings.title")}</h2>
      <p className="quiet">{say("wings.say")}</p>
      <ol className="outline-sides">
        {wings.map((wing, n) => (
          <li key={n}>
            <b>{n + 1}</b>
            <Choice
              label={say("wings.side", { n: n + 1 })} chosen={wing["side"]} onChoose={(side) => set(n, "side", side)}
              answers={SIDES.map((side) => ({ id: side, text: say(`wings.side_${side}`) }))}
            />
            {SIZES.map((key) => (
              <TypedField
                key={key} label={say(`wings.${key}`, { n: n + 1 })} short={say(`wings.${key}_short`)} value={own(wing, key)} error={wrong(n, key)}
                onCommit={(text) => set(n, key, text)}
              />
            ))}
            {OWN.map(([key, none]) => (
              <TypedField
                key={key} label={say(`wings.${key}`, { n: n + 1 })} short={say(`outline.${key}_short` as WordId)} value={own(wing, key)} error={wrong(n, key)}
                placeholder={say(none)} onCommit={(text) => set(n, key, text)}
              />
            ))}
            <Choice
              label={say("wings.end", { n: n + 1 })} chosen={wing["end"] ?? "gable"} onChoose={(end) => set(n, "end", end)}
              answers={(["gable", "hip"] as const).map((end) => ({ id: end, text: say(`wings.end_${end}`) }))}
            />
            <Button variant="text" aria-label={say("wings.take", { n: n + 1 })} onClick={() => keep(wings.filter((_, k) => k !== n))}>{say("below.take_short")}</Button>
          </li>
        ))}
      </ol>
      {whole.map((one) => <p key={one.path} className="said error" role="alert">{one.sentence}</p>)}
      <AddWing />
    </section>
  );
}
