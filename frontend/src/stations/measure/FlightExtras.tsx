/** What stands around the stringers: ground, sides, guard, slab, landings, fixings. Each is there or it is not. */
import type { ReactNode } from "react";
import type { Document } from "../../api/types";
import { Offered, ExtraList, isThere, sized, type Extra } from "../../shared/fields/Extras";
import { TapeField } from "../../shared/fields/TapeField";
import { Defects } from "./Defects";
import { Rows } from "./Rows";
import { column } from "./columns";
import { valueAt } from "../../shared/work/document";
import { useWords, type WordId } from "../../words/words";
import { useWork } from "../../shared/work/WorkContext";
import { usual } from "../../words/usual";

const cut = (document: Document) => !isThere(document, "housed");
const boards: readonly Extra[] = [
  { path: "tread.drain_gap", word: "around.drain", fields: [["tread.drain_gap", "around.drain_gap"]] },
  { path: "tread.under_riser", word: "around.under_riser", fields: [], fresh: () => true, where: (document) => isThere(document, "riser_board") },
  {
    path: "tread.in_hand", word: "around.in_hand", fields: [["tread.in_hand.width", "around.board_width"], ["tread.in_hand.gap", "around.board_gap"]],
    where: (document) => valueAt(document, "tread.going") !== undefined,
  },
  {
    path: "sides.overhang", word: "around.overhang", fields: [["sides.overhang", "around.overhang_by"]],
    where: (document) => cut(document) && !isThere(document, "sides.skirt"),
  },
  {
    path: "sides.skirt", word: "around.skirt", fields: [...sized("sides.skirt"), ["sides.margin", "around.margin"]],
    where: (document) => cut(document) && !isThere(document, "sides.overhang"),
  },
  {
    path: "tread.material", word: "around.material", fields: [], fresh: () => "wood",
    switches: [{ path: "tread.material", word: "around.made_of", usual: "wood", answers: [["wood", "around.wood"], ["composite", "around.composite"]] }],
  },
  {
    path: "order", word: "around.order", fields: [], fresh: () => ({ first: "risers", start: "bottom" }),
    switches: [
      { path: "order.first", word: "around.order_first", usual: "risers", answers: [["risers", "around.order_risers"], ["treads", "around.order_treads"]] },
      { path: "order.start", word: "around.order_start", usual: "bottom", answers: [["bottom", "around.order_bottom"], ["top", "around.order_top"]] },
    ],
  },
];

const bearing: readonly Extra[] = [
  { path: "blocks", word: "around.blocks", fields: sized("blocks"), where: cut },
  {
    path: "head.header_length", word: "around.header_short", fields: [["head.header_length", "around.header_length"], ["head.lap", "around.lap"]],
    fresh: (document) => valueAt(document, "width"), where: cut,
  },
  {
    path: "anchors", word: "around.anchors", fields: [["anchors.embedment", "around.embedment"], ["anchors.length", "around.anchor_length"], ["anchors.spacing", "around.anchor_spacing"], ["anchors.bit", "around.anchor_bit"]],
    where: (document) => cut(document) && isThere(document, "kicker"),
  },
  {
    path: "screws", word: "around.screws", fields: [["screws.tread", "around.screw_tread"], ["screws.riser_board", "around.screw_riser"], ["screws.kicker", "around.screw_kicker"], ["screws.head", "around.screw_head"], ["screws.least", "around.screw_least"]],
    where: cut,
  },
  {
    path: "housed", word: "around.housed", fields: [["housed.margin", "around.margin"], ["housed.depth", "around.housing_depth"], ["housed.thin", "around.wedge_thin"], ["housed.taper", "around.wedge_taper"]],
    plain: ["housed.taper"],
  },
  { path: "trial_sheet", word: "around.trial", fields: [["trial_sheet", "around.sheet"]], where: cut },
];

const guard: readonly Extra[] = [
  {
    path: "guard", word: "around.guard",
    fields: [
      ["guard.height", "around.guard_height"], ["guard.under", "around.guard_under"], ["guard.gap", "around.guard_gap"], ["guard.bay", "around.guard_bay"],
      ["guard.post.thickness", "around.post_thickness"], ["guard.post.depth", "around.post_depth"], ["guard.rail.thickness", "around.rail_thickness"], ["guard.rail.depth", "around.rail_depth"],
      ["guard.lower_rail.thickness", "around.lower_thickness"], ["guard.lower_rail.depth", "around.lower_depth"], ["guard.baluster.thickness", "around.baluster_thickness"], ["guard.baluster.depth", "around.baluster_depth"],
    ],
    switches: [{ path: "guard.sides", word: "around.sides", usual: "both", answers: [["both", "around.both"], ["left", "around.left"], ["right", "around.right"]] }],
  },
  {
    path: "guard.strip", word: "around.nailer", fields: sized("guard.strip"), where: (document) => isThere(document, "guard"),
    switches: [{ path: "guard.held", word: "around.held", usual: "between", answers: [["between", "around.held_between"], ["nailer", "around.held_nailer"], ["strips", "around.held_strips"]] }],
  },
  {
    path: "handrail", word: "around.handrail",
    fields: [["handrail.height", "around.handrail_height"], ["handrail.off", "around.handrail_off"], ...sized("handrail")],
    switches: [{ path: "handrail.sides", word: "around.sides", usual: "right", answers: [["both", "around.both"], ["left", "around.left"], ["right", "around.right"]] }],
  },
];

