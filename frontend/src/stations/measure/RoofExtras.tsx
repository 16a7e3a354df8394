/** What else the roof has: at the gables, along ridge and eaves, between the rafters. Each is there or it is not. */
import type { Document } from "../../api/types";
import { Offered, ExtraList, sized, type Extra } from "../../shared/fields/Extras";
import { RowsField } from "../../shared/fields/RowsField";
import { valueAt } from "../../shared/work/document";
import { Defects } from "./Defects";
import { TapeField } from "../../shared/fields/TapeField";
import type { WorkState } from "../../shared/work/useOpenWork";
import { useWords } from "../../words/words";
import { useWork } from "../../shared/work/WorkContext";
import { Choice } from "../../shared/fields/Choice";
import { usual } from "../../words/usual";
import { RoofOpenings } from "./RoofOpenings";

const ridge = (document: WorkState["document"]) => valueAt(document, "ridge.kind");
const hipped = (document: WorkState["document"]) => {
  const ends = valueAt(document, "plan.ends");
  return !Array.isArray(ends) || ends.includes("hip");
};

const extras: readonly Extra[] = [
  { path: "gable.barge", word: "extra.barge", fields: sized("gable.barge") },
  {
    path: "gable.lookout", word: "extra.lookout",
    fields: [["gable.lookout", "extra.lookout_thickness"], ["gable.lookout_width", "extra.lookout_width"], ["gable.lookout_spacing", "extra.lookout_spacing"]],
  },
  {
    path: "collar", word: "extra.collar", fields: [["collar.height", "extra.collar_height"], ...sized("collar")],
  },
  {
    path: "blocking", word: "extra.blocking", fields: [...sized("blocking"), ["blocking.vent", "extra.vent"]],
  },
  { path: "ridge.blocks", word: "extra.ridge_blocks", fields: sized("ridge.blocks") },
  {
    path: "ridge.posts", word: "extra.posts", fields: [...sized("ridge.posts"), ["ridge.posts.foot", "extra.foot"]],
    where: (document) => ridge(document) !== "none",
  },
  {
    path: "ridge.pocket", word: "extra.pocket", fields: [["ridge.pocket", "extra.pocket_room"]],
    where: (document) => ridge(document) === "beam",
  },
  {
    path: "eaves.false_tail", word: "extra.false_tail", fields: [...sized("eaves.false_tail"), ["eaves.false_tail.inside", "extra.inside"], ["eaves.false_tail.below", "extra.below"]],
  },
  {
    path: "eaves.nip", word: "extra.nip", fields: [["eaves.nip", "extra.nip_by"]],
    where: (document) => (valueAt(document, "eaves.tail") ?? "plumb") === "plumb" && !hipped(document),
  },
  {
    path: "hip.clip", word: "extra.clip", fields: [["hip.clip", "extra.clip_wide"]], fresh: (document) => valueAt(document, "hip.thickness"),
    where: (document) => hipped(document) && valueAt(document, "hip.keep_planes") === "corner",
  },
  {
    path: "gambrel.purlin", word: "extra.purlin", fields: sized("gambrel.purlin"),
    where: (document) => Boolean(valueAt(document, "gambrel")),
  },
  {
    path: "gambrel.studs", word: "extra.studs", fields: sized("gambrel.studs"),
    where: (document) => Boolean(valueAt(document, "gambrel.purlin")),
  },
];

export function RoofExtras() {
  const document = useWork((state) => state.document);
  const say = useWords();
  return (
    <section aria-labelledby="extras-title">
      <h2 id="extras-title">{say("extra.title")}</h2>
      <ul className="extras">
        <ExtraList extras={extras} />
        <ValleyBoards />
        {ridge(document) !== "none" && ridge(document) !== "beam" && valueAt(document, "plan.shape") !== "shed" && !valueAt(document, "gambrel") && <><Purlins /><RoofOpenings /></>}
        <Snapped />
        {ridge(document) === "none" ? <Pairs /> : <MeasuredBoards />}
        <Defects path="rafter.defects" />
      </ul>
    </section>
  );
}

/** Purlins under the rafters of every slope: how high each stands, and its section. */
function Purlins() {
  const document = useWork((state) => state.document);
  const errors = useWork((state) => state.errors);
  const keeper = useWork((state) => state.keeper);
  const job = useWork((state) => state.job);
  const say = useWords();
  const kept = valueAt(document, "plan.purlins");
  const write = (value: string) => value;
  return (
    <li>
      <RowsField
        title={say("extra.purlins")} say={say("extra.purlins_say")} path="plan.purlins" rows={(Array.isArray(kept) ? kept : []) as readonly Document[]}
        columns={[
          { key: "height", label: say("extra.purlin_height"), read: text, write },
          { key: "thickness", label: say("extra.thickness"), read: text, write },
          { key: "depth", label: say("extra.depth"), read: text, write },
          { key: "set", label: say("extra.purlin_set"), answers: (["square", "plumb"] as const).map((id) => ({ id, name: say(`extra.purlin_${id}`) })), read: (value) => text(value) || "square", write },
        ]}
        errors={errors.filter((one) => one.path.startsWith("plan.purlins"))} fresh={usual(job.units, "plan.purlins")}
        onChange={(rows) => keeper.change("plan.purlins", rows.length > 0 ? rows : undefined)}
      />
    </li>
  );
}

