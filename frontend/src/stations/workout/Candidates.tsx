/** Riser counts side by side as the stairs themselves, to one scale, each with its verdict. */
import { useState } from "react";
import type { Candidate } from "../../api/types";
import { LevelSign } from "../../shared/LevelSign";
import { ProfileDrawing } from "../../shared/drawing/ProfileDrawing";
import { Figure, TapeText } from "../../shared/TapeText";
import { useWords } from "../../words/words";
import { useWork } from "../../shared/work/WorkContext";

const SHOWN = 4;

export function Candidates({ candidates }: { candidates: readonly Candidate[] }) {
  const keeper = useWork((state) => state.keeper);
  const say = useWords();
  const [all, setAll] = useState(false);
  const chosen = Math.max(0, candidates.findIndex((one) => one.chosen));
  const first = Math.max(0, Math.min(chosen - 1, candidates.length - SHOWN));
  const shown = all ? candidates : candidates.slice(first, first + SHOWN);
  const span = {
    width: Math.max(...shown.map((one) => one.profile.steps.at(-1)?.[0] ?? 0)) * 1.16,
    height: Math.max(...shown.map((one) => one.profile.ground)),
  };
  const rest = candidates.length - shown.length;
  return (
    <>
      <ul className="candidates">
        {shown.map((one) => (
          <CandidateCard key={one.count} one={one} span={span} onChoose={() => keeper.change("riser", { count: one.count })} />
        ))}
      </ul>
      {(rest > 0 || all) && (
        <button type="button" className="more" onClick={() => setAll(!all)} aria-expanded={all}>
          {all ? "−" : `+ ${rest}`} {say("work_out.more")}
        </button>
      )}
    </>
  );
}

function CandidateCard({ one, span, onChoose }: { one: Candidate; span: { width: number; height: number }; onChoose: () => void }) {
  const say = useWords();
  return (
    <li>
      <button
        type="button"
        className={`candidate ${one.chosen ? "chosen" : ""} ${one.fits ? "" : "breaks"}`}
        aria-pressed={one.chosen}
        aria-label={say("work_out.choose", { n: one.count })}
        onClick={() => !one.chosen && onChoose()}
      >
        <span className="count">
          <b>{one.count}</b> {say("work_out.risers")}
          {one.chosen && <em>{say("work_out.chosen")}</em>}
        </span>
        <ProfileDrawing profile={one.profile} span={span} dashed={!one.fits} title={say("work_out.profile", { n: one.count })} />
        <span className="rows">
          <span className="row main-row">
            <span>{say("work_out.riser")}</span> <Figure value={one.riser} />
          </span>
          <span className="row">
            <span>{say("work_out.going")}</span> <Figure value={one.going} />
          </span>
          <span className="row">
            <span>{say("work_out.slope")}</span> <span className="figure">{one.slope}</span>
          </span>
          <span className="row">
            <span>{say("work_out.run")}</span> <Figure value={one.run} />
          </span>
          <span className="row">
            <span>{say("work_out.comfort")}</span> <Figure value={one.comfort} />
          </span>
          <span className="row">
            <span>{one.left_under}</span> <Figure value={one.left} />
          </span>
        </span>
        <span className="notes">
          {one.notes.map((note) => (
            <span key={note.text} className={`note ${note.level}`}>
              <LevelSign level={note.level} />
              <span>
                <TapeText text={note.text} />
              </span>
            </span>
          ))}
        </span>
      </button>
    </li>
  );
}
