/** A list of rows in the work's document, a column for each key. */
import type { Document } from "../../api/types";
import { RowsField, type Column } from "../../shared/fields/RowsField";
import { valueAt } from "../../shared/work/document";
import { useWords, type WordId } from "../../words/words";
import { useWork } from "../../shared/work/WorkContext";

export function Rows({ path, title, said, columns, fresh }: { path: string; title: WordId; said: WordId; columns: readonly Column[]; fresh: Document }) {
  const document = useWork((state) => state.document);
  const errors = useWork((state) => state.errors);
  const keeper = useWork((state) => state.keeper);
  const say = useWords();
  const kept = valueAt(document, path);
  return (
    <RowsField
      title={say(title)} say={say(said)} path={path} rows={(Array.isArray(kept) ? kept : []) as readonly Document[]} columns={columns} fresh={fresh}
      errors={errors.filter((one) => one.path.startsWith(`${path}[`) || one.path === path)}
      onChange={(rows) => keeper.change(path, rows.length > 0 ? rows : undefined)}
    />
  );
}
