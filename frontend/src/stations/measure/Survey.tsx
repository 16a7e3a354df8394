/** The plates as they stand: readings one by one, what they say together, and what is done about it. */
import Accordion from "@mui/material/Accordion";
import AccordionDetails from "@mui/material/AccordionDetails";
import AccordionSummary from "@mui/material/AccordionSummary";
import Button from "@mui/material/Button";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import type { Document, SurveyShown } from "../../api/types";
import { Choice } from "../../shared/fields/Choice";
import { TapeField } from "../../shared/fields/TapeField";
import { TypedField } from "../../shared/fields/TypedField";
import { point } from "../../shared/instruments/pointed";
import { SheetDrawing } from "../../shared/drawing/SheetDrawing";
import { Figure } from "../../shared/TapeText";
import { useWork } from "../../shared/work/WorkContext";
import { valueAt } from "../../shared/work/document";
import { useWords, type WordId } from "../../words/words";

const KINDS = ["side", "diagonal", "tie", "level", "offset", "height", "rafter"] as const;
const BETWEEN: readonly unknown[] = ["side", "diagonal", "tie"];
const TOOLS = ["laser", "tape", "string", "level", "other"] as const;
const NAMES = ["first", "second_end", "second", "first_end"] as const;
const MARGINS = { left: 24, right: 24, top: 24, bottom: 24 };

/** What each takes, where nobody said. */
const MINUTES = [["pattern", 8], ["corner", 25], ["packer", 6], ["rafter", 12]] as const;

/** A level that is over no other place. */
const OWN = "own";

type At = number | { side: number | string; at: string };

/** The sides of a plan and what lies across, corner to corner, and every corner's level: what a survey begins with. */
function begun(corners: number): Document[] {
  const ring = Array.from({ length: corners }, (_, k) => k + 1);
  const across = ring.slice(2, -1).map((to) => ({ kind: "diagonal", from: 1, to }));
  return [
    ...ring.map((from) => ({ kind: "side", from, to: (from % corners) + 1 })),
    ...across, { kind: "diagonal", from: 2, to: 4 > corners ? 1 : 4 },
    ...ring.map((from) => ({ kind: "level", from, with: "level" })),
  ];
}

export function Survey({ corners }: { corners: number }) {
  const document = useWork((state) => state.document);
  const errors = useWork((state) => state.errors);
  const keeper = useWork((state) => state.keeper);
  const shown = useWork((state) => state.screen?.roof?.survey);
  const say = useWords();
  const survey = valueAt(document, "survey") as Document | undefined;
  if (survey === undefined)
    return <p><Button variant="text" onClick={() => keeper.change("survey", { readings: corners > 3 ? begun(corners) : [] })}>{say("survey.begin")}</Button></p>;
  const readings = (survey["readings"] ?? []) as Document[];
  const keep = (next: Document[]) => keeper.change("survey.readings", next);
  // Row by row: what another device reads meanwhile stays.
  const set = (number: number, changed: Document) => keeper.change(`survey.readings[${number}]`, without({ ...readings[number], ...changed }));
  const whole = errors.filter((one) => /^survey(\.readings(\[\d+\])?)?$/.test(one.path));
  return (
    <section className="walls-below survey" aria-label={say("survey.title")}>
      <h2>{say("survey.title")}</h2>
      <p className="quiet">{say("survey.say")}</p>
      {shown && <Found shown={shown} />}
        <ol className="outline-sides">
          {readings.map((one, n) => (
            <Row key={n} number={n} reading={one} corners={corners} shown={shown ?? undefined} onChange={(changed) => set(n, changed)} onTake={() => keep(readings.filter((_, k) => k !== n))} onAgain={() => keep([...readings, without({ ...one, value: undefined })])} />
          ))}
        </ol>
      {whole.map((one) => <p key={one.path} className="said error" role="alert">{one.sentence}</p>)}
      <p>
        <Button variant="text" onClick={() => keep([...readings, { kind: "diagonal", from: 1, to: Math.min(3, corners) }])}>{say("survey.add")}</Button>
        {(shown?.missing.length ?? 0) > 0 && readings.every((one) => one["value"] !== undefined) && (
          <Button variant="text" onClick={() => keep([...readings, ...(shown?.missing ?? []).map(([from, to]) => ({ kind: "tie", from, to }))])}>{say("survey.missing")}</Button>
        )}
        <Button variant="text" onClick={() => keeper.change("survey", undefined)}>{say("survey.end")}</Button>
      </p>
      <Decisions survey={survey} />
      <Walls survey={survey} corners={corners} />
    </section>
  );
}

