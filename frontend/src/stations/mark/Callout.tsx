/** What is called out at a stop: the figure with its ends, what to draw, and the tick. */
import type { Stop, Tick } from "../../api/types";
import { Figure, TapeText } from "../../shared/TapeText";
import { useWords } from "../../words/words";

interface Props {
  stop: Stop;
  tick: Tick | undefined;
  first: boolean;
  last: boolean;
  /** The step whose square lies on the board. */
  step: string | undefined;
  onStep: (step: string) => void;
  onTurn: (way: 1 | -1) => void;
  onTick: (done: boolean) => void;
}

export function Callout({ stop, tick, first, last, step, onStep, onTurn, onTick }: Props) {
  const say = useWords();
  const good = tick?.state === "good";
  return (
    <div className="callout">
      <div className="called" aria-live="polite">
        <div className="big">
          {stop.figure && <Figure value={stop.figure} />}
          <div>
            <h2 className="stop-name">
              <TapeText text={stop.title} />
            </h2>
            <p className="ends-said">
              <TapeText text={stop.ends} />
            </p>
          </div>
        </div>
        {tick?.said && (
          <p className="say changed-said">
            <TapeText text={tick.said} />
          </p>
        )}
        <ol className="step-list" aria-label={say("mark.held")}>
          {stop.steps.map((one) => (
            <li key={one.id} className={one.id === step ? "shown" : ""}>
              {one.square && stop.steps.filter((other) => other.square).length > 1 ? (
                <button type="button" aria-pressed={one.id === step} onClick={() => onStep(one.id)}>
                  <TapeText text={one.say} />
                </button>
              ) : (
                <TapeText text={one.say} />
              )}
            </li>
          ))}
        </ol>
        {stop.notes.map((note) => (
          <p key={note} className="step-note">
            <TapeText text={note} />
          </p>
        ))}
      </div>
      <div className="turns">
        <button type="button" className={`tick-off ${good ? "ticked" : ""}`} aria-pressed={good} onClick={() => onTick(!good)}>
          <span aria-hidden="true">✓</span> {say(tick && !good ? "mark.tick_anew" : "mark.tick")}
        </button>
        <button type="button" className="turn" aria-label={say("mark.previous")} disabled={first} onClick={() => onTurn(-1)}>
          ‹
        </button>
        <button type="button" className="turn forward" aria-label={say("mark.next")} disabled={last} onClick={() => onTurn(1)}>
          ›
        </button>
      </div>
    </div>
  );
}
