/** The limits of a set, each beside what it is where it comes from; changed ones with their reason. */
import Button from "@mui/material/Button";
import { useState } from "react";
import { Refused, Unreachable } from "../../api/client";
import type { Document, FieldError, Limit } from "../../api/types";
import { TapeText } from "../../shared/TapeText";
import { useWords } from "../../words/words";
import { TypedField } from "../../shared/fields/TypedField";

interface Props {
  limits: readonly Limit[];
  /** The changes that are kept, by limit, each with its value and its reason. */
  kept: Document;
  path: string;
  onSave: (changes: Document) => Promise<unknown>;
}

interface Change {
  value?: string;
  reason?: string;
}

export function LimitTable({ limits, kept, path, onSave }: Props) {
  const say = useWords();
  const [draft, setDraft] = useState<Readonly<Record<string, Change>> | null>(null);
  const [errors, setErrors] = useState<readonly FieldError[]>([]);
  const [failed, setFailed] = useState("");
  const changes = draft ?? (kept as Record<string, Change>);
  const set = (id: string, change: Change | null) => {
    const others = Object.fromEntries(Object.entries(changes).filter(([key]) => key !== id));
    setDraft(change === null ? others : { ...others, [id]: change });
  };
  const save = () => {
    onSave(changes as Document).then(
      () => {
        setDraft(null);
        setErrors([]);
        setFailed("");
      },
      (error: unknown) => {
        setErrors(error instanceof Refused ? error.problem.errors : []);
        setFailed(error instanceof Unreachable ? say("app.offline") : error instanceof Error && !(error instanceof Refused && error.problem.errors.length) ? error.message : "");
      },
    );
  };
  const errorAt = (id: string, key: string) => errors.find((one) => one.path === `${path}.${id}.${key}`)?.sentence;
  return (
    <div className="limit-table">
      <ul>
        {limits.map((limit) => {
          const change = changes[limit.id];
          return (
            <li key={limit.id} className={change ? "changed" : ""}>
              <div className="limit-said">
                <b>{limit.label}</b>{" "}
                <span className="figure">
                  <TapeText text={limit.usual} />
                </span>
                <span className="source quiet">{limit.source}</span>
              </div>
              {change ? (
                <div className="typed-row">
                  <TypedField label={say("limits.value")} value={change.value ?? ""} error={errorAt(limit.id, "value")} onCommit={(value) => set(limit.id, { ...change, value })} />
                  <TypedField wide label={say("limits.reason")} value={change.reason ?? ""} error={errorAt(limit.id, "reason")} onCommit={(reason) => set(limit.id, { ...change, reason })} />
                  <Button onClick={() => set(limit.id, null)}>{say("limits.as_before")}</Button>
                </div>
              ) : (
                <Button aria-label={say("limits.change_one", { limit: limit.label })} onClick={() => set(limit.id, { value: "", reason: "" })}>
                  {say("limits.change")}
                </Button>
              )}
            </li>
          );
        })}
      </ul>
      {draft && (
        <div className="keep-row">
          <Button variant="contained" onClick={save}>
            {say("manage.save")}
          </Button>
          <Button onClick={() => setDraft(null)}>{say("manage.cancel")}</Button>
          {failed && (
            <span className="said error" role="alert">
              {failed}
            </span>
          )}
        </div>
      )}
    </div>
  );
}
