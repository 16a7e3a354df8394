/** Rows the shop keeps, such as its saws or its stock: added, typed, taken away. */
import Button from "@mui/material/Button";
import type { Document, FieldError } from "../../api/types";
import { useWords } from "../../words/words";
import { TypedField } from "./TypedField";

export interface Column {
  key: string;
  label: string;
  wide?: boolean;
  /** Answers, where the column is a choice. */
  answers?: readonly { id: string; name: string }[];
  read: (value: unknown) => string;
  write: (text: string) => unknown;
}

interface Props {
  title: string;
  say: string;
  path: string;
  rows: readonly Document[];
  columns: readonly Column[];
  fresh: Document;
  errors: readonly FieldError[];
  onChange: (rows: readonly Document[]) => void;
}

export function RowsField({ title, say: said, path, rows, columns, fresh, errors, onChange }: Props) {
  const say = useWords();
  const set = (at: number, key: string, value: unknown) => onChange(rows.map((row, k) => (k === at ? { ...row, [key]: value } : row)));
  return (
    <fieldset className="rows">
      <legend>{title}</legend>
      <p className="quiet">{said}</p>
      {rows.map((row, at) => (
        <div key={at} className="typed-row" role="group" aria-label={`${title} ${at + 1}`}>
          {columns.map((column) =>
            column.answers ? (
              <span key={column.key} className="typed-field">
                <label>
                  {column.label}
                  <select value={column.read(row[column.key])} onChange={(event) => set(at, column.key, event.target.value)}>
                    {column.answers.map((one) => (
                      <option key={one.id} value={one.id}>
                        {one.name}
                      </option>
                    ))}
                  </select>
                </label>
              </span>
            ) : (
              <TypedField
                key={column.key}
                label={column.label}
                wide={column.wide ?? false}
                value={column.read(row[column.key])}
                error={errors.find((one) => one.path === `${path}[${at}].${column.key}` || one.path.startsWith(`${path}[${at}].${column.key}[`))?.sentence}
                onCommit={(text) => set(at, column.key, column.write(text))}
              />
            ),
          )}
          <Button onClick={() => onChange(rows.filter((_, k) => k !== at))}>{say("settings.remove_row")}</Button>
        </div>
      ))}
      <Button variant="outlined" onClick={() => onChange([...rows, fresh])}>
        {say("settings.add")}
      </Button>
    </fieldset>
  );
}
