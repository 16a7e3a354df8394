/** The checks of a work, most urgent first; each says what to do about it. */
import type { Check } from "../api/types";
import { LevelSign } from "./LevelSign";
import { TapeText } from "./TapeText";
import { useWords } from "../words/words";

export function CheckList({ checks }: { checks: readonly Check[] }) {
  const say = useWords();
  const settled = checks.filter((check) => check.level === "ok");
  return (
    <>
      <Rows checks={checks.filter((check) => check.level !== "ok")} />
      <details className="settled-checks">
        <summary>
          <LevelSign level="ok" /> {say("work_out.settled_checks", { n: settled.length })}
        </summary>
        <Rows checks={settled} />
      </details>
    </>
  );
}

function Rows({ checks }: { checks: readonly Check[] }) {
  if (checks.length === 0) return null;
  return (
    <ul className="checks">
      {checks.map((check) => (
        <li key={check.id} className={check.level}>
          <LevelSign level={check.level} />
          <div>
            <TapeText text={check.text} />
            {check.source && check.level !== "ok" && <p className="remedy source">{check.source}.</p>}
            {check.remedy && (
              <p className="remedy">
                <TapeText text={check.remedy} />
              </p>
            )}
          </div>
        </li>
      ))}
    </ul>
  );
}
