/** The readings kept of a work's values: a slip at the side, each value's readings beside their mean, and which is used. */
import Button from "@mui/material/Button";
import Drawer from "@mui/material/Drawer";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import type { Document, ValueReadings } from "../../api/types";
import { useWords } from "../../words/words";
import { Figure, TapeText } from "../TapeText";
import { TypedField } from "./TypedField";
import { nameOfReading } from "../instruments/names";
import { textAt, valueAt } from "../work/document";
import { useWork } from "../work/WorkContext";

const TOOLS = ["tape", "laser", "string", "level", "other"] as const;
const NONE: readonly never[] = [];
/** What waits for the readings of a kind. */
const HANGS = [
  ["kept.hangs_corners", ["side", "diagonal", "tie"]], ["kept.hangs_place", ["level", "offset"]],
  ["kept.hangs_ridge", ["height"]], ["kept.hangs_rafters", ["rafter"]],
] as const satisfies readonly (readonly [string, readonly string[]])[];
const ABOUT = ["from", "to", "by", "note"] as const;

export function ReadingsSlip() {
  const [open, setOpen] = useState(false);
  const say = useWords();
  const kept = useWork((state) => state.screen?.kept) ?? NONE;
  const count = kept.reduce((sum, one) => sum + one.rows.length, 0);
  return (
    <>
      <Button variant="text" onClick={() => setOpen(true)}>{count > 0 ? say("kept.open_some", { n: count }) : say("kept.open")}</Button>
      <Drawer anchor="right" open={open} onClose={() => setOpen(false)} slotProps={{ paper: { className: "readings-slip", role: "dialog", "aria-label": say("kept.title") } }}>
        <h2>{say("kept.title")}</h2>
        <p className="quiet">{say("kept.say")}</p>
        {kept.map((one) => <OneValue key={one.path} kept={one} />)}
        <AddReading />
        <SurveyRead />
        <StillToRead />
        <Button variant="outlined" onClick={() => setOpen(false)}>{say("kept.close")}</Button>
      </Drawer>
    </>
  );
}

/** One value's readings: what each is off the mean, and the one the field has. */
function OneValue({ kept }: { kept: ValueReadings }) {
  const document = useWork((state) => state.document);
  const keeper = useWork((state) => state.keeper);
  const say = useWords();
  const all = (valueAt(document, "readings") ?? {}) as Record<string, Document[]>;
  const keep = (rows: Document[]) => {
    const next = Object.fromEntries(Object.entries({ ...all, [kept.path]: rows }).filter(([, one]) => one.length > 0));
    keeper.change("readings", Object.keys(next).length > 0 ? next : undefined);
  };
  return (
    <section aria-label={kept.name}>
      <h3>{kept.name}</h3>
      <ol className="kept-rows">
        {kept.rows.map((row, n) => (
          <li key={n} className={row.used ? "used" : undefined}>
            <Figure value={row.value} /> {row.within && <small>± <Figure value={row.within} /></small>} <small>{[row.between, say(row.tool === "level" ? "survey.level_tool" : `survey.${row.tool}` as "survey.tape"), row.by, row.at.slice(0, 10), row.note].filter(Boolean).join(" · ")}</small>
            {row.off && <small>{say("kept.off", { by: [row.off.text, row.off.sense].filter(Boolean).join(" ") })}</small>}
            {row.used ? <b>{say("kept.used")}</b> : <Button variant="text" aria-label={say("kept.use_n", { n: n + 1, name: kept.name })} onClick={() => keeper.change(kept.path, row.typed)}>{say("kept.use")}</Button>}
            {row.used && kept.rows.length > 1 && <TypedField label={say("kept.why_n", { n: n + 1, name: kept.name })} short={say("kept.why")} value={row.why} onCommit={(why) => keep((all[kept.path] ?? []).map((one, k) => (k === n ? { ...one, why } : one)))} />}
            <Button variant="text" aria-label={say("kept.take_n", { n: n + 1, name: kept.name })} onClick={() => keep((all[kept.path] ?? []).filter((_, k) => k !== n))}>{say("below.take_short")}</Button>
          </li>
        ))}
      </ol>
      {kept.rows.length > 1 && (
        <p>
          {say("kept.mean")} <Figure value={kept.mean} /> · {say("kept.spread")} <Figure value={kept.spread} />{" "}
          {kept.mean_used ? <b>{say("kept.used")}</b> : <Button variant="text" onClick={() => keeper.change(kept.path, kept.mean_typed)}>{say("kept.use_mean")}</Button>}
        </p>
      )}
    </section>
  );
}

