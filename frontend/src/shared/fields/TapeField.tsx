/** A length field: typed any way, read back as it was understood, in error never losing what was typed. */
import { useId, useLayoutEffect, useRef, useState, type KeyboardEvent } from "react";
import useMediaQuery from "@mui/material/useMediaQuery";
import { TapeKeypad } from "./TapeKeypad";
import { useWords } from "../../words/words";
import { assumedAs, textAt } from "../work/document";
import { point } from "../instruments/pointed";
import { TapeText } from "../TapeText";
import { useWork } from "../work/WorkContext";
import { typeset } from "../typeset";

interface Props {
  path: string;
  label: string;
  /** Draw the label above the field; otherwise it is only read out. */
  labelled?: boolean;
  size?: "large" | "inline";
  /** Said in the empty field. */
  missing?: string;
  /** No length: a pitch or a share; typed on the system's own keyboard. */
  plain?: boolean;
}

/** The key of the field that has the focus. */
let held: string | null = null;

export function TapeField({ path, label, labelled = false, size = "inline", missing, plain = false }: Props) {
  const say = useWords();
  const id = useId();
  const [focused, setFocused] = useState(false);
  const keeper = useWork((state) => state.keeper);
  const units = useWork((state) => state.job.units);
  const draft = useWork((state) => state.typing[path]);
  const typed = useWork((state) => state.typing[path] ?? textAt(state.document, path));
  // A reading belongs to the text it was read from: while that is being worked out, there is none yet.
  const reading = useWork((state) => (state.fresh || draft === undefined ? state.screen?.readings[path] : undefined));
  const error = useWork((state) => state.errors.find((one) => one.path === path || one.path.startsWith(`${path}[`)));
  const understood = reading !== undefined && error === undefined && typed !== "" ? reading.text : undefined;
  // More readings than the one that is used.
  const more = useWork((state) => state.screen?.kept.find((one) => one.path === path)?.rows.length ?? 0);
  const assumed = useWork((state) => assumedAs(state.document, path) !== undefined) && typed !== "";
  // A tape keypad of our own where fingers type; the system's keyboard stays away.
  const touch = useMediaQuery("(pointer: coarse)") && !plain;
  const input = useRef<HTMLInputElement>(null);
  const entering = useRef(false);
  const taken = useRef(false);
  // What was typed replaces what was understood when the field is entered, and only then can be selected.
  useLayoutEffect(() => {
    if (focused && !taken.current) input.current?.select();
    if (focused && touch) requestAnimationFrame(() => input.current?.scrollIntoView({ block: "center" }));
    taken.current = false;
  }, [focused, touch]);
  // A field that is drawn anew while it is typed in, somewhere else on the sheet, keeps the focus and the caret.
  useLayoutEffect(() => {
    const field = input.current;
    if (held !== path || field === null) return;
    taken.current = true;
    field.focus();
    field.setSelectionRange(field.value.length, field.value.length);
  }, [path]);
  const insert = (text: string) => {
    const field = input.current;
    if (!field) return;
    const before = typed.slice(0, field.selectionStart ?? typed.length);
    const after = typed.slice(field.selectionEnd ?? typed.length);
    // A fraction follows its whole number with a space between.
    const gap = /^\d+\//.test(text) && /\d$/.test(before) ? " " : "";
    keeper.type(path, before + gap + text + after);
  };
  const back = () => {
    const field = input.current;
    const all = field && field.selectionStart === 0 && field.selectionEnd === typed.length;
    keeper.type(path, all ? "" : typed.slice(0, -1));
  };
  const showTyped = focused || understood === undefined;
  const onKey = (event: KeyboardEvent<HTMLInputElement>) => {
    if (event.key === "Enter") keeper.commit(path);
    if (event.key === "Escape") {
      keeper.forget(path);
      event.currentTarget.blur();
    }
  };
  return (
    <span className={`tape-field ${size} ${error ? "wrong" : ""} ${typed === "" ? "empty" : ""} ${assumed ? "assumed" : ""}`}>
      {labelled && (
        <span className="tape-label">
          <label htmlFor={id}>{label}</label>
          {assumed && <small>{say("measure.assumed")}</small>}
          {more > 1 && <small className="more-readings">{say("kept.more", { n: more })}</small>}
        </span>
      )}
      <input
        id={id}
        {...(labelled ? {} : { "aria-label": label })}
        value={showTyped ? typed : typeset(understood)}
        placeholder={typeset(missing ?? say("field.missing"))}
        ref={input}
        onFocus={() => {
          setFocused(true);
          point(path, input.current ?? undefined);
          held = path;
          entering.current = true;
        }}
        onMouseUp={(event) => {
          // The click that enters the field must not undo the selection.
          if (entering.current) event.preventDefault();
          entering.current = false;
        }}
        onBlur={() => {
          setFocused(false);
          held = null;
          if (draft !== undefined) keeper.leave(path);
        }}
        onChange={(event) => keeper.type(path, event.target.value)}
        onKeyDown={onKey}
        inputMode={touch ? "none" : "text"}
        autoComplete="off"
        spellCheck={false}
        aria-invalid={error !== undefined}
        aria-describedby={`${id}-said`}
        size={Math.max(5, (showTyped ? typed : understood).length)}
      />
      <span id={`${id}-said`} className={error ? "said error" : "said"} role={error ? "alert" : undefined}>
        {error ? error.sentence : focused && understood !== undefined ? (
          <>
            {say("field.reads")} <TapeText text={understood} />
            {reading?.sense && ` ${reading.sense}`}
          </>
        ) : null}
      </span>
      {touch && focused && (
        <TapeKeypad
          units={units} typed={typed} understood={understood} onKey={insert} onBack={back}
          onDone={() => input.current?.blur()}
        />
      )}
    </span>
  );
}
