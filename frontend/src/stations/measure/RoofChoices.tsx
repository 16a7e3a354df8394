/** What stands under a roof, asked by drawing it: its shape, and whether the seats lie over wall sheathing. */
import { omit, valueAt } from "../../shared/work/document";
import { TapeField } from "../../shared/fields/TapeField";
import type { Document } from "../../api/types";
import { useWords } from "../../words/words";
import { DrawnChoice } from "./Choices";
import { FirstWing } from "./Wings";
import { useWork } from "../../shared/work/WorkContext";
import { Choice } from "../../shared/fields/Choice";
import { usual } from "../../words/usual";

const walls = <path className="layer-framing" d="M10 36h5v18h-5zM57 36h5v18h-5z" />;
const low = <path className="layer-framing" d="M10 36h5v18h-5zM57 20h5v34h-5z" />;

type ShapeId = "gable" | "polygon" | "outline" | "hipped" | "off_centre" | "gambrel" | "shed" | "lean_to";

function shapeOf(document: Document): ShapeId {
  if (document["gambrel"] !== undefined && document["gambrel"] !== null) return "gambrel";
  if (valueAt(document, "plan.shape") === "shed") return valueAt(document, "plan.upper") === "ledger" ? "lean_to" : "shed";
  const kept = valueAt(document, "plan.shape");
  if (kept === "polygon" || kept === "outline") return kept;
  const ends = valueAt(document, "plan.ends");
  if (Array.isArray(ends) && ends.includes("hip")) return "hipped";
  return valueAt(document, "plan.ridge_at") !== undefined ? "off_centre" : "gable";
}

function endsOf(document: Document): "both" | "first" | "second" {
  const ends = valueAt(document, "plan.ends");
  if (!Array.isArray(ends) || ends.every((one) => one === "hip")) return "both";
  return ends[0] === "hip" ? "first" : "second";
}

