/** Measure for a roof: section and plan to scale with the tape fields on them, and what is asked by drawing it. */
import type { ReactNode } from "react";
import type { Dimension, Sheet } from "../../api/types";
import { ReadingsSlip } from "../../shared/fields/ReadingsSlip";
import { InstrumentTray } from "../../shared/instruments/InstrumentTray";
import { AssumedCard } from "../../shared/work/Assumed";
import { OtherErrors } from "../../shared/work/OtherErrors";
import { SheetDrawing } from "../../shared/drawing/SheetDrawing";
import { TapeField } from "../../shared/fields/TapeField";
import { Figure } from "../../shared/TapeText";
import { useWords, type WordId } from "../../words/words";
import { valueAt } from "../../shared/work/document";
import { MadeOf } from "./MadeOf";
import { OutlineEditor } from "./OutlineEditor";
import { WallsBelow } from "./WallsBelow";
import { Wings } from "./Wings";
import { RoofExtras } from "./RoofExtras";
import { Survey } from "./Survey";
import { MeasuredToChoice, RoofShape, SheathingChoice } from "./RoofChoices";
import { useWork } from "../../shared/work/WorkContext";

/** The keys that have a field here. */
const FIELDS = /^(pitch|plan\.(width|length|side|sides|corners.*|valley\.[\w.]+|purlins\[.*|openings.*|dormers.*|deck|wings.*|edges.*|line_up|plate|wall_height|sheathing|ridge_at|upper_overhang)|eaves\.(overhang|fascia|fascia_depth|verge|board_length|nip|tops.*|false_tail\.\w+)|rafter\.[\w[\]]+|gambrel\.[\w.]+|hip\.\w+|gable\.[\w.]+|collar\.\w+|blocking\.\w+|ridge\.(blocks|posts)\.\w+|ridge\.pocket|pairs.*|survey.*|setting_out\.sheet)$/;
/** Beside a plan of sides walls below have theirs. */
const WITH_WALLS = new RegExp(`${FIELDS.source}|^plan\\.bearings`);
const SECTION = { left: 40, right: 40, top: 26, bottom: 84 };
const PLAN = { left: 34, right: 34, top: 60, bottom: 84 };

export function RoofMeasure() {
  const document = useWork((state) => state.document);
  const say = useWords();
  const screen = useWork((state) => state.screen);
  const sides = screen?.roof?.sides ?? [];
  const own = valueAt(document, "plan.shape") === "outline";
  const missing = (screen?.supposed.length ?? 0) > 0;
  const word = (id: string, within = false): string => (/^side_\d+$/.test(id) ? say(within ? "outline.side_within" : "outline.side", { n: id.slice(5) }) : say(`field.${id}` as WordId));
  const label = (one: Dimension): ReactNode =>
    one.field ? (
      <TapeField path={one.field} label={word(one.id)} labelled size={one.id === "overhang" ? "inline" : "large"} />
    ) : (
      <span className="worked-out">
        {missing ? "…" : <Figure value={one.length} />} <small>{word(one.id, true)}</small>
      </span>
    );
  const drawn = (sheet: Sheet | undefined, title: WordId, margins: typeof PLAN) =>
    sheet && <SheetDrawing sheet={sheet} room={23} margins={margins} title={say(title)} className={missing ? "supposed" : ""} label={label} />;
  return (
    <div className="station measure roof-measure">
      <section className="main">
        <OtherErrors fields={sides.length > 0 ? WITH_WALLS : FIELDS} />
        <div className="roof-sketches">
          <div className="sketch-card">
            <p className="pitch-asked"><TapeField path="pitch" label={say("field.pitch")} labelled size="large" plain /></p>
            {drawn(screen?.sketch, "measure.section", SECTION)}
          </div>
          <div className="sketch-card">{drawn(screen?.roof?.plan, "measure.plan", PLAN)}</div>
        </div>
        {own && sides.length > 0 && <OutlineEditor sides={sides} />}
        <Wings />
        {sides.length > 0 && <WallsBelow sides={sides} />}
        {!missing && <Survey corners={sides.length || 4} />}
        <div className="choices roof-choices">
          <RoofShape />
          <SheathingChoice />
          <MeasuredToChoice />
        </div>
      </section>
      <aside className="side">
        <p className="advice">{say("measure.roof_advice")}</p>
        {!missing && <AssumedCard />}
        <div>
          {!missing && <ReadingsSlip />}
          <InstrumentTray />
        </div>
        <MadeOf />
        <RoofExtras />
      </aside>
    </div>
  );
}