/** A reading without the keys that say nothing. */
const without = (reading: Document): Document => Object.fromEntries(Object.entries(reading).filter(([, value]) => value !== undefined && value !== ""));

interface RowProps {
  number: number;
  reading: Document;
  corners: number;
  shown: SurveyShown | undefined;
  onChange: (changed: Document) => void;
  onTake: () => void;
  onAgain: () => void;
}

function Row({ number, reading, corners, shown, onChange, onTake, onAgain }: RowProps) {
  const errors = useWork((state) => state.errors);
  const say = useWords();
  const n = number + 1;
  const read = shown?.readings[number];
  const kind = String(reading["kind"]);
  const wrong = (key: string) => errors.find((one) => one.path === `survey.readings[${number}].${key}`)?.sentence;
  const change = (next: string) => onChange(BETWEEN.includes(next)
    ? { kind: next, from: corner(reading["from"]), to: corner(reading["to"]) === corner(reading["from"]) ? (corner(reading["from"]) % corners) + 1 : corner(reading["to"]) }
    : { kind: next, to: undefined, from: next === "offset" || next === "rafter" ? onWall(reading["from"]) : (reading["from"] ?? 1) });
  return (
    <li id={`survey.readings[${number}]`} className={read?.suspect ? "suspect" : undefined}>
      <b>{n}</b>
      <Pick label={say("survey.kind", { n })} value={kind} answers={KINDS.map((id) => [id, say(`survey.${id}`)])} onPick={change} />
      <PlaceOf label={say("survey.from", { n })} number={n} at={(reading["from"] ?? 1) as At} corners={corners} walls={!BETWEEN.includes(kind)} only={kind === "offset" || kind === "rafter"} onPick={(from) => onChange({ from })} wrong={wrong("from.at") ?? wrong("from")} />
      {BETWEEN.includes(kind) && <PlaceOf label={say("survey.to", { n })} number={n} at={(reading["to"] ?? 1) as At} corners={corners} walls={false} only={false} onPick={(to) => onChange({ to })} wrong={wrong("to")} />}
      {kind === "level" && <Pick label={say("survey.to", { n })} value={text(reading["to"]) || OWN} answers={[[OWN, say("survey.own_level")] as const, ...Array.from({ length: corners }, (_, k) => [String(k + 1), say("survey.over_corner", { n: k + 1 })] as const)]} onPick={(to) => onChange({ to: to === OWN ? undefined : Number(to) })} />}
      <TypedField label={say("survey.value", { n })} short={say("survey.value_short")} value={text(reading["value"])} placeholder={say("survey.still")} error={wrong("value")} onEnter={(field) => point(`survey.readings[${number}]`, field)} onCommit={(value) => onChange({ value: value || undefined })} />
      {(text(reading["with"]) || "tape") === "tape" && <TypedField label={say("survey.started", { n })} short={say("survey.started_short")} value={text(reading["started_at"])} placeholder="0" error={wrong("started_at")} onCommit={(value) => onChange({ started_at: value || undefined })} />}
      <Pick label={say("survey.with", { n })} value={text(reading["with"]) || "tape"} answers={TOOLS.map((id) => [id, say(id === "level" ? "survey.level_tool" : `survey.${id}`)])} onPick={(tool) => onChange({ with: tool })} />
      {read?.off && <span className={read.suspect ? "warn" : "quiet"}>{say("survey.off", { by: [read.off.text, read.off.sense].filter(Boolean).join(" ") })}{read.suspect && ` · ${say("survey.suspect")}`}</span>}
      {read?.suspect && <Button variant="text" onClick={onAgain}>{say("survey.again")}</Button>}
      <Button variant="text" aria-label={say("survey.take", { n })} onClick={onTake}>{say("below.take_short")}</Button>
    </li>
  );
}

