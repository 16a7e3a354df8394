/** Facts one under the other: what each is between, and its value. */
import type { Fact } from "../api/types";
import { TapeText } from "./TapeText";

export function FactRows({ facts }: { facts: readonly Fact[] }) {
  return (
    <ul className="fact-rows">
      {facts.map((fact) => (
        <li key={fact.id}>
          <span>
            <TapeText text={fact.label} />
          </span>
          <b className="figure">
            <TapeText text={fact.text} /> {fact.sense && <span className="sense">{fact.sense}</span>}
          </b>
        </li>
      ))}
    </ul>
  );
}
