/** The tape keypad for gloves and thumbs: figures, marks and the fractions of a tape, with what was understood above. */
import { createPortal } from "react-dom";
import { useWords } from "../../words/words";
import { TapeText } from "../TapeText";
import { typeset } from "../typeset";

interface Props {
  units: string;
  typed: string;
  understood: string | undefined;
  onKey: (text: string) => void;
  onBack: () => void;
  onDone: () => void;
}

const FIGURES = ["7", "8", "9", "4", "5", "6", "1", "2", "3", ".", "0"];
const EIGHTHS = ["1/8", "1/4", "3/8", "1/2", "5/8", "3/4", "7/8"];
const SIXTEENTHS = ["1/16", "3/16", "5/16", "7/16", "9/16", "11/16", "13/16", "15/16"];
const SUMS = [" + ", " - ", " x ", " / "];
const SIGNS: Record<string, string> = { " + ": "+", " - ": "−", " x ": "×", " / ": "÷" };

export function TapeKeypad({ units, typed, understood, onKey, onBack, onDone }: Props) {
  const say = useWords();
  const imperial = units === "imperial";
  const marks = imperial ? ["' ", '"'] : [" mm", " m"];
  const key = (text: string, label: string = typeset(text.trim()), className = "") => (
    <button key={text} type="button" className={className} onClick={() => onKey(text)}>
      {label}
    </button>
  );
  return createPortal(
    // The field keeps the focus while keys are pressed.
    <section className="keypad" aria-label={say("keypad.title")} onPointerDown={(event) => event.preventDefault()} onMouseDown={(event) => event.preventDefault()}>
      <p className="keypad-read" aria-live="polite">
        {typed ? typeset(typed) : "…"}
        {understood !== undefined && (
          <b>
            {" = "}
            <TapeText text={understood} />
          </b>
        )}
      </p>
      {imperial && (
        <>
          <div className="keypad-row">{EIGHTHS.map((one) => key(one, typeset(one), "part"))}</div>
          <div className="keypad-row">{SIXTEENTHS.map((one) => key(one, typeset(one), "part"))}</div>
        </>
      )}
      <div className="keypad-main">
        <div className="keypad-figures">
          {FIGURES.map((one) => key(one))}
          <button type="button" aria-label={say("keypad.back")} onClick={onBack}>
            ⌫
          </button>
        </div>
        <div className="keypad-side">
          {marks.map((one) => key(one, one.trim() === "'" ? "’ ft" : one.trim() === '"' ? "″ in" : one.trim()))}
          <div className="keypad-sums">{SUMS.map((one) => key(one, SIGNS[one]))}</div>
          <button type="button" className="done" onClick={onDone}>
            {say("keypad.done")}
          </button>
        </div>
      </div>
    </section>,
    document.body,
  );
}