const text = (value: unknown): string => (typeof value === "string" ? value : typeof value === "number" ? String(value) : "");
const corner = (at: unknown): number => (typeof at === "number" ? at : 1);
const onWall = (at: unknown): At => (typeof at === "object" && at !== null ? (at as At) : { side: 1, at: "0" });

function PlaceOf({ label, number, at, corners, walls, only, onPick, wrong }: { label: string; number: number; at: At; corners: number; walls: boolean; only: boolean; onPick: (at: At) => void; wrong: string | undefined }) {
  const say = useWords();
  const side = typeof at === "object" ? (typeof at.side === "string" ? NAMES.indexOf(at.side as (typeof NAMES)[number]) + 1 : at.side) : 0;
  const ring = Array.from({ length: corners }, (_, k) => k + 1);
  const answers: (readonly [string, string])[] = [
    ...(only ? [] : ring.map((k) => [String(k), say("survey.corner", { n: k })] as const)),
    ...(walls ? ring.map((k) => [`s${k}`, say("survey.wall", { n: k })] as const) : []),
  ];
  return (
    <>
      <Pick label={label} value={side ? `s${side}` : typeof at === "number" ? String(at) : ""} answers={answers} onPick={(next) => onPick(next.startsWith("s") ? { side: Number(next.slice(1)), at: typeof at === "object" ? at.at : "0" } : Number(next))} />
      {typeof at === "object" && <TypedField label={say("survey.at", { n: number })} short={say("survey.at_short")} value={text(at.at)} error={wrong} onCommit={(along) => onPick({ side, at: along })} />}
      {typeof at !== "object" && wrong && <span className="said error" role="alert">{wrong}</span>}
    </>
  );
}

function Pick({ label, value, answers, onPick }: { label: string; value: string; answers: readonly (readonly [string, string])[]; onPick: (id: string) => void }) {
  return (
    <TextField select size="small" value={answers.some(([id]) => id === value) ? value : ""} onChange={(event) => onPick(event.target.value)} slotProps={{ select: { "aria-label": label, SelectDisplayProps: { "aria-label": label } } }}>
      {answers.map(([id, name]) => <MenuItem key={id} value={id}>{name}</MenuItem>)}
    </TextField>
  );
}

/** Drawn, in figures, and how to true it. */
function Found({ shown }: { shown: SurveyShown }) {
  const say = useWords();
  const lists = ([["moves", shown.moves], ["packers", shown.packers]] as const).filter(([, rows]) => rows.length > 0);
  return (
    <div className="survey-found">
      <div>
        <figure>
          <SheetDrawing sheet={shown.drawing} room={14} margins={MARGINS} title={say("survey.drawing")} className="" label={() => null} />
          <figcaption className="quiet">{shown.times}</figcaption>
        </figure>
      </div>
      <div>
        {shown.facts.length > 0 && (
          <dl className="facts" aria-label={say("survey.found")}>
            {shown.facts.map((one) => <div key={one.id}><dt>{one.label}</dt><dd><Figure value={one} /></dd></div>)}
          </dl>
        )}
      </div>
      {lists.map(([id, rows]) => (
        <div key={id}>
          <h3>{say(`survey.${id}` as WordId)}</h3>
          <ul>{rows.map((one) => <li key={one.at}>{one.at}: {one.what} {id === "packers" && <Figure value={one.by} />}</li>)}</ul>
        </div>
      ))}
    </div>
  );
}

