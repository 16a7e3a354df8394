/** Openings in a slope, and what stands or lies on the deck over them: dormers, crickets; how thick the deck is. */
import type { Document } from "../../api/types";
import { RowsField, type Column } from "../../shared/fields/RowsField";
import { TapeField } from "../../shared/fields/TapeField";
import { useWork } from "../../shared/work/WorkContext";
import { valueAt } from "../../shared/work/document";
import { useWords } from "../../words/words";
import { usual } from "../../words/usual";

const SIDES = ["first", "second_end", "second", "first_end"] as const;
const text = (value: unknown): string => (typeof value === "string" ? value : typeof value === "number" ? String(value) : "");
const write = (value: string) => value;

/** What is kept under one key of the plan, row by row; an emptied column is left out. */
function Rows({ path, title, said, columns }: { path: "plan.openings" | "plan.dormers"; title: string; said: string; columns: readonly Column[] }) {
  const document = useWork((state) => state.document);
  const job = useWork((state) => state.job);
  const errors = useWork((state) => state.errors);
  const keeper = useWork((state) => state.keeper);
  const sides = useWork((state) => state.screen?.roof?.sides);
  const say = useWords();
  const rectangle = (valueAt(document, "plan.shape") ?? "rectangle") === "rectangle";
  const side: Column = {
    key: "side", label: say("openings.side"),
    answers: rectangle
      ? SIDES.map((id) => ({ id, name: say(`wings.side_${id}`) }))
      : (sides ?? []).map((_, n) => ({ id: String(n + 1), name: String(n + 1) })),
    read: text, write: (value) => (rectangle ? value : Number(value)),
  };
  const kept = valueAt(document, path);
  const rows = (Array.isArray(kept) ? kept : []) as readonly Document[];
  const change = (next: readonly Document[]) => {
    if (next.length > rows.length && valueAt(document, "plan.deck") === undefined) keeper.change("plan.deck", usual(job.units, "plan.deck"));
    const whole = next.map((row) => Object.fromEntries(Object.entries(row).filter(([, value]) => value !== "")));
    keeper.change(path, whole.length > 0 ? whole : undefined);
  };
  const fresh = { ...usual(job.units, path), ...(rectangle ? {} : { side: 1 }) };
  // What is wrong with a whole row stands at its first length.
  const placed = errors.filter((one) => one.path.startsWith(path)).map((one) => ({ ...one, path: one.path.replace(/\[(\d+)\]$/, "[$1].from") }));
  return <li><RowsField title={title} say={said} path={path} rows={rows} columns={[side, ...columns]} errors={placed} fresh={fresh} onChange={change} /></li>;
}

export function RoofOpenings() {
  const document = useWork((state) => state.document);
  const say = useWords();
  const column = (key: string, word: Parameters<typeof say>[0]): Column => ({ key, label: say(word), read: text, write });
  const lies = valueAt(document, "plan.valley.head") === "lay_on" || valueAt(document, "plan.openings") !== undefined || valueAt(document, "plan.dormers") !== undefined;
  return (
    <>
      <Rows
        path="plan.openings" title={say("openings.title")} said={say("openings.say")}
        columns={[column("from", "openings.from"), column("width", "openings.width"), column("inward", "openings.inward"), column("to", "openings.to"), column("cricket", "openings.cricket")]}
      />
      <Rows
        path="plan.dormers" title={say("openings.dormers")} said={say("openings.dormers_say")}
        columns={[column("from", "openings.from"), column("width", "openings.dormer_width"), column("inward", "openings.front"), column("plate", "openings.plate"), column("pitch", "openings.pitch")]}
      />
      {lies && <li><TapeField path="plan.deck" label={say("openings.deck")} labelled plain missing={say("measure.not_known")} /></li>}
    </>
  );
}