const foot: readonly Extra[] = [
  {
    path: "footing", word: "around.footing",
    fields: [["footing.length", "around.slab_length"], ["footing.width", "around.footing_across"], ["footing.depth", "around.footing_depth"], ["footing.back", "around.slab_back"], ["footing.frost", "around.frost"]],
    more: (document) => ({ width: valueAt(document, "width") }),
    where: (document) => !isThere(document, "slab") && !isThere(document, "deck_below"),
  },
  {
    path: "deck_below", word: "around.deck_below", fields: [["deck_below.boards", "around.deck_boards"], ["deck_below.screw", "around.deck_screw"]],
    where: (document) => !isThere(document, "slab") && !isThere(document, "footing"),
  },
  { path: "deck_below.block", word: "around.foot_block", fields: sized("deck_below.block"), where: (document) => isThere(document, "deck_below") },
  {
    path: "slab", word: "around.slab",
    fields: [["slab.length", "around.slab_length"], ["slab.width", "around.slab_width"], ["slab.thickness", "extra.thickness"], ["slab.back", "around.slab_back"], ["slab.fall", "around.slab_fall"], ["slab.gravel", "around.gravel"]],
    plain: ["slab.fall"], more: (document) => ({ width: valueAt(document, "width") }),
    where: (document) => !isThere(document, "footing") && !isThere(document, "deck_below"),
  },
];

const platform: readonly Extra[] = [
  {
    path: "level_held", word: "around.level_held", fields: [["level_held.at", "around.level_at"], ["level_held.slope", "around.level_slope"]], plain: ["level_held.slope"],
  },
  { path: "room", word: "around.room", fields: [["room", "around.room_to"]] },
  {
    path: "top_landing", word: "around.top_landing", fields: [["top_landing.depth", "around.landing_depth"], ["top_landing.door", "around.door"]],
    switches: [{ path: "top_landing.swing", word: "around.swing", usual: "away", answers: [["over", "around.swing_over"], ["away", "around.swing_away"]] }],
  },
  {
    path: "platform", word: "around.platform",
    fields: [["platform.depth", "around.platform_depth"], ["platform.finish", "around.platform_finish"], ["platform.header_depth", "around.platform_header"], ["platform.fall", "around.platform_fall"], ["platform.well", "around.well"]],
    plain: ["platform.fall"], more: (document) => ({ depth: valueAt(document, "width") }),
    switches: [{ path: "platform.turn", word: "around.turn", usual: "straight", answers: [["straight", "around.turn_straight"], ["left", "around.left"], ["right", "around.right"], ["back", "around.turn_back"]] }],
    where: (document) => !isThere(document, "ground"),
  },
];

const wall = (side: "left" | "right"): Extra => ({
  path: `survey.walls.${side}`, word: `around.wall_${side}`, fresh: () => ({ low: "0", high: "0" }),
  fields: [[`survey.walls.${side}.low`, "around.wall_low"], [`survey.walls.${side}.high`, "around.wall_high"], [`survey.walls.${side}.leans`, "around.wall_leans"], [`survey.walls.${side}.over`, "around.wall_over"]],
  where: (document) => isThere(document, "survey") && cut(document) && !isThere(document, "sides"),
});
const stands: readonly Extra[] = [
  {
    path: "survey", word: "around.survey", fresh: () => ({}),
    fields: [["survey.header.left", "around.header_left"], ["survey.header.right", "around.header_right"], ["survey.landing.left", "around.landing_left"], ["survey.landing.right", "around.landing_right"], ["survey.landing.fall", "around.landing_fall"]],
    plain: ["survey.landing.fall"],
  },
  wall("left"), wall("right"),
];

export function FlightExtras() {
  const document = useWork((state) => state.document);
  const say = useWords();
  return (
    <section className="around" aria-labelledby="around-title">
      <h2 id="around-title">{say("around.title")}</h2>
      <div className="around-groups">
        <Group title="around.group_foot">
          <Ground />
          <ExtraList extras={foot} />
        </Group>
        <Group title="around.group_landings">
          <ExtraList extras={platform} />
          {isThere(document, "platform") && <After />}
          <Overhead />
        </Group>
        <Group title="around.group_steps">
          <ExtraList extras={boards} />
        </Group>
        <Group title="around.group_stringers">
          <ExtraList extras={bearing} />
          <Defects path="defects" />
        </Group>
        <Group title="around.group_guard">
          <ExtraList extras={guard} />
        </Group>
        <Group title="around.group_built">
          <Built />
          <ExtraList extras={stands} />
        </Group>
      </div>
      <p className="quiet">{say("around.not_here")}</p>
    </section>
  );
}

