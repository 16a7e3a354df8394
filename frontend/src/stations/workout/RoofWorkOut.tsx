/** Work out for a roof: its judgement calls with their consequences, the joint drawn, the whole in 3D, checks, working. */
import { lazy, Suspense, useState } from "react";
import type { Roof, Screen } from "../../api/types";
import { CheckList } from "../../shared/CheckList";
import { FactRows } from "../../shared/FactRows";
import { OtherErrors } from "../../shared/work/OtherErrors";
import { SheetDrawing } from "../../shared/drawing/SheetDrawing";
import { TapeField } from "../../shared/fields/TapeField";
import { Figure, TapeText } from "../../shared/TapeText";
import { valueAt, omit } from "../../shared/work/document";
import type { Document } from "../../api/types";
import { useWords, type WordId } from "../../words/words";
import { HipSheets } from "./HipSheets";
import { NotchChoices } from "./NotchChoices";
import { RidgeHeight } from "./RidgeHeight";
import { TailShape } from "./TailShape";
import { WorkingPanel } from "./WorkingPanel";
import { useWork } from "../../shared/work/WorkContext";
import { Choice } from "../../shared/fields/Choice";
import { usual } from "../../words/usual";

const Whole = lazy(() => import("../../whole/Whole").then((part) => ({ default: part.Whole })));
const FIELDS = /^(pitch|ridge\.\w+|notch\.value|eaves\.(overhang|fascia|plumb_face|profile.*))$/;
const MARGINS = { left: 20, right: 20, top: 16, bottom: 40 };

export function RoofWorkOut({ screen, roof }: { screen: Screen; roof: Roof }) {
  const say = useWords();
  const [whole, setWhole] = useState(false);
  return (
    <div className="station work-out roof-work-out">
      <section className="main">
        <RoofSentence />
        <section className="whole-place" aria-label={say("roof.whole")}>
          {whole ? (
            <Suspense fallback={<p className="quiet">{say("app.loading")}</p>}>
              <Whole />
            </Suspense>
          ) : (
            <button type="button" className="start-here" onClick={() => setWhole(true)}>
              {say("roof.show_whole")}
            </button>
          )}
        </section>
        <div className="roof-calls">
          <div className="roof-left">
          <RidgeHeight screen={screen} />
          <section className="call-card notch-card">
            <h2>{say("roof.notch")}</h2>
            <div className="notch-drawing">
              <SheetDrawing
                room={20}
                sheet={roof.notch} margins={MARGINS} title={say("roof.notch")}
                label={(one) => (
                  <span className="worked-out">
                    <Figure value={one.length} /> <small>{one.label}</small>
                  </span>
                )}
              />
            </div>
            <NotchRules roof={roof} />
            <NotchChoices roof={roof} />
          </section>

          </div>
          <section className="call-card">
            <h2>{say("roof.lengths")}</h2>
            <FactRows facts={[...roof.lengths, ...screen.facts]} />
          </section>
        </div>
        <HipSheets />
      </section>
      <aside className="side">
        <h2>{say("work_out.checks")}</h2>
        <CheckList checks={screen.checks} />
        <p className="limits">
          <strong>{screen.limits}.</strong> {screen.confirm}
        </p>
        <p className="limits">{say("roof.structure")}</p>
        <WorkingPanel working={screen.working} />
      </aside>
    </div>
  );
}

function RoofSentence() {
  const document = useWork((state) => state.document);
  const job = useWork((state) => state.job);
  const keeper = useWork((state) => state.keeper);
  const say = useWords();
  const ridge = (valueAt(document, "ridge") ?? {}) as Document;
  const tail = valueAt(document, "eaves.tail") ?? "plumb";
  const chooseRidge = (kind: string) => {
    keeper.change("ridge", kind === "none" ? { kind } : { ...usual(job.units, "ridge"), ...omit(ridge, ["kind", "top", "stand"]), kind });
  };
  const chooseTail = (next: string) => {
    const eaves = omit((valueAt(document, "eaves") ?? {}) as Document, ["tail", "plumb_face"]);
    keeper.change("eaves", {
      ...eaves, tail: next,
      ...(next === "bobbed" ? { plumb_face: usual(job.units, "eaves.plumb_face") } : {}),
      ...(next === "profile" && !eaves["profile"] ? { profile: usual(job.units, "eaves.profile") } : {}),
    });
  };
  return (
    <div className="sentence">
      <p>
        <span className="phrase">
          {say("roof.pitch")} <TapeField path="pitch" label={say("roof.pitch")} plain />
        </span>
        <Choice className="phrase"
          label={say("roof.ridge")} chosen={String(ridge["kind"])} onChoose={chooseRidge}
          answers={["board", "beam", "none"].map((id) => ({ id, text: say(`roof.ridge_${id}` as WordId) }))}
        />
        {ridge["kind"] !== "none" && (
          <>
            <span className="phrase">
              <TapeField path="ridge.thickness" label={say("roof.ridge_thickness")} /> × <TapeField path="ridge.depth" label={say("roof.ridge_depth")} />
            </span>
          </>
        )}
        {ridge["kind"] === "none" && (
          <Choice className="phrase"
            label={say("roof.meet")} chosen={(ridge["meet"]) ?? "lap"} onChoose={(meet) => keeper.change("ridge.meet", meet)}
            answers={["lap", "plumb"].map((id) => ({ id, text: say(`roof.meet_${id}` as WordId) }))}
          />
        )}
        {ridge["kind"] === "board" && (
          <Choice className="phrase"
            label={say("roof.ridge_top")} chosen={(ridge["top"]) ?? "flush"} onChoose={(top) => keeper.change("ridge.top", top)}
            answers={["flush", "bevelled"].map((id) => ({ id, text: say(`roof.top_${id}` as WordId) }))}
          />
        )}
      </p>
      <p>
        <span className="phrase">
          {say("roof.overhang")} <TapeField path="eaves.overhang" label={say("field.overhang")} />
        </span>
        <span className="phrase">
          {say("roof.fascia")} <TapeField path="eaves.fascia" label={say("field.fascia")} />
        </span>
        <Choice className="phrase"
          label={say("roof.tail")} chosen={tail} onChoose={chooseTail}
          answers={["plumb", "bobbed", "square", "profile"].map((id) => ({ id, text: say(`roof.tail_${id}` as WordId) }))}
        />
        {tail === "bobbed" && (
          <span className="phrase">
            {say("roof.plumb_face_within")} <TapeField path="eaves.plumb_face" label={say("roof.plumb_face")} />
          </span>
        )}
      </p>
      {tail === "profile" && <TailShape />}
      <OtherErrors fields={FIELDS} />
    </div>
  );
}

/** The notch by each of its rules: the chosen one typed, the others as they come out; a tap makes one the rule. */
function NotchRules({ roof }: { roof: Roof }) {
  const keeper = useWork((state) => state.keeper);
  return (
    <ul className="notch-rules">
      {roof.alternatives.map((one) => (
        <li key={one.rule} className={one.chosen ? "chosen" : ""}>
          <button type="button" aria-pressed={one.chosen} onClick={() => !one.chosen && keeper.change("notch", { rule: one.rule, value: one.typed })}>
            {one.label}
          </button>
          {one.chosen ? (
            <TapeField path="notch.value" label={one.label} plain={one.rule === "fraction"} />
          ) : (
            <b className="figure">
              <TapeText text={one.value} />
            </b>
          )}
        </li>
      ))}
    </ul>
  );
}
