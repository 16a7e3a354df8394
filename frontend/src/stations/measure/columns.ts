/** Columns whose values are text. */
import type { Column } from "../../shared/fields/RowsField";

const text = (value: unknown): string => (typeof value === "string" ? value : typeof value === "number" ? String(value) : "");
/** A column whose values are text. */
export const column = (key: string, label: string): Column => ({ key, label, read: text, write: (value) => value });
/** One that may be left out: empty is as if nothing was said. */
export const optional = (key: string, label: string): Column => ({ ...column(key, label), write: (value) => (value.trim() === "" ? undefined : value) });
