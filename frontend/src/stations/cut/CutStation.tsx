/** Cut: boards with the pieces in them, boards on hand, saw settings for the whole batch, what to buy, files to take. */
import { AssumedLine } from "../../shared/work/Assumed";
import { useMemo, useState } from "react";
import { Link, useNavigate } from "react-router";
import { api } from "../../api/client";
import type { CutPlan } from "../../api/types";
import { LevelSign } from "../../shared/LevelSign";
import { Figure, TapeText } from "../../shared/TapeText";
import { useWords, type WordId } from "../../words/words";
import { Boards } from "./Boards";
import { Buying } from "./Buying";
import { Exports } from "./Exports";
import { Rack } from "./Rack";
import { usePlan } from "./usePlan";
import { useWork } from "../../shared/work/WorkContext";
import { Choice } from "../../shared/fields/Choice";
import { Views } from "../../shared/fields/Views";

const VIEWS = ["boards", "rack", "saw", "buying", "list", "files"] as const;

export function CutStation() {
  const screen = useWork((state) => state.screen);
  const work = useWork((state) => state.work);
  const job = useWork((state) => state.job);
  const say = useWords();
  const [view, setView] = useState<(typeof VIEWS)[number]>("boards");
  const [scope, setScope] = useState<"work" | "job">("work");
  const [edgeFree, setEdgeFree] = useState(false);
  const [faceGiven, setFaceGiven] = useState(false);
  const [scarfed, setScarfed] = useState(false);
  const ways = useMemo(() => ({ scope, edgeFree, faceGiven, scarfed, others: view === "buying" }), [scope, edgeFree, faceGiven, scarfed, view]);
  const plans = usePlan(ways);
  const { plan } = plans;
  if (!screen || screen.supposed.length > 0)
    return (
      <section className="to-come">
        <h2>{say("cut.missing")}</h2>
        <p>{say("cut.missing_say")}</p>
      </section>
    );
  if (!plan) return <p className="quiet cut-page" role="status">{plans.isError ? say("app.failed") : say("app.loading")}</p>;
  return (
    <div className="cut-page">
      <header>
        <h2>{say("cut.title")}</h2>
        <Views
          label={say("cut.views")} shown={view}
          views={VIEWS.map((one) => ({ id: one, text: say(`cut.${one}` as WordId) }))}
          onShow={setView}
        />
      </header>
      <AssumedLine />
      <div className="caution">
        <LevelSign level={plan.tried ? "ok" : "look"} />
        {plan.trial === "" ? (
          <label className="extra-choice">
            <input type="checkbox" checked={plan.tried} onChange={(event) => void plans.act(() => api.tried(work.id, event.target.checked), false)} />
            {say(plan.tried ? "cut.tried" : "cut.not_tried")}
          </label>
        ) : (
          <span className="caution-say">
            {say(plan.tried ? "cut.tried" : "cut.not_tried_yet")} {plan.trial} {!plan.tried && <Link to="../fit" relative="path">{say("cut.try_it")}</Link>}
          </span>
        )}
        <span className="quiet">{plan.caution}</span>
      </div>
      {plans.looking && (
        <p role="status" className="cut-looking">
          {say("cut.looking")} {plans.making && say("cut.looked_at", plans.making)} <button type="button" className="more" onClick={plans.stop}>{say("cut.stop_looking")}</button>
        </p>
      )}
      {plans.failed && <p role="alert" className="said error">{plans.failed}</p>}
      {view === "boards" && (
        <div className="cut-ways">
          <Choice
            label={say("cut.scope")} chosen={scope}
            answers={(["work", "job"] as const).map((one) => ({ id: one, text: say(`cut.scope_${one}`) }))}
            onChoose={setScope}
          />
          <label className="extra-choice"><input type="checkbox" checked={edgeFree} onChange={(event) => setEdgeFree(event.target.checked)} />{say("cut.edge_free")}</label>
          <label className="extra-choice"><input type="checkbox" checked={faceGiven} onChange={(event) => setFaceGiven(event.target.checked)} />{say("cut.face_given")}</label>
          {plan.scarfs.length > 0 && <label className="extra-choice"><input type="checkbox" checked={scarfed} onChange={(event) => setScarfed(event.target.checked)} />{say("cut.scarfed")}</label>}
        </div>
      )}
      {view === "boards" && scarfed && plan.scarfs.map((one) => <p key={one} className="clash"><LevelSign level="look" /> <span><TapeText text={one} /></span></p>)}
      {view === "boards" && <Boards plan={plan} plans={plans} />}
      {view === "rack" && <Rack plan={plan} plans={plans} units={job.units} />}
      {view === "saw" && <SawSettings plan={plan} />}
      {view === "buying" && <Buying plan={plan} plans={plans} />}
      {view === "list" && <CutList plan={plan} />}
      {view === "files" && <Exports />}
      <ul className="quiet cut-notes">{plan.notes.map((note) => <li key={note}>{note}</li>)}</ul>
    </div>
  );
}

function SawSettings({ plan }: { plan: CutPlan }) {
  const say = useWords();
  return (
    <ol className="saw-settings">
      {plan.settings.map((one) => (
        <li key={one.title}>
          <h3>{one.title} <small className="quiet">{say("cut.cuts", { n: one.count })}</small></h3>
          {one.notes.map((note) => <p key={note} className="quiet">{note}</p>)}
          <ul>{one.ends.map((end, at) => <li key={at}><TapeText text={end.say} /></li>)}</ul>
        </li>
      ))}
    </ol>
  );
}

function CutList({ plan }: { plan: CutPlan }) {
  const work = useWork((state) => state.work);
  const piece = useWork((state) => state.piece);
  const say = useWords();
  const navigate = useNavigate();
  return (
    <table className="cut-table">
      <thead><tr>{(["stair.piece", "stair.count", "stair.section", "stair.length"] as const).map((word) => <th key={word} scope="col">{say(word)}</th>)}</tr></thead>
      <tbody>
        {plan.rows.filter((row) => row.count > 0).map((row) => (
          <tr key={row.id}>
            <th scope="row">
              <button type="button" onClick={() => { if (row.work_id === work.id) piece(row.piece); void navigate(`/work/${row.work_id}/mark`); }}>{row.title}</button>
            </th>
            <td className="figure">{row.count}</td>
            <td className="figure"><TapeText text={row.section} /></td>
            <td><b><Figure value={row.length} /></b> <small>{row.ends}</small></td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