export function RoofShape() {
  const document = useWork((state) => state.document);
  const job = useWork((state) => state.job);
  const screen = useWork((state) => state.screen);
  const keeper = useWork((state) => state.keeper);
  const say = useWords();
  const shape = shapeOf(document);
  // An outline between gables may have valleys alone.
  const none = shape === "outline" ? { missing: say("measure.not_known") } : {};
  // At an inside corner of the walls stands a valley.
  const valleys = (screen?.roof?.sides ?? []).some((side) => side.tie !== "");
  const winged = Array.isArray(valueAt(document, "plan.wings"));
  const laid = winged && valueAt(document, "plan.valley.head") === "lay_on";
  const choose = (next: ShapeId) => {
    const kept = omit((valueAt(document, "plan") ?? {}) as Document, ["shape", "upper", "ridge_at", "keep", "ends", "sides", "side", "corners", "edges", "line_up"]);
    const around = next === "polygon" || next === "outline";
    // Walls below are measured in the plan they are drawn in.
    const wings = valueAt(document, "plan.wings") !== undefined;
    const plan = omit(kept, [...(around ? ["length", "width", "upper_overhang"] : ["bearings"]), ...(next === "gable" || next === "hipped" ? [] : ["wings"])]);
    const [long, wide] = usual(job.units, "plan.outline");
    const known = screen?.roof?.sides ?? [];
    const shaped: Document =
      next === "polygon"
        ? { ...plan, shape: "polygon", sides: 6, side: usual(job.units, "plan.side") }
        : next === "outline"
          ? {
              ...plan, shape: "outline",
              corners: known.length > 2 ? known.map((side) => side.at.map((mm) => `${mm.toFixed(3)} mm`)) : [["0 mm", "0 mm"], [long, "0 mm"], [long, wide], ["0 mm", wide]],
              // A rectangle with wings goes on as the same building.
              ...(wings ? { edges: known.map((side) => ({ roof: side.roof, ...(side.pitch ? { pitch: side.pitch } : {}), ...(side.plate ? { plate: side.plate } : {}) })) } : {}),
            }
          : next === "shed" || next === "lean_to"
        ? { ...plan, shape: "shed", upper: next === "shed" ? "plate" : "ledger" }
        : next === "off_centre"
          ? { ...plan, shape: "rectangle", ridge_at: usual(job.units, "plan.ridge_at"), keep: "pitch" }
          : { ...plan, shape: "rectangle", ends: next === "hipped" ? ["hip", "hip"] : ["gable", "gable"] };
    // The hips' timber first: a hipped plan without it would not be worked out.
    if ((next === "hipped" || around) && valueAt(document, "hip") === undefined)
      keeper.change("hip", usual(job.units, "hip"));
    keeper.change("plan", shaped);
    const gambrel = next === "gambrel" ? usual(job.units, "gambrel") : undefined;
    if ((valueAt(document, "gambrel") !== undefined) !== (gambrel !== undefined)) keeper.change("gambrel", gambrel);
  };
  return (
    <DrawnChoice
      question={say("measure.shape")} chosen={shape} onChoose={choose}
      options={[
        { value: "gable", label: say("measure.gable"), drawing: <>{walls}<path className="layer-wood" d="M4 38l32-24 32 24v5L36 20 4 43z" /></> },
        { value: "hipped", label: say("measure.hipped"), drawing: <><path className="layer-framing" d="M10 40h52v14H10z" /><path className="layer-wood" d="M4 42l22-26h20l22 26z" /><path className="layer-theory" d="M26 16l-4 26M46 16l4 26" /></> },
        { value: "polygon", label: say("outline.polygon"), drawing: <><path className="layer-framing" d="M20 6h32l16 22-16 22H20L4 28z" /><path className="layer-cut" d="M20 6l32 44M52 6L20 50M4 28h64" /></> },
        { value: "outline", label: say("outline.own"), drawing: <><path className="layer-framing" d="M6 10h46l16 20-20 22L10 44z" /><path className="layer-cut" d="M6 10l22 18h12L52 10M40 28l28 2M40 28l8 24M28 28L10 44" /></> },
        { value: "off_centre", label: say("measure.off_centre"), drawing: <>{walls}<path className="layer-wood" d="M4 38l20-22 44 22v5L24 22 4 43z" /></> },
        { value: "gambrel", label: say("measure.gambrel"), drawing: <>{walls}<path className="layer-wood" d="M4 40l14-22 18-9 18 9 14 22-3 4-14-21-15-8-15 8L7 44z" /></> },
        { value: "shed", label: say("measure.shed"), drawing: <>{low}<path className="layer-wood" d="M4 38l64-22v5L4 43z" /></> },
        { value: "lean_to", label: say("measure.lean_to"), drawing: <><path className="layer-framing" d="M10 36h5v18h-5zM58 4h10v50H58z" /><path className="layer-wood" d="M4 38l54-18v5L4 43z" /></> },
      ]}
    >
      <FirstWing />
      <div className="sizes">
        {shape === "polygon" && (
          <>
            <Choice
              label={say("outline.sides")} chosen={valueAt(document, "plan.sides")}
              answers={[3, 4, 5, 6, 8, 10, 12].map((n) => ({ id: n, text: n }))}
              onChoose={(n) => keeper.change("plan.sides", n)}
            />
            <TapeField path="plan.side" label={say("outline.side_length", { n: 1 })} labelled />
          </>
        )}
        {shape === "off_centre" && (
          <>
            <TapeField path="plan.ridge_at" label={say("field.ridge_at")} labelled />
            <Choice
              label={say("measure.off_centre")} chosen={(valueAt(document, "plan.keep") ?? "pitch")}
              answers={(["pitch", "plates"] as const).map((keep) => ({ id: keep, text: say(`measure.keep_${keep}`) }))}
              onChoose={(keep) => keeper.change("plan.keep", keep)}
            />
          </>
        )}
        {valleys && (
          <>
            <TapeField path="plan.valley.thickness" label={say("field.valley_thickness")} labelled missing={say("field.as_hips")} />
            <TapeField path="plan.valley.depth" label={say("field.valley_depth")} labelled missing={say("field.as_hips")} />
            <TapeField path="plan.valley.length" label={say("field.valley_length")} labelled missing={say("measure.not_known")} />
          </>
        )}
        {(valleys || laid) && (
          <Choice
            label={say("outline.valley_head")} chosen={valueAt(document, "plan.valley.head") ?? "supporting"}
            answers={(["supporting", "header", ...(winged ? ["lay_on"] as const : [])] as const).map((head) => ({ id: head, text: say(`outline.valley_${head}`) }))}
            onChoose={(head) => {
              if (head === "lay_on" && valueAt(document, "plan.deck") === undefined) keeper.change("plan.deck", usual(job.units, "plan.deck"));
              if (head === "lay_on" && valueAt(document, "plan.valley.board") === undefined) keeper.change("plan.valley.board", usual(job.units, "plan.valley.board"));
              keeper.change("plan.valley.head", head);
            }}
          />
        )}
        {(shape === "hipped" || shape === "polygon" || shape === "outline") && (
          <>
            <TapeField path="hip.thickness" label={say("field.hip_thickness")} labelled {...none} />
            <TapeField path="hip.depth" label={say("field.hip_depth")} labelled {...none} />
            <TapeField path="hip.length" label={say("field.hip_length")} labelled missing={say("measure.not_known")} />
            {shape === "hipped" && <Choice
              label={say("measure.ends")} chosen={endsOf(document)}
              answers={(["both", "first", "second"] as const).map((which) => ({ id: which, text: say(`measure.hip_${which}`) }))}
              onChoose={(which) => keeper.change("plan.ends", [which === "second" ? "gable" : "hip", which === "first" ? "gable" : "hip"])}
            />}
            <Choice
              label={say("outline.head")} chosen={shape === "hipped" ? (valueAt(document, "hip.head") ?? "commons") : valueAt(document, "hip.head") === "pairs" ? "pairs" : "post"}
              answers={(shape === "hipped" ? ["commons", "ridge_single", "ridge_double", "post", "pairs"] as const : ["post", "pairs"] as const).map((head) => ({ id: head, text: say(`outline.head_${head}`) }))}
              onChoose={(head) => keeper.change("hip.head", head)}
            />
          </>
        )}
        {shape === "gambrel" && (
          <>
            <TapeField path="gambrel.break_run" label={say("field.break_run")} labelled />
            <TapeField path="gambrel.upper_pitch" label={say("field.upper_pitch")} labelled plain />
          </>
        )}
        {shape === "shed" && <TapeField path="plan.upper_overhang" label={say("field.upper_overhang")} labelled missing={say("field.none")} />}
      </div>
    </DrawnChoice>
  );
}