/** A reading more of one of the work's values; what stands in the field already is its first. */
function AddReading() {
  const document = useWork((state) => state.document);
  const keys = useWork((state) => state.screen?.keys) ?? NONE;
  const errors = useWork((state) => state.errors);
  const keeper = useWork((state) => state.keeper);
  const say = useWords();
  const [path, setPath] = useState("");
  const [tool, setTool] = useState<string>("tape");
  const [began, setBegan] = useState("");
  const [more, setMore] = useState<Readonly<Record<(typeof ABOUT)[number], string>>>({ from: "", to: "", by: "", note: "" });
  const all = (valueAt(document, "readings") ?? {}) as Record<string, Document[]>;
  const add = (value: string) => {
    if (path === "" || value === "") return;
    const before = all[path] ?? (textAt(document, path) === "" ? [] : [{ value: textAt(document, path) }]);
    keeper.change("readings", { ...all, [path]: [...before, { value, ...(tool === "tape" && began !== "" ? { started_at: began } : {}), with: tool, at: new Date().toISOString(), ...Object.fromEntries(Object.entries(more).filter(([, said]) => said !== "")) }] });
  };
  const wrong = errors.find((one) => one.path.startsWith("readings"))?.sentence;
  return (
    <fieldset className="kept-add">
      <legend>{say("kept.add")}</legend>
      <TextField select size="small" label={say("kept.of")} value={keys.some((one) => one.path === path) ? path : ""} onChange={(event) => setPath(event.target.value)}>
        {keys.map((one) => <MenuItem key={one.path} value={one.path}>{one.name}</MenuItem>)}
      </TextField>
      <TextField select size="small" label={say("kept.with")} value={tool} onChange={(event) => setTool(event.target.value)}>
        {TOOLS.map((id) => <MenuItem key={id} value={id}>{say(id === "level" ? "survey.level_tool" : `survey.${id}`)}</MenuItem>)}
      </TextField>
      {ABOUT.map((key) => <TypedField key={key} label={say(`kept.${key}`)} value={more[key]} onCommit={(said) => setMore({ ...more, [key]: said })} />)}
      {tool === "tape" && <TypedField label={say("survey.started_short")} value={began} placeholder="0" onCommit={setBegan} />}
      <TypedField label={say("kept.value")} value="" error={wrong} onCommit={add} />
    </fieldset>
  );
}

/** What a survey has read, one after the other; where each is changed is at the plates. */
function SurveyRead() {
  const document = useWork((state) => state.document);
  const say = useWords();
  const readings = (valueAt(document, "survey.readings") ?? NONE) as readonly Document[];
  const read = [...readings.entries()].filter(([, one]) => one["value"] !== undefined);
  if (read.length === 0) return null;
  return (
    <section aria-label={say("survey.title")}>
      <h3>{say("survey.title")}</h3>
      <ol className="kept-rows">
        {read.map(([n, one]) => (
          <li key={n}>
            <span>{nameOfReading(`survey.readings[${n}]`, readings, say)}</span> <TapeText text={textAt(one, "value")} />{" "}
            <small>{["with", "by", "note"].map((key) => textAt(one, key)).concat(textAt(one, "at").slice(0, 10)).filter(Boolean).join(" · ")}</small>
          </li>
        ))}
      </ol>
    </section>
  );
}

/** What is still to be read, and what waits for it. */
function StillToRead() {
  const document = useWork((state) => state.document);
  const supposed = useWork((state) => state.screen?.supposed) ?? NONE;
  const keys = useWork((state) => state.screen?.keys) ?? NONE;
  const say = useWords();
  const readings = (valueAt(document, "survey.readings") ?? NONE) as readonly Document[];
  const open = [...readings.keys()].filter((n) => readings[n]?.["value"] === undefined);
  if (open.length === 0 && supposed.length === 0) return null;
  return (
    <section aria-label={say("kept.missing")}>
      <h3>{say("kept.missing")}</h3>
      <ul>
        {supposed.length > 0 && <li>{say("kept.hangs_all", { what: supposed.map((path) => keys.find((one) => one.path === path)?.name ?? path).join(", ") })}</li>}
        {HANGS.map(([word, kinds]) => {
          const waiting = open.filter((n) => (kinds as readonly string[]).includes(textAt(readings[n] ?? {}, "kind")));
          return waiting.length > 0 && <li key={word}>{say(word, { what: waiting.map((n) => nameOfReading(`survey.readings[${n}]`, readings, say)).join("; ") })}</li>;
        })}
      </ul>
    </section>
  );
}
