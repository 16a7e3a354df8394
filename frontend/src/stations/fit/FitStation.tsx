/** Fit: what the dry fit predicts joint by joint, its gap drawn much larger than it is; trying the pattern; clashes. */
import { useQuery } from "@tanstack/react-query";
import { useMemo } from "react";
import { useNavigate } from "react-router";
import { api } from "../../api/client";
import type { Fit } from "../../api/types";
import { usePreferences } from "../../app/preferences";
import { LevelSign } from "../../shared/LevelSign";
import { Picture } from "../../shared/Picture";
import { TapeText } from "../../shared/TapeText";
import { jobFile, useShown, type WorkState } from "../../shared/useWork";
import { useWords, type WordId } from "../../words/words";
import "./fit.css";

/** How many times larger a gap is drawn than it is. */
const LARGER = 12;

export function FitStation({ state }: { state: WorkState }) {
  const say = useWords();
  const { screen } = state;
  if (!screen)
    return (
      <section className="to-come">
        {state.errors.length === 0 ? <p>{say("app.loading")}</p> : state.errors.map((one) => <p key={one.path}>{one.sentence}</p>)}
      </section>
    );
  if (!screen.roof || screen.supposed.length > 0)
    return (
      <section className="to-come">
        <h2>{say("measure.missing_roof_title")}</h2>
        <p>{say("measure.missing_roof")}</p>
      </section>
    );
  return (
    <div className="fit-page">
      <div className="fit-joints">
        <h2>{say("fit.joints")}</h2>
        <p>{say("fit.say", { n: LARGER })}</p>
        <ul className="fits">
          {screen.roof.fit.map((one) => (
            <Joint key={one.id} one={one} state={state} />
          ))}
        </ul>
      </div>
      <aside className="fit-side">
        <h2>{say("fit.trial")}</h2>
        <ol className="trial">
          {screen.roof.trial.map((step) => (
            <li key={step}>
              <TapeText text={step} />
            </li>
          ))}
        </ol>
        <h2>{say("fit.clash")}</h2>
        <Clashes state={state} />
        <p className="quiet">{say("fit.later")}</p>
      </aside>
    </div>
  );
}

/** Which pieces claim the same wood: worked out on solids, apart from what is answered while typing. */
function Clashes({ state }: { state: WorkState }) {
  const say = useWords();
  const { dialect, fine } = usePreferences();
  const shown = useShown(state);
  const file = useMemo(() => jobFile(state.job, state.settled.document, shown), [state.job, state.settled, shown]);
  const found = useQuery({ queryKey: ["overlaps", file, dialect, fine], queryFn: ({ signal }) => api.overlaps(file, { dialect, fine }, signal), staleTime: Infinity, gcTime: 30_000 });
  if (!found.data) return <p className="quiet" role="status">{found.isError ? say("app.failed") : say("fit.looking")}</p>;
  if (found.data.overlaps.length === 0)
    return (
      <p className="clash" role="status">
        <LevelSign level="ok" /> {say("fit.clear", { n: found.data.pieces })}
      </p>
    );
  return (
    <ul className="clashes" role="status">
      {found.data.overlaps.map((one) => (
        <li key={one} className="clash">
          <LevelSign level="stop" /> {one}
        </li>
      ))}
    </ul>
  );
}

function Joint({ one, state }: { one: Fit; state: WorkState }) {
  const say = useWords();
  const navigate = useNavigate();
  const lay = () => {
    state.piece(one.piece);
    void navigate(`/work/${state.work.id}/mark`);
  };
  return (
    <li className={`fit-card ${one.level}`}>
      <Picture sheet={one.drawing} title={one.text} />
      <div>
        <h3>
          <button type="button" onClick={lay} title={say("fit.lay")}>
            {one.text}
          </button>
        </h3>
        <p>
          <LevelSign level={one.level === "stop" ? "stop" : one.level === "close" ? "ok" : "look"} /> {say(one.level === "close" && one.signed === 0 ? "fit.exact" : (`fit.${one.level}` as WordId))}{" "}
          {one.signed !== 0 && <TapeText text={one.on_tape} />}
        </p>
        <p className="quiet">{say("fit.touches", { share: Math.round(one.contact * 100) })} <TapeText text={say("fit.bound", { bound: one.bound })} /></p>
      </div>
    </li>
  );
}
