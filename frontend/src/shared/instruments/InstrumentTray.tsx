/** The instruments' tray: pair one, point it at a value, take a reading, see it arrive, undo it. */
import Button from "@mui/material/Button";
import Collapse from "@mui/material/Collapse";
import MenuItem from "@mui/material/MenuItem";
import Paper from "@mui/material/Paper";
import TextField from "@mui/material/TextField";
import useMediaQuery from "@mui/material/useMediaQuery";
import { useEffect, useState } from "react";
import type { Document, Instrument } from "../../api/types";
import { storage } from "../../outbox/storage";
import { useWords } from "../../words/words";
import { Choice } from "../fields/Choice";
import { TypedField } from "../fields/TypedField";
import { textAt, valueAt } from "../work/document";
import { useWork } from "../work/WorkContext";
import { nameOfReading, READING } from "./names";
import { point, typeKeys, usePointed } from "./pointed";
import { useTray, type Arrived } from "./useTray";
import "./tray.css";

const OPEN = "tray-open";
const BY = "tray-by";
const NONE: readonly never[] = [];
const NOTHING: readonly string[] = [];
const KIND: Record<string, string> = { side: "distance", diagonal: "distance", tie: "distance" };

/** A button that opens the tray; the tray itself lies over the foot of the page. */
export function InstrumentTray() {
  const [open, setOpen] = useState(storage.get(OPEN) === "yes");
  const say = useWords();
  const turn = (next: boolean) => {
    storage.set(OPEN, next ? "yes" : "no");
    setOpen(next);
  };
  return (
    <>
      <Button variant="text" aria-expanded={open} onClick={() => turn(!open)}>{say("tray.open")}</Button>
      {open && <Tray onClose={() => turn(false)} />}
    </>
  );
}

function Tray({ onClose }: { onClose: () => void }) {
  const document = useWork((state) => state.document);
  const keeper = useWork((state) => state.keeper);
  const saving = useWork((state) => state.saving);
  const keys = useWork((state) => state.screen?.keys) ?? NONE;
  const supposed = useWork((state) => state.screen?.supposed) ?? NONE;
  const pointed = usePointed();
  const narrow = useMediaQuery("(max-width: 47.5em)");
  const say = useWords();
  const [kind, setKind] = useState<Instrument["kind"]>("meter");
  const [last, setLast] = useState<Arrived>();
  const [setting, setSetting] = useState(false);
  const [by, setBy] = useState(storage.get(BY) ?? "");
  const readings = (valueAt(document, "survey.readings") ?? NONE) as readonly Document[];

  const { instruments, fault, lost, set, press } = useTray((reading) => {
    setLast(reading);
    if (reading.sends === "keys" && pointed?.field?.isConnected) {
      typeKeys(pointed.field, reading.value);
      return;
    }
    const row = READING.exec(reading.target)?.[1];
    const taken = { value: reading.value, with: reading.with, ...(reading.started_at ? { started_at: reading.started_at } : {}), ...(by ? { by } : {}), ...(reading.tolerance ? { tolerance: reading.tolerance } : {}), at: new Date().toISOString(), ...(reading.note ? { note: reading.note } : {}) };
    if (row !== undefined) {
      const before = readings[Number(row)];
      if (before) keeper.change(reading.target, { ...omitted(before, ["started_at", "note", "by", "tolerance"]), ...taken });
    } else keepValue(document, keeper, reading, taken);
    point(undefined);
    // It is seen where it arrives.
    window.document.getElementById(reading.target)?.scrollIntoView({ block: "center" });
  });
  const now = instruments.find((one) => one.kind === kind);
  const reads = now?.reads ?? NOTHING;
  const able = (path: string) => {
    const row = READING.exec(path)?.[1];
    if (row === undefined) return reads.includes("value") && (kind === "angle") === (path === "pitch");
    // A digital level reads from one place to another.
    if (kind === "angle" && readings[Number(row)]?.["to"] === undefined) return false;
    const what = readings[Number(row)]?.["kind"];
    return typeof what === "string" && reads.includes(KIND[what] ?? what);
  };
  const missing = [...readings.keys()].filter((n) => readings[n]?.["value"] === undefined).map((n) => `survey.readings[${n}]`);
  const target = [...(pointed ? [pointed.path] : []), ...missing, ...supposed].find(able);
  // What lies under the tray can still be scrolled into sight.
  useEffect(() => {
    window.document.body.classList.add("with-tray");
    return () => window.document.body.classList.remove("with-tray");
  }, []);
  const named = (path: string) => nameOfReading(path, readings, say) ?? keys.find((one) => one.path === path)?.name ?? (path === "pitch" ? say("field.pitch") : path);
  return (
    <Paper component="section" className="tray" elevation={6} aria-label={say("tray.title")}>
      <div className="tray-row">
        {narrow ? (
          <TextField select size="small" value={instruments.length > 0 ? kind : ""} onChange={(event) => setKind(event.target.value as Instrument["kind"])} slotProps={{ select: { SelectDisplayProps: { "aria-label": say("tray.title") } } }}>
            {instruments.map((one) => <MenuItem key={one.kind} value={one.kind}>{say(`tray.${one.kind}`)}</MenuItem>)}
          </TextField>
        ) : (
          <Choice label={say("tray.title")} chosen={kind} onChoose={setKind} answers={instruments.map((one) => ({ id: one.kind, text: say(`tray.${one.kind}`) }))} />
        )}
        {now && !now.paired && <Button variant="contained" onClick={() => void set(kind, { paired: true })}>{say("tray.pair")}</Button>}
        {now?.paired && (
          <>
            <span className="tray-into">{target ? <><small>{say("tray.into")}</small> <b>{named(target)}</b></> : say("tray.nowhere")}</span>
            <Button variant="contained" disabled={target === undefined} onClick={() => target && void press(kind, target)}>{say("tray.take")}</Button>
            <Button variant="text" aria-expanded={setting} onClick={() => setSetting(!setting)}>{setting ? say("tray.less") : say("tray.settings")}</Button>
          </>
        )}
        <Button variant="text" onClick={onClose} aria-label={say("tray.close")}>{say("kept.close")}</Button>
      </div>
      <p className="tray-came" aria-live="polite">
        {lost ? <span className="warn">{say("tray.lost")}</span> : fault ? <span className="warn">{fault}</span> : last ? (
          <>
            {say("tray.came", { instrument: say(`tray.${last.instrument}`), shown: last.shown })} → {named(last.target)}. {last.note}{" "}
            <Button variant="text" disabled={saving !== "saved"} onClick={() => { keeper.step("undo"); setLast(undefined); }}>{say("tray.undo")}</Button>
          </>
        ) : <span className="quiet">{say("tray.say")}</span>}
      </p>
      <Collapse in={setting && now?.paired === true} unmountOnExit>
        {now && <Settings now={now} by={by} onBy={(text) => { storage.set(BY, text); setBy(text); }} set={(changed) => void set(kind, changed)} />}
      </Collapse>
    </Paper>
  );
}

