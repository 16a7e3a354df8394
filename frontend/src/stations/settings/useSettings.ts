/** Settings being changed: what is kept, what was changed over it, and what was refused; nothing typed is lost. */
import { useState } from "react";
import { Refused, Unreachable } from "../../api/client";
import type { Document, FieldError } from "../../api/types";
import { useWords } from "../../words/words";

export interface SettingsState {
  /** What was chosen here; a missing key stands as elsewhere. */
  readonly chosen: Document;
  readonly errors: readonly FieldError[];
  readonly failed: string;
  readonly change: (key: string, value: unknown) => void;
  readonly habit: (id: string, answer: string | null) => void;
}

export function useSettings(kept: Document, save: (settings: Document) => Promise<unknown>): SettingsState {
  const say = useWords();
  const [draft, setDraft] = useState<Document | null>(null);
  const [errors, setErrors] = useState<readonly FieldError[]>([]);
  const [failed, setFailed] = useState("");
  const chosen = draft ?? kept;
  const keep = (next: Document) => {
    setDraft(next);
    save(next).then(
      () => {
        setDraft((now) => (now === next ? null : now));
        setErrors([]);
        setFailed("");
      },
      (error: unknown) => {
        const found = error instanceof Refused ? error.problem.errors : [];
        setErrors(found);
        // What stands at its own field is not said twice.
        setFailed(found.every((one) => one.path !== "") && found.length > 0 ? "" : error instanceof Unreachable ? say("app.offline") : error instanceof Error ? error.message : "");
      },
    );
  };
  const change = (key: string, value: unknown) => keep(without({ ...chosen, [key]: value }));
  return {
    chosen,
    errors,
    failed,
    change,
    habit: (id, answer) => change("habits", without({ ...(chosen["habits"] as Document | undefined), [id]: answer })),
  };
}

/** Keys without a value are left out. */
const without = (settings: Document): Document =>
  Object.fromEntries(Object.entries(settings).filter(([, value]) => value !== null && value !== undefined));
