/** Fit: what the dry fit predicts joint by joint, its gap drawn much larger than it is; trying the pattern; clashes. */
import Accordion from "@mui/material/Accordion";
import AccordionDetails from "@mui/material/AccordionDetails";
import AccordionSummary from "@mui/material/AccordionSummary";
import type { ReactNode } from "react";
import { Link, useNavigate } from "react-router";
import { api } from "../../api/client";
import type { Fit, Tried } from "../../api/types";
import { LevelSign } from "../../shared/LevelSign";
import { Picture } from "../../shared/drawing/Picture";
import { TapeText } from "../../shared/TapeText";
import { useAside } from "../../shared/work/useAside";
import { useWords, type WordId } from "../../words/words";
import { Assembled } from "./Assembled";
import { BuiltSurvey } from "./BuiltSurvey";
import { Trial } from "./Trial";
import { useWork } from "../../shared/work/WorkContext";

/** So many joints are looked over at once. */
const AT_ONCE = 24;

/** How many times larger a gap is drawn than it is. */
const LARGER = 12;

export function FitStation() {
  const errors = useWork((state) => state.errors);
  const say = useWords();
  const screen = useWork((state) => state.screen);
  if (!screen)
    return (
      <section className="to-come">
        {errors.length === 0 ? <p>{say("app.loading")}</p> : errors.map((one) => <p key={one.path}>{one.sentence}</p>)}
      </section>
    );
  if (screen.supposed.length > 0)
    return (
      <section className="to-come">
        <h2>{screen.roof ? say("measure.missing_roof_title") : `${say("field.total_rise")}: ${say("field.missing")}`}</h2>
        <p>{say(screen.roof ? "measure.missing_roof" : "measure.missing_rise")}</p>
      </section>
    );
  if (!screen.roof) return <StairFitting />;
  return <Fitting fit={screen.roof.fit} trial={screen.roof.trial} tried={screen.roof.tried} />;
}

/** A flight's dry fit is asked for apart; a stair that stands is surveyed above it. */
function StairFitting() {
  const say = useWords();
  const { data, isError } = useAside("stair-fit", api.stairFit);
  if (!data) return <p className="quiet" role="status">{isError ? say("app.failed") : say("app.loading")}</p>;
  return (
    <Fitting fit={data.fit} trial={data.trial} tried={data.tried}>
      {data.built && <BuiltSurvey built={data.built} />}
    </Fitting>
  );
}

function Fitting({ fit, trial, tried = null, children }: { fit: readonly Fit[]; trial: readonly string[]; tried?: Tried | null; children?: ReactNode }) {
  const say = useWords();
  return (
    <div className="fit-page">
      <div className="fit-joints">
        {children}
        <h2>{say("fit.joints")}</h2>
        <p>{say("fit.say", { n: LARGER })}</p>
        {fit.length <= AT_ONCE ? <Joints joints={fit} /> : <ByPiece fit={fit} />}
        <Assembled />
      </div>
      <aside className="fit-side">
        <h2>{say("fit.trial")}</h2>
        {tried ? (
          <>
            <Trial tried={tried} />
            <Accordion disableGutters defaultExpanded={tried.causes.length === 0} className="fit-piece" slotProps={{ heading: { component: "h3" } }}>
              <AccordionSummary expandIcon={<span aria-hidden="true">▾</span>}>{say("fit.how")}</AccordionSummary>
              <AccordionDetails><Steps trial={trial} /></AccordionDetails>
            </Accordion>
          </>
        ) : <Steps trial={trial} />}
        <h2>{say("fit.clash")}</h2>
        <Clashes />
        <LogbookLink />
      </aside>
    </div>
  );
}

/** What was found is written down where the next crew finds it. */
function LogbookLink() {
  const say = useWords();
  const job = useWork((state) => state.job.id);
  const work = useWork((state) => state.work.id);
  return (
    <p>
      {say("fit.note")} <Link to={`/job/${job}/logbook?work=${work}`}>{say("log.title")}</Link>
    </p>
  );
}

/** Where the pattern is tried and how, in order. */
function Steps({ trial }: { trial: readonly string[] }) {
  return (
    <ol className="trial">
      {trial.map((step) => (
        <li key={step}>
          <TapeText text={step} />
        </li>
      ))}
    </ol>
  );
}

function Joints({ joints }: { joints: readonly Fit[] }) {
  return (
    <ul className="fits">
      {joints.map((one) => <Joint key={one.id} one={one} />)}
    </ul>
  );
}

/** Of many joints those that need a look stand first, the others behind the piece they belong to. */
function ByPiece({ fit }: { fit: readonly Fit[] }) {
  const say = useWords();
  const look = fit.filter((one) => one.level !== "close");
  const pieces = new Map<string, Fit[]>();
  for (const one of fit) if (one.level === "close") pieces.set(one.piece, [...(pieces.get(one.piece) ?? []), one]);
  return (
    <>
      {look.length > 0 && <Joints joints={look} />}
      <div>
        {[...pieces.entries()].map(([piece, joints], n) => (
          <Accordion key={piece} defaultExpanded={n === 0} disableGutters className="fit-piece" slotProps={{ heading: { component: "h3" } }}>
            <AccordionSummary expandIcon={<span aria-hidden="true">▾</span>}>
              <LevelSign level="ok" /> <TapeText text={say(joints.length === 1 ? "fit.piece_one" : "fit.piece", { piece: joints[0]?.text.split(": ")[0] ?? piece, n: joints.length })} />
            </AccordionSummary>
            <AccordionDetails><Joints joints={joints} /></AccordionDetails>
          </Accordion>
        ))}
      </div>
    </>
  );
}

/** Which pieces claim the same wood: worked out on solids, apart from what is answered while typing. */
function Clashes() {
  const say = useWords();
  const found = useAside("overlaps", api.overlaps);
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

function Joint({ one }: { one: Fit }) {
  const piece = useWork((state) => state.piece);
  const work = useWork((state) => state.work);
  const say = useWords();
  const navigate = useNavigate();
  const lay = () => {
    piece(one.piece);
    void navigate(`/work/${work.id}/mark`);
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
          <LevelSign level={one.level === "stop" || one.level === "little" ? "stop" : one.level === "close" ? "ok" : "look"} /> {say(one.level === "close" && one.signed === 0 ? "fit.exact" : (`fit.${one.level}` as WordId))}{" "}
          {one.signed !== 0 && one.level !== "little" && one.level !== "close" && <TapeText text={one.on_tape} />}
        </p>
        <p className="quiet">{say("fit.touches", { share: Math.round(one.contact * 100) })} <TapeText text={say("fit.bound", { bound: one.bound })} /></p>
        {one.ranges && <p className="quiet"><TapeText text={one.ranges} /></p>}
      </div>
    </li>
  );
}
