/** Notches to choose between, each as its joint, with what it comes to. */
import type { Roof } from "../../api/types";
import { LevelSign } from "../../shared/LevelSign";
import { Picture } from "../../shared/drawing/Picture";
import { Figure } from "../../shared/TapeText";
import { useWords } from "../../words/words";
import { useWork } from "../../shared/work/WorkContext";

export function NotchChoices({ roof }: { roof: Roof }) {
  const keeper = useWork((state) => state.keeper);
  const say = useWords();
  return (
    <ul className="notch-choices" aria-label={say("roof.notches")}>
      {roof.notches.map((one) => (
        <li key={one.id}>
          <button
            type="button" aria-pressed={one.chosen}
            onClick={() => !one.chosen && keeper.change("notch", { rule: one.rule, value: one.typed })}
          >
            <Picture sheet={one.drawing} />
            <strong>
              <LevelSign level={one.level as "ok" | "look" | "stop"} /> {one.name}
            </strong>
            <span className="rows">
              {one.seat && <span className="row"><span>{say("roof.seat")}</span> <Figure value={one.seat} /></span>}
              <span className="row"><span>{say("roof.stands")}</span> <Figure value={one.hap} /></span>
              <span className="row"><span>{say("roof.share")}</span> <b>{one.share}</b></span>
            </span>
          </button>
        </li>
      ))}
    </ul>
  );
}
