/** What the cut at this stop asks of each saw, and what to do where one does not reach. */
import type { Stop } from "../../api/types";
import { LevelSign } from "../../shared/LevelSign";
import { TapeText } from "../../shared/TapeText";
import { useWords } from "../../words/words";

export function AtTheSaw({ cuts }: { cuts: Stop["cuts"] }) {
  const say = useWords();
  // A notch has two cuts that often ask the same: what is alike is said once.
  const lines = [...new Set(cuts.flatMap((cut) => cut.lines))];
  const saws = [...new Map(cuts.flatMap((cut) => cut.saws).map((saw) => [saw.text, saw])).values()];
  return (
    <details className="at-the-saw">
      <summary>{say("mark.at_the_saw")}</summary>
      <ul>
        {lines.map((line) => (
          <li key={line}>
            <TapeText text={line} />
          </li>
        ))}
        {saws.map((saw) => (
          <li key={saw.text} className="saw-row">
            <LevelSign level={saw.level} />
            <span>
              <TapeText text={saw.text} />
            </span>
          </li>
        ))}
      </ul>
      {saws.length === 0 && <p className="quiet">{say("mark.no_saws")}</p>}
    </details>
  );
}
