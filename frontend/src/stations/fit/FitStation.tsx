/** Fit: what the dry fit predicts joint by joint, with the gap drawn much larger than it is, and stated. */
import type { Fit } from "../../api/types";
import { LevelSign } from "../../shared/LevelSign";
import { TapeText } from "../../shared/TapeText";
import type { WorkState } from "../../shared/useWork";
import { useWords, type WordId } from "../../words/words";
import "./fit.css";

/** How many times larger a gap is drawn than it is. */
const LARGER = 12;

export function FitStation({ state }: { state: WorkState }) {
  const say = useWords();
  const { screen } = state;
  const fit = screen?.roof?.fit;
  if (!screen || !fit || screen.supposed.length > 0)
    return (
      <section className="to-come">
        <h2>{say("measure.missing_roof_title")}</h2>
        <p>{say("measure.missing_roof")}</p>
      </section>
    );
  return (
    <div className="fit-page">
      <p>{say("fit.say", { n: LARGER })}</p>
      <ul className="fits">
        {fit.map((one) => (
          <Joint key={one.id} one={one} />
        ))}
      </ul>
      <p className="quiet">{say("fit.later")}</p>
    </div>
  );
}

function Joint({ one }: { one: Fit }) {
  const say = useWords();
  const gap = Math.max(-14, Math.min(14, one.signed * LARGER));
  return (
    <li className={`fit-card ${one.level}`}>
      <svg viewBox="0 -12 120 76" aria-hidden="true">
        <rect className="layer-framing" x="4" y="34" width="112" height="26" />
        <rect className="layer-wood" x="24" y={4 - gap} width="72" height="30" />
        {gap > 0.5 && <path className="layer-cut" d={`M24 ${34 - gap}v${gap}M96 ${34 - gap}v${gap}`} />}
      </svg>
      <div>
        <h2>{one.text}</h2>
        <p>
          <LevelSign level={one.level === "stop" ? "stop" : one.level === "close" ? "ok" : "look"} /> {say(one.level === "close" && one.signed === 0 ? "fit.exact" : (`fit.${one.level}` as WordId))}{" "}
          {one.signed !== 0 && <TapeText text={one.on_tape} />}
        </p>
        <p className="quiet">{say("fit.touches", { share: Math.round(one.contact * 100) })} <TapeText text={say("fit.bound", { bound: one.bound })} /></p>
      </div>
    </li>
  );
}
