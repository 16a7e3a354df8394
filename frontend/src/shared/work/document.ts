/** Reading and changing a work's document by the path of a key ("tread.gap"). */
import type { Document } from "../../api/types";

/** The keys of a path; a row's number is one: "readings[2].value" is readings, 2, value. */
const keysOf = (path: string): string[] => path.replace(/\[(\d+)\]/g, ".$1").split(".");

export function valueAt(document: Document, path: string): unknown {
  return keysOf(path).reduce<unknown>(
    (here, key) => (typeof here === "object" && here !== null ? (here as Document)[key] : undefined),
    document,
  );
}

/** A copy with one key changed; `undefined` removes it. */
export function withValue(document: Document, path: string, value: unknown): Document {
  const [key = "", ...rest] = keysOf(path);
  if (Array.isArray(document)) {
    // A row of a list; one that is not there any more is not made anew.
    const rows = document as unknown[] as Document[];
    const made = rows.map((row, n) => (n !== Number(key) ? row : rest.length > 0 ? withValue(row, rest.join("."), value) : (value as Document)));
    return made as unknown as Document;
  }
  if (rest.length > 0) {
    const inner = document[key];
    const object = typeof inner === "object" && inner !== null ? (inner as Document) : {};
    return { ...document, [key]: withValue(object, rest.join("."), value) };
  }
  if (value === undefined) return omit(document, [key]);
  return { ...document, [key]: value };
}

/** A copy after a change of a key: what is typed or answered there is assumed no longer. */
export function changed(document: Document, path: string, value: unknown): Document {
  const made = withValue(document, path, value);
  const key = assumedAs(made, path);
  return key === undefined ? made : withValue(made, `assumed.${key}`, undefined);
}

/** The assumed key a field belongs to, while nobody has measured it. */
export function assumedAs(document: Document, path: string): string | undefined {
  const kept = document["assumed"];
  if (typeof kept !== "object" || kept === null) return undefined;
  return Object.keys(kept).find((key) => path === key || path.startsWith(`${key}.`));
}

export function textAt(document: Document, path: string): string {
  const value = valueAt(document, path);
  if (Array.isArray(value)) return value.map(String).join("; ");
  return typeof value === "string" ? value : typeof value === "number" ? String(value) : "";
}

export const omit = (document: Document, keys: readonly string[]): Document =>
  Object.fromEntries(Object.entries(document).filter(([key]) => !keys.includes(key)));
