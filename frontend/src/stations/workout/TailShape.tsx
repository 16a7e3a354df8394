/** The corners of a shaped tail, each in and down from its top corner. */
import { RowsField } from "../../shared/fields/RowsField";
import { valueAt } from "../../shared/work/document";
import { useWords } from "../../words/words";
import { useWork } from "../../shared/work/WorkContext";
import { usual } from "../../words/usual";

const text = (value: unknown): string => (typeof value === "string" ? value : typeof value === "number" ? String(value) : "");

export function TailShape() {
  const document = useWork((state) => state.document);
  const currentErrors = useWork((state) => state.errors);
  const job = useWork((state) => state.job);
  const keeper = useWork((state) => state.keeper);
  const say = useWords();
  const kept = valueAt(document, "eaves.profile");
  const corners = (Array.isArray(kept) ? kept : []) as readonly (readonly unknown[])[];
  const errors = currentErrors.map((one) => ({ ...one, path: one.path.replace(/^(eaves\.profile\[\d+\])\[0\]$/, "$1.in").replace(/^(eaves\.profile\[\d+\])(\[1\])?$/, "$1.down") }));
  const plain = (value: string) => value;
  return (
    <RowsField
      title={say("roof.profile")} say={say("roof.profile_say")} path="eaves.profile" errors={errors}
      rows={corners.map(([inward, down]) => ({ in: inward, down }))}
      columns={[{ key: "in", label: say("roof.profile_in"), read: text, write: plain }, { key: "down", label: say("roof.profile_down"), read: text, write: plain }]}
      fresh={usual(job.units, "eaves.profile_row")}
      onChange={(rows) => keeper.change("eaves.profile", rows.map((row) => [row["in"], row["down"]]))}
    />
  );
}