function Group({ title, children }: { title: WordId; children: ReactNode }) {
  const say = useWords();
  return (
    <section>
      <h3>{say(title)}</h3>
      <ul className="extras">{children}</ul>
    </section>
  );
}

/** The riser count of the upper flight. */
function After() {
  const document = useWork((state) => state.document);
  const errors = useWork((state) => state.errors);
  const keeper = useWork((state) => state.keeper);
  const say = useWords();
  const now = Number(valueAt(document, "platform.after") ?? 2);
  const error = errors.find((one) => one.path === "platform.after");
  return (
    <li className="extra-switch">
      <span>{say("around.after")}</span>
      <span className="stepper" role="group" aria-label={say("around.after")}>
        <button type="button" aria-label={say("around.fewer")} onClick={() => keeper.change("platform.after", Math.max(2, now - 1))}>−</button>
        <b>{now}</b>
        <button type="button" aria-label={say("around.more")} onClick={() => keeper.change("platform.after", now + 1)}>+</button>
      </span>
      {error && <span className="said error" role="alert">{error.sentence}</span>}
    </li>
  );
}

/** Ground that falls: by slope or by readings, across the stair, and confirmed at the foot. */
function Ground() {
  const job = useWork((state) => state.job);
  const document = useWork((state) => state.document);
  const screen = useWork((state) => state.screen);
  const errors = useWork((state) => state.errors);
  const keeper = useWork((state) => state.keeper);
  const say = useWords();
  const there = isThere(document, "ground");
  const rows = valueAt(document, "ground.readings");
  const byReadings = Array.isArray(rows) && rows.length > 0;
  const foot = screen?.facts.find((one) => one.id === "foot");
  const error = errors.find((one) => one.path === "ground");
  const confirm = () => keeper.change("ground.confirmed", isThere(document, "ground.confirmed") ? undefined : { at: foot ? `${foot.value.toFixed(1)} mm` : "0" });
  if (isThere(document, "platform")) return null;
  return (
    <Offered label={say("around.ground")} there={there} onChange={() => keeper.change("ground", there ? undefined : usual(job.units, "ground"))}>
      {error && <p className="said error" role="alert">{error.sentence}</p>}
      <ul className="field-rows">
        <li><TapeField path="ground.at" label={say("around.ground_at")} labelled /></li>
        {!byReadings && <li><TapeField path="ground.slope" label={say("around.ground_slope")} labelled plain /></li>}
        <li><TapeField path="ground.across.slope" label={say("around.across")} labelled plain missing={say("field.none")} /></li>
      </ul>
      {!valueAt(document, "ground.slope") && (
        <Rows path="ground.readings" title="around.readings" said="around.readings_say"
          columns={[column("at", say("around.reading_at")), column("drop", say("around.reading_drop"))]} fresh={{ ...usual(job.units, "ground.readings"), drop: valueAt(document, "total_rise") }}
        />
      )}
      <ul className="extras inner">
        <Offered label={say("around.confirmed")} there={isThere(document, "ground.confirmed")} onChange={confirm}>
          <ul className="field-rows">
            <li><TapeField path="ground.confirmed.at" label={say("around.reading_at")} labelled /></li>
            <li><TapeField path="ground.confirmed.drop" label={say("around.reading_drop")} labelled /></li>
          </ul>
        </Offered>
      </ul>
    </Offered>
  );
}

function Overhead() {
  const job = useWork((state) => state.job);
  const document = useWork((state) => state.document);
  const keeper = useWork((state) => state.keeper);
  const say = useWords();
  const fresh = usual(job.units, "overhead");
  const there = isThere(document, "overhead");
  return (
    <Offered label={say("around.overhead")} there={there} onChange={() => keeper.change("overhead", there ? undefined : [fresh])}>
      <Rows path="overhead" title="around.overhead" said="around.overhead_say" fresh={fresh}
        columns={[column("start", say("around.over_start")), column("stop", say("around.over_stop")), column("above", say("around.over_above"))]}
      />
    </Offered>
  );
}

/** A stair as it stands: its risers and goings as measured, from below. */
function Built() {
  const job = useWork((state) => state.job);
  const document = useWork((state) => state.document);
  const keeper = useWork((state) => state.keeper);
  const say = useWords();
  const there = isThere(document, "built");
  const asBuilt = usual(job.units, "built");
  return (
    <Offered label={say("around.built")} there={there} onChange={() => keeper.change("built", there ? undefined : asBuilt)}>
      <ul className="field-rows stacked">
        <li><TapeField path="built.risers" label={say("around.built_risers")} labelled plain missing={asBuilt.risers.join("; ")} /></li>
        <li><TapeField path="built.goings" label={say("around.built_goings")} labelled plain missing={say("measure.not_known")} /></li>
      </ul>
    </Offered>
  );
}
