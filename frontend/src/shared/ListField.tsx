/** Several lengths in one field, with semicolons between them: boards as they were measured, one after the other. */
import { valueAt } from "./document";
import { TypedField } from "./TypedField";
import type { WorkState } from "./useWork";

const written = (value: unknown): string => (Array.isArray(value) ? value.map(String).join("; ") : "");

export function ListField({ state, path, label, placeholder }: { state: WorkState; path: string; label: string; placeholder: string }) {
  return (
    <TypedField
      label={label} wide placeholder={placeholder} value={written(valueAt(state.document, path))}
      error={state.errors.find((one) => one.path.startsWith(path))?.sentence}
      onCommit={(text) => {
        const parts = text.split(";").map((part) => part.trim()).filter((part) => part !== "");
        state.keeper.change(path, parts.length > 0 ? parts : undefined);
      }}
    />
  );
}