const omitted = (row: Document, keys: readonly string[]): Document => Object.fromEntries(Object.entries(row).filter(([key]) => !keys.includes(key)));

/** A reading of a work's own value: it is the one used, and stands beside those before it. */
function keepValue(document: Document, keeper: { change: (path: string, value: unknown, also?: readonly { path: string; value: unknown }[]) => void }, reading: Arrived, taken: Document): void {
  const path = reading.target;
  if (path === "pitch") {
    keeper.change(path, reading.value);
    return;
  }
  const all = (valueAt(document, "readings") ?? {}) as Record<string, Document[]>;
  const typed = textAt(document, path);
  const before = all[path] ?? (typed === "" ? [] : [{ value: typed }]);
  keeper.change("readings", { ...all, [path]: [...before, taken] }, [{ path, value: reading.measured }]);
}

interface SettingsProps {
  now: Instrument;
  by: string;
  onBy: (text: string) => void;
  set: (changed: { paired?: boolean; reference?: Instrument["reference"]; sun?: boolean; sends?: Instrument["sends"]; charged?: boolean; turned?: boolean; started_at?: string; units?: "imperial" | "metric" }) => void;
}

function Settings({ now, by, onBy, set }: SettingsProps) {
  const say = useWords();
  const units = useWork((state) => state.job.units);
  const powered = now.kind !== "tape";
  return (
    <div className="tray-settings">
      {now.kind === "meter" && <Labelled text={say("tray.reference")}><Choice label={say("tray.reference")} chosen={now.reference} onChoose={(reference) => set({ reference })} answers={(["back", "front", "tripod"] as const).map((id) => ({ id, text: say(`tray.reference_${id}`) }))} /></Labelled>}
      {now.kind === "meter" && <Labelled text={say("tray.sun")}><Choice label={say("tray.sun")} chosen={now.sun ? "yes" : "no"} onChoose={(id) => set({ sun: id === "yes" })} answers={(["no", "yes"] as const).map((id) => ({ id, text: say(`tray.sun_${id}`) }))} /></Labelled>}
      {now.kind === "tape" && <TypedField label={say("tray.started")} value={now.started_at} placeholder="0" onCommit={(text) => set({ started_at: text, units })} />}
      {now.kind === "angle" && <Button variant="outlined" onClick={() => set({ turned: true })}>{say("tray.turn")}</Button>}
      <Labelled text={say("tray.sends")}><Choice label={say("tray.sends")} chosen={now.sends} onChoose={(sends) => set({ sends })} answers={(["service", "keys"] as const).map((id) => ({ id, text: say(`tray.sends_${id}`) }))} /></Labelled>
      <TypedField label={say("tray.by")} value={by} onCommit={onBy} />
      {powered && <Labelled text={say("tray.battery", { n: now.battery })}><Button variant="outlined" onClick={() => set({ charged: true })}>{say("tray.charge")}</Button></Labelled>}
      <Button variant="text" onClick={() => set({ paired: false })}>{say("tray.let_go")}</Button>
    </div>
  );
}

function Labelled({ text, children }: { text: string; children: React.ReactNode }) {
  return <div className="tray-labelled"><small>{text}</small>{children}</div>;
}
