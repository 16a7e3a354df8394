/** A list of rows in the work's document, a column for each key. */
import type { Document } from "../../api/types";
import { RowsField, type Column } from "../../shared/RowsField";
import { valueAt } from "../../shared/document";
import type { WorkState } from "../../shared/useWork";
import { useWords, type WordId } from "../../words/words";

export function Rows({ state, path, title, said, columns, fresh }: { state: WorkState; path: string; title: WordId; said: WordId; columns: readonly Column[]; fresh: Document }) {
  const say = useWords();
  const kept = valueAt(state.document, path);
  return (
    <RowsField
      title={say(title)} say={say(said)} path={path} rows={(Array.isArray(kept) ? kept : []) as readonly Document[]} columns={columns} fresh={fresh}
      errors={state.errors.filter((one) => one.path.startsWith(`${path}[`) || one.path === path)}
      onChange={(rows) => state.keeper.change(path, rows.length > 0 ? rows : undefined)}
    />
  );
}
