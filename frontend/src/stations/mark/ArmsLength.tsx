/** Arm's length: the one figure as large as the screen allows, to read with the phone propped against the board. */
import { useEffect, useRef } from "react";
import type { Board } from "../../api/types";
import { Figure, TapeText } from "../../shared/TapeText";
import { useWords } from "../../words/words";

interface Props {
  board: Board;
  open: number;
  onTurn: (way: 1 | -1) => void;
  onClose: () => void;
}

export function ArmsLength({ board, open, onTurn, onClose }: Props) {
  const say = useWords();
  const dialog = useRef<HTMLDialogElement>(null);
  const stop = board.stops[open];
  useEffect(() => {
    const shown = dialog.current;
    shown?.showModal();
    return () => shown?.close();
  }, []);
  if (!stop) return null;
  return (
    <dialog ref={dialog} className="arm" aria-label={say("mark.arms_length")} onClose={onClose}>
      <header>
        <p>
          {board.title}, {say("mark.stop_of", { n: open + 1, all: board.stops.length })}
        </p>
        <button type="button" onClick={onClose}>
          {say("mark.arms_close")}
        </button>
      </header>
      <div className="arm-figure">
        {stop.figure && <p className={`arm-big size-${Math.min(4, Math.ceil(stop.figure.text.length / 4))}`}><Figure value={stop.figure} /></p>}
        <h2>{stop.title}</h2>
        <p className="arm-ends">
          <TapeText text={stop.ends} />
        </p>
        <ol className="arm-held">
          {stop.steps.map((one) => (
            <li key={one.id}>
              <TapeText text={one.say} />
            </li>
          ))}
        </ol>
      </div>
      <footer>
        <button type="button" aria-label={say("mark.previous")} disabled={open === 0} onClick={() => onTurn(-1)}>
          ‹
        </button>
        <button type="button" className="forward" aria-label={say("mark.next")} disabled={open === board.stops.length - 1} onClick={() => onTurn(1)}>
          ›
        </button>
      </footer>
    </dialog>
  );
}