export function SheathingChoice() {
  const document = useWork((state) => state.document);
  const job = useWork((state) => state.job);
  const keeper = useWork((state) => state.keeper);
  const say = useWords();
  const kept = valueAt(document, "plan.sheathing");
  const over = typeof kept === "string" ? !/^0(\D|$)/.test(kept.trim()) : typeof kept === "number" && kept > 0;
  return (
    <DrawnChoice
      question={say("measure.sheathing_ask")} chosen={over} onChoose={(value) => keeper.change("plan.sheathing", value ? usual(job.units, "plan.sheathing") : job.units === "metric" ? "0 mm" : '0"')}
      options={[
        { value: false, label: say("measure.sheathing_no"), drawing: <><path className="layer-framing" d="M26 30h24v24H26z" /><path className="layer-wood" d="M4 40L66 8v16L50 32v-2H26v12z" /><path className="layer-cut" d="M26 30v24" /></> },
        { value: true, label: say("measure.sheathing_yes"), drawing: <><path className="layer-framing" d="M26 30h24v24H26z" /><path className="layer-finish" d="M20 30h6v24h-6z" /><path className="layer-wood" d="M4 40L66 8v16L50 32v-2H20v14z" /><path className="layer-cut" d="M20 30v24" /></> },
      ]}
    >
      {over && (
        <div className="sizes">
          <TapeField path="plan.sheathing" label={say("field.sheathing")} labelled />
        </div>
      )}
    </DrawnChoice>
  );
}

/** Where the overhang was measured to: the fascia's face, or the rafter's own end. */
export function MeasuredToChoice() {
  const document = useWork((state) => state.document);
  const keeper = useWork((state) => state.keeper);
  const say = useWords();
  const rafter = <path className="layer-wood" d="M22 30L68 8v14L22 46z" />;
  const fascia = <path className="layer-finish" d="M16 30h6v20h-6z" />;
  return (
    <DrawnChoice
      question={say("measure.overhang_ask")} chosen={valueAt(document, "eaves.measured_to") === "rafter" ? "rafter" : "fascia"}
      onChoose={(to) => keeper.change("eaves.measured_to", to)}
      options={[
        { value: "fascia", label: say("measure.to_fascia"), drawing: <>{rafter}{fascia}<path className="layer-cut" d="M16 26v28" /></> },
        { value: "rafter", label: say("measure.to_rafter"), drawing: <>{rafter}{fascia}<path className="layer-cut" d="M22 26v28" /></> },
      ]}
    />
  );
}
