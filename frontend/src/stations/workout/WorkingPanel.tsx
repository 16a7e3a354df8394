/** The road to a number, and another road to the same number. */
import { useState } from "react";
import type { Working } from "../../api/types";
import { LevelSign } from "../../shared/LevelSign";
import { Figure, TapeText } from "../../shared/TapeText";
import { useWords } from "../../words/words";

export function WorkingPanel({ working }: { working: readonly Working[] }) {
  const say = useWords();
  const [fact, setFact] = useState("riser");
  return (
    <section className="working" aria-labelledby="working-title">
      <h2 id="working-title">{say("work_out.working")}</h2>
      <ul className="working-facts">
        {working.map((one) => (
          <li key={one.fact}>
            <button type="button" aria-expanded={one.fact === fact} onClick={() => setFact(one.fact === fact ? "" : one.fact)}>
              <span>
                <TapeText text={one.label.split(",")[0] ?? one.label} />
              </span>
              <Figure value={one.result} />
            </button>
            {one.fact === fact && <BothRoads one={one} />}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** The two ends of a number, the two roads to it, and whether they meet. */
function BothRoads({ one }: { one: Working }) {
  const say = useWords();
  return (
    <div className="working-roads">
      <p className="working-ends">
        <TapeText text={one.label} />
      </p>
      <Road title={say("work_out.first_road")} lines={one.first} />
      <Road title={say("work_out.second_road")} lines={one.second} />
      <p className={`verdict ${one.agrees ? "ok" : "stop"}`}>
        <LevelSign level={one.agrees ? "ok" : "stop"} /> {say(one.agrees ? "work_out.agrees" : "work_out.differs")}
      </p>
    </div>
  );
}

export function Road({ title, lines }: { title: string; lines: Working["first"] }) {
  return (
    <>
      <h3>{title}</h3>
      <ol className="road">
        {lines.map((line) => (
          <li key={line.what + line.figures}>
            <span className="what">
              <TapeText text={line.what} />
            </span>
            <span className="figures">
              <TapeText text={line.figures} /> = <b><TapeText text={line.result} /></b>
            </span>
          </li>
        ))}
      </ol>
    </>
  );
}
