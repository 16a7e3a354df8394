/** The road to a number, and another road to the same number. */
import { useState } from "react";
import type { Working } from "../../api/types";
import { LevelSign } from "../../shared/LevelSign";
import { Figure, TapeText } from "../../shared/TapeText";
import { useWords } from "../../words/words";

export function WorkingPanel({ working }: { working: readonly Working[] }) {
  const say = useWords();
  const [fact, setFact] = useState("riser");
  const open = working.find((one) => one.fact === fact) ?? working[0];
  if (!open) return null;
  return (
    <section className="working" aria-labelledby="working-title">
      <h2 id="working-title">{say("work_out.working")}</h2>
      <div className="working-facts" role="group" aria-labelledby="working-title">
        {working.map((one) => (
          <button key={one.fact} type="button" aria-pressed={one.fact === open.fact} onClick={() => setFact(one.fact)}>
            <span>
              <TapeText text={one.label.split(",")[0] ?? one.label} />
            </span>
            <Figure value={one.result} />
          </button>
        ))}
      </div>
      <p className="working-ends">
        <TapeText text={open.label} />
      </p>
      <Road title={say("work_out.first_road")} lines={open.first} />
      <Road title={say("work_out.second_road")} lines={open.second} />
      <p className={`verdict ${open.agrees ? "ok" : "stop"}`}>
        <LevelSign level={open.agrees ? "ok" : "stop"} /> {say(open.agrees ? "work_out.agrees" : "work_out.differs")}
      </p>
    </section>
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
