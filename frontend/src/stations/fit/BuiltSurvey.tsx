/** A stair that stands: its risers as measured, the odd ones, and the least that mends it. */
import type { StairFit } from "../../api/types";
import { LevelSign } from "../../shared/LevelSign";
import { Picture } from "../../shared/drawing/Picture";
import { Figure, TapeText } from "../../shared/TapeText";
import { useWords } from "../../words/words";

export function BuiltSurvey({ built }: { built: NonNullable<StairFit["built"]> }) {
  const say = useWords();
  return (
    <section className="built" aria-labelledby="built-title">
      <h2 id="built-title">{say("stair.built")}</h2>
      <p><TapeText text={built.say} /></p>
      <div className="built-parts">
        <figure>
          <Picture sheet={built.drawing} title={say("stair.built")} />
          <figcaption className="quiet">{say("stair.built_say")}</figcaption>
        </figure>
        <table>
          <thead>
            <tr>{(["stair.riser", "stair.measured", "stair.becomes", "stair.mend"] as const).map((word) => <th key={word} scope="col">{say(word)}</th>)}</tr>
          </thead>
          <tbody>
            {[...built.risers].reverse().map((row) => (
              <tr key={row.number} className={row.odd ? "odd" : ""}>
                <th scope="row">{row.number}</th>
                <td>{row.odd && <LevelSign level="stop" />} <Figure value={row.measured} /></td>
                <td><Figure value={row.becomes} /></td>
                <td><TapeText text={row.mend} /></td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}
