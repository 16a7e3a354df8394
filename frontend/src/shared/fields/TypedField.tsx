/** A field that keeps what is typed until it is committed, and says at itself what is wrong. */
import { useId, useLayoutEffect, useRef, useState } from "react";
import { typeset } from "../typeset";

interface Props {
  label: string;
  /** What stands over the field where the label says more than is needed beside others. */
  short?: string;
  value: string;
  error?: string | undefined;
  wide?: boolean;
  placeholder?: string;
  /** The field is entered. */
  onEnter?: (field: HTMLInputElement) => void;
  onCommit: (text: string) => void;
}

export function TypedField({ label, short, value, error, wide, placeholder, onEnter, onCommit }: Props) {
  const id = useId();
  const [typed, setTyped] = useState<string | null>(null);
  // What was committed last: where it was refused it stays, with the reason.
  const [sent, setSent] = useState<string | null>(null);
  const kept = error !== undefined && sent !== null ? sent : null;
  const input = useRef<HTMLInputElement>(null);
  const entered = typed !== null;
  // What is typed replaces what was there when the field is entered.
  useLayoutEffect(() => {
    if (entered) input.current?.select();
  }, [entered]);
  const commit = () => {
    if (typed === null) return;
    if (typed.trim() !== value || error !== undefined) {
      setSent(typed.trim());
      onCommit(typed.trim());
    }
    setTyped(null);
  };
  return (
    <span className={`typed-field${wide ? " wide" : ""}${error ? " wrong" : ""}`}>
      <label htmlFor={id}>{short ?? label}</label>
      <input
        id={id}
        ref={input}
        value={typed ?? kept ?? typeset(value)}
        placeholder={placeholder ?? ""}
        autoComplete="off"
        aria-label={short ? label : undefined}
        aria-invalid={error !== undefined}
        aria-describedby={error ? `${id}-said` : undefined}
        onFocus={(event) => {
          setTyped(kept ?? value);
          onEnter?.(event.currentTarget);
        }}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={commit}
        onKeyDown={(event) => {
          if (event.key === "Enter") commit();
          if (event.key === "Escape") setTyped(null);
        }}
      />
      {error && (
        <span id={`${id}-said`} className="said error" role="alert">
          {error}
        </span>
      )}
    </span>
  );
}