/** At an inside corner of the walls the valley may be open: a board on either slope carries its lining. */
function ValleyBoards() {
  const document = useWork((state) => state.document);
  const sides = useWork((state) => state.screen?.roof?.sides);
  const keeper = useWork((state) => state.keeper);
  const job = useWork((state) => state.job);
  const say = useWords();
  const path = "plan.valley.board";
  const there = valueAt(document, path) !== undefined;
  if (!there && valueAt(document, "plan.valley.head") !== "lay_on" && !sides?.some((side) => side.tie !== "")) return null;
  return (
    <Offered label={say("extra.valley_boards")} there={there} onChange={() => keeper.change(path, there ? undefined : usual(job.units, path))}>
      <TapeField path={`${path}.thickness`} label={say("extra.thickness")} labelled plain />
      <TapeField path={`${path}.width`} label={say("extra.valley_board_width")} labelled plain />
    </Offered>
  );
}

/** Tails run long and snapped: how far rafters were found off the line decides which ones it is pulled from. */
function Snapped() {
  const document = useWork((state) => state.document);
  const keeper = useWork((state) => state.keeper);
  const job = useWork((state) => state.job);
  const say = useWords();
  const there = valueAt(document, "eaves.tails") === "snapped";
  return (
    <Offered label={say("extra.snapped")} there={there} onChange={() => keeper.change("eaves.tails", there ? undefined : "snapped")}>
      <TapeField path="eaves.tops" label={say("extra.tops")} labelled plain missing={usual(job.units, "eaves.tops")} />
    </Offered>
  );
}

/** Boards of different depth: measured, and gauged from the top or from the underside. */
function MeasuredBoards() {
  const document = useWork((state) => state.document);
  const job = useWork((state) => state.job);
  const keeper = useWork((state) => state.keeper);
  const say = useWords();
  const there = valueAt(document, "rafter.depths") !== undefined;
  const gauged = valueAt(document, "rafter.gauged") ?? "top";
  return (
    <Offered
      label={say("extra.boards")} there={there}
      onChange={() => keeper.change("rafter.depths", there ? undefined : [valueAt(document, "rafter.depth")])}
    >
      <TapeField path="rafter.depths" label={say("extra.depths")} labelled plain missing={usual(job.units, "rafter.depths")} />
      <Choice
        label={say("extra.gauged")} chosen={gauged}
        answers={(["top", "underside"] as const).map((edge) => ({ id: edge, text: say(`extra.gauged_${edge}`) }))}
        onChoose={(edge) => keeper.change("rafter.gauged", edge)}
      />
    </Offered>
  );
}

const text = (value: unknown): string => (typeof value === "string" ? value : typeof value === "number" ? String(value) : "");

/** Half-lapped pairs as they were measured: both rafters' thickness and depth, and which half of each goes. */
function Pairs() {
  const document = useWork((state) => state.document);
  const currentErrors = useWork((state) => state.errors);
  const keeper = useWork((state) => state.keeper);
  const say = useWords();
  const kept = valueAt(document, "pairs");
  const pairs = (Array.isArray(kept) ? kept : []) as readonly (readonly [Document, Document])[];
  const halves = (["near", "far"] as const).map((id) => ({ id, name: say(`extra.half_${id}`) }));
  const columns = ([0, 1] as const).flatMap((k) => {
    const side = say(k === 0 ? "extra.first_side" : "extra.second_side");
    return [
      { key: `${k}.thickness`, label: `${say("extra.thickness")}, ${side}`, read: text, write: (value: string) => value },
      { key: `${k}.depth`, label: `${say("extra.depth")}, ${side}`, read: text, write: (value: string) => value },
      { key: `${k}.lap`, label: `${say("extra.half")}, ${side}`, answers: halves, read: (value: unknown) => text(value) || "near", write: (value: string) => value },
    ];
  });
  const flat = (pair: readonly [Document, Document]): Document =>
    Object.fromEntries(pair.flatMap((timber, k) => Object.entries(timber).map(([key, value]) => [`${k}.${key}`, value] as const)));
  const whole = (row: Document) => [0, 1].map((k) => ({ thickness: row[`${k}.thickness`], depth: row[`${k}.depth`], lap: row[`${k}.lap`] ?? "near" }));
  const size = { thickness: valueAt(document, "rafter.thickness"), depth: valueAt(document, "rafter.depth"), lap: "near" };
  const errors = currentErrors
    .filter((one) => one.path.startsWith("pairs["))
    .map((one) => ({ ...one, path: one.path.replace(/^pairs\[(\d+)\]\[(\d)\]\./, "pairs[$1].$2.").replace(/^pairs\[(\d+)\]$/, "pairs[$1].1.depth") }));
  return (
    <li>
      <RowsField
        title={say("extra.pairs")} say={say("extra.pairs_say")} path="pairs" rows={pairs.map(flat)} columns={columns} errors={errors}
        fresh={flat([size, size])}
        onChange={(rows) => keeper.change("pairs", rows.length > 0 ? rows.map(whole) : undefined)}
      />
    </li>
  );
}
