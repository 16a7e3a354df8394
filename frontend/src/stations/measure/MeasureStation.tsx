/** Measure: the site sketch with the tape fields on it, and what everything is made of. */
import { ReadingsSlip } from "../../shared/fields/ReadingsSlip";
import { InstrumentTray } from "../../shared/instruments/InstrumentTray";
import { AssumedCard } from "../../shared/work/Assumed";
import Button from "@mui/material/Button";
import { OtherErrors } from "../../shared/work/OtherErrors";
import { SheetDrawing } from "../../shared/drawing/SheetDrawing";
import { isThere } from "../../shared/fields/Extras";
import { TapeField } from "../../shared/fields/TapeField";
import { Figure, TapeText } from "../../shared/TapeText";
import { useWords, type WordId } from "../../words/words";
import type { Shown } from "../../api/types";
import { FootChoice, HeadChoice, HeaderRiserChoice } from "./Choices";
import { FlightExtras } from "./FlightExtras";
import { MadeOf } from "./MadeOf";
import { RoofMeasure } from "./RoofMeasure";
import { useWork } from "../../shared/work/WorkContext";

/** The keys that have a field here. */
const FIELDS =
  /^(total_rise|upper_finish|lower_finish|riser_board|width|stringer_spacing|stock\.\w+|tread\.(thickness|drain_gap|in_hand\.\w+)|head\.(header_depth|header_length|lap|(drop_board|ledger)\.\w+)|kicker\.(width|thickness)|ground\b.*|platform\.\w+|overhead.*|guard\.[\w.]+|handrail\.\w+|level_held\.\w+|room|slab\.\w+|footing\.\w+|deck_below\.[\w.]+|top_landing\.\w+|anchors\.\w+|screws\.\w+|housed\.\w+|trial_sheet|sides\.[\w.]+|blocks\.\w+|defects.*|survey.*|built\..*)$/;
const MARGINS = { left: 116, right: 20, top: 40, bottom: 46 };

export function MeasureStation() {
  const document = useWork((state) => state.document);
  return document["kind"] === "roof" ? <RoofMeasure /> : <FlightMeasure />;
}

function FlightMeasure() {
  const errors = useWork((state) => state.errors);
  const typing = useWork((state) => state.typing);
  const document = useWork((state) => state.document);
  const say = useWords();
  const screen = useWork((state) => state.screen);
  const missing = screen?.supposed.includes("total_rise") ?? false;
  return (
    <div className="station measure">
      <section className="main">
        <OtherErrors fields={FIELDS} />
        <div className="sketch-card">
          {screen ? (
            <SheetDrawing
              sheet={screen.sketch}
              margins={MARGINS}
              title={say("measure.sketch")}
              className={missing ? "supposed" : ""}
              label={(one) =>
                one.field ? (
                  <TapeField
                    path={one.field}
                    label={say(`field.${one.id}` as WordId)}
                    labelled
                    size={one.id === "total_rise" ? "large" : "inline"}
                    {...(one.id === "total_rise" || one.id === "ground" ? {} : { missing: say(one.id === "header_depth" ? "measure.not_known" : "field.none") })}
                  />
                ) : one.id === "ground" ? (
                  <AtFoot rise={one.length} />
                ) : (
                  <span className="worked-out">
                    {missing ? "…" : <Figure value={one.length} />} <small>{say("work_out.run")}</small>
                  </span>
                )
              }
            />
          ) : errors.length === 0 && typing["total_rise"] === undefined ? (
            <p className="sketch-alone">{say("app.loading")}</p>
          ) : (
            <div className="sketch-alone">
              <TapeField path="total_rise" label={say("field.total_rise")} labelled size="large" />
            </div>
          )}
        </div>
        <div className="choices">
          <HeaderRiserChoice />
          <HeadChoice />
          {!isThere(document, "housed") && <FootChoice />}
        </div>
        <FlightExtras />
      </section>
      <aside className="side">
        <p className="advice">
          {missing ? say("measure.missing_rise") : say("measure.say_landing")}{" "}
          {!missing && screen && <RunTo />}
          {!missing && isThere(document, "ground") && screen?.facts.some((one) => one.id === "foot") && <> {say("measure.say_foot")}</>}
        </p>
        {!missing && <AssumedCard />}
        <div>
          {!missing && <ReadingsSlip />}
          <InstrumentTray />
        </div>
        <MadeOf />
      </aside>
    </div>
  );
}

/** On ground that falls: how far down it is worked out to lie where the foot lands, and where to measure again. */
function AtFoot({ rise }: { rise: Shown }) {
  const screen = useWork((state) => state.screen);
  const document = useWork((state) => state.document);
  const keeper = useWork((state) => state.keeper);
  const say = useWords();
  const foot = screen?.facts.find((one) => one.id === "foot");
  return (
    <span className="worked-out at-foot">
      <Figure value={rise} /> <small>{say("measure.at_foot")}</small>
      {foot && isThere(document, "ground") && (
        <button type="button" className="plain-button" onClick={() => keeper.change("ground.confirmed", { at: `${foot.value.toFixed(1)} mm` })}>
          {say("measure.measure_there")}
        </button>
      )}
    </span>
  );
}

function RunTo() {
  const screen = useWork((state) => state.screen);
  const document = useWork((state) => state.document);
  const keeper = useWork((state) => state.keeper);
  const say = useWords();
  const run = screen?.sketch.dimensions.find((one) => one.id === "total_run");
  if (!run || isThere(document, "ground")) return null;
  const at = (where: string) => keeper.change("ground", { at: where });
  return (
    <>
      <TapeText text={say("measure.run_to", { run: run.length.text })} />
      {!isThere(document, "platform") && (
        <span className="answers">
          {say("measure.run_ask")}
          <Button size="small" onClick={() => at(`${run.length.mm.toFixed(1)} mm`)}>{say("measure.run_there")}</Button>
          <Button size="small" onClick={() => at("0 mm")}>{say("measure.run_elsewhere")}</Button>
        </span>
      )}
    </>
  );
}
