/** What is called out at a stop: the figure with its ends, what to draw, and the tick. */
import type { Stop, Tick } from "../../api/types";
import { Figure, TapeText } from "../../shared/TapeText";
import { useWords } from "../../words/words";

interface Props {
  stop: Stop;
  tick: Tick | undefined;
  first: boolean;
  last: boolean;
  onTurn: (way: 1 | -1) => void;
  onTick: (done: boolean) => void;
}

export function Callout({ stop, tick, first, last, onTurn, onTick }: Props) {
  const say = useWords();
  const good = tick?.state === "good";
  return (
    <div className="callout">
      <button type="button" className="turn" aria-label={say("mark.previous")} disabled={first} onClick={() => onTurn(-1)}>
        ‹
      </button>
      <div className="called" aria-live="polite">
        <p className="big">
          {stop.figure && <Figure value={stop.figure} />}
          <span className="ends-said">
            <TapeText text={stop.ends} />
          </span>
        </p>
        {tick?.said && (
          <p className="say changed-said">
            <TapeText text={tick.said} />
          </p>
        )}
        <p className="say">
          <b>
            <TapeText text={stop.title} />.
          </b>{" "}
          <TapeText text={stop.say} />
          {stop.square && !stop.square.reaches && ` ${say("mark.too_big_square")}`}
        </p>
        {stop.held.length > 0 && (
          <ul className="held-list" aria-label={say("mark.held")}>
            {stop.held.map((line) => (
              <li key={line}>
                <TapeText text={line} />
              </li>
            ))}
          </ul>
        )}
      </div>
      <button type="button" className={`tick-off ${good ? "ticked" : ""}`} aria-pressed={good} onClick={() => onTick(!good)}>
        <span aria-hidden="true">✓</span> {say(tick && !good ? "mark.tick_anew" : "mark.tick")}
      </button>
      <button type="button" className="turn forward" aria-label={say("mark.next")} disabled={last} onClick={() => onTurn(1)}>
        ›
      </button>
    </div>
  );
}