function Decisions({ survey }: { survey: Document }) {
  const keeper = useWork((state) => state.keeper);
  const errors = useWork((state) => state.errors);
  const say = useWords();
  const minutes = (survey["minutes"] ?? {}) as Document;
  const choices = [["decide", ["cut", "true"], "cut"], ["keep", ["planes", "stand", "pitch"], "planes"], ["datum", ["ridge", "first_side", "second_side"], "ridge"]] as const;
  return (
    <div className="sizes">
      {choices.map(([key, ids, usual]) => (
        <Choice
          key={key} label={say(`survey.${key}`)} chosen={survey[key] ?? usual} onChoose={(id) => keeper.change(`survey.${key}`, id)}
          answers={ids.map((id) => ({ id, text: say(`survey.${key}_${id}` as WordId) }))}
        />
      ))}
      <TapeField path="survey.movable" label={say("survey.movable")} labelled plain missing={say("measure.not_known")} />
      <TypedField
        label={say("survey.holds")} value={Array.isArray(survey["holds"]) ? survey["holds"].join(", ") : ""} placeholder={say("field.none")} error={errors.find((one) => one.path.startsWith("survey.holds"))?.sentence}
        onCommit={(typed) => keeper.change("survey.holds", typed === "" ? undefined : typed.split(/[\s,;]+/).filter(Boolean).map((one) => (/^\d+$/.test(one) ? Number(one) : one)))}
      />
      <TapeField path="survey.alike" label={say("survey.alike")} labelled plain missing="0" />
      <TapeField path="survey.saw" label={say("survey.saw")} labelled plain missing="1 mm" />
      {MINUTES.map(([key, usual]) => (
        <TypedField
          key={key} label={say(`survey.minutes_${key}`)} value={text(minutes[key])} placeholder={String(usual)} error={errors.find((one) => one.path === `survey.minutes.${key}`)?.sentence}
          onCommit={(typed) => keeper.change(`survey.minutes.${key}`, typed === "" ? undefined : /^\d+$/.test(typed) ? Number(typed) : typed)}
        />
      ))}
    </div>
  );
}

/** How far every wall can still be moved, folded away until one is said. */
function Walls({ survey, corners }: { survey: Document; corners: number }) {
  const keeper = useWork((state) => state.keeper);
  const errors = useWork((state) => state.errors);
  const say = useWords();
  const said = (Array.isArray(survey["walls"]) ? survey["walls"] : []) as Document[];
  const numberOf = (one: Document): number => (typeof one["side"] === "string" ? NAMES.indexOf(one["side"] as (typeof NAMES)[number]) + 1 : Number(one["side"]));
  const set = (wall: number, movable: string) => {
    const others = said.filter((one) => numberOf(one) !== wall);
    const walls = movable === "" ? others : [...others, { side: wall, movable }].sort((a, b) => numberOf(a) - numberOf(b));
    keeper.change("survey.walls", walls.length > 0 ? walls : undefined);
  };
  return (
    <Accordion disableGutters elevation={0} defaultExpanded={said.length > 0}>
      <AccordionSummary expandIcon={<span aria-hidden="true">▾</span>}>{say("survey.walls")}</AccordionSummary>
      <AccordionDetails sx={{ display: "flex", flexWrap: "wrap", gap: "0.4rem 1rem" }}>
        {Array.from({ length: corners }, (_, k) => k + 1).map((wall) => {
          const at = said.findIndex((one) => numberOf(one) === wall);
          return (
            <TypedField
              key={wall} label={say("survey.walls_side", { n: wall })} value={at < 0 ? "" : text(said[at]?.["movable"])} placeholder={say("survey.any")}
              error={errors.find((one) => at >= 0 && one.path.startsWith(`survey.walls[${at}]`))?.sentence} onCommit={(movable) => set(wall, movable)}
            />
          );
        })}
      </AccordionDetails>
    </Accordion>
  );
}
