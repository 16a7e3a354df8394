/** Files to take along: sheets on paper, drawings, lists, the whole in 3D; with a look at the page that will print. */
import { useState } from "react";
import { api, Refused } from "../../api/client";
import type { Schemas } from "../../api/types";
import { usePreferences } from "../../app/preferences";
import { FileChoice } from "../../shared/FileChoice";
import { jobFile, useShown, type WorkState } from "../../shared/useWork";
import { textAt } from "../../shared/document";
import { useWords, type WordId } from "../../words/words";

const FILES = ["pdf", "setting", "templates", "bevels", "labels", "rain", "model", "svg", "dxf", "csv", "buying", "html", "gltf", "job"] as const;
const ENDINGS: Record<string, string> = { pdf: "pdf", setting: "pdf", templates: "pdf", bevels: "pdf", labels: "pdf", rain: "pdf", model: "pdf", svg: "zip", dxf: "dxf", csv: "csv", buying: "csv", html: "html", gltf: "glb", job: "json" };
const PRINTED: readonly string[] = ["pdf", "setting", "templates", "bevels", "labels", "rain", "model"];
const PAPERS = ["a4", "letter", "a3"] as const;

export function Exports({ state }: { state: WorkState }) {
  const say = useWords();
  const { dialect, fine } = usePreferences();
  const shown = useShown(state);
  const [paper, setPaper] = useState<(typeof PAPERS)[number]>(state.job.units === "metric" ? "a4" : "letter");
  const [busy, setBusy] = useState("");
  const [failed, setFailed] = useState("");
  const [looked, setLooked] = useState<(Schemas["PreviewView"] & { file: string }) | null>(null);
  const take = async (file: string) => {
    setBusy(file);
    setFailed("");
    try {
      const made = await api.exportFile(jobFile(state.job, state.settled.document, shown), { dialect, fine }, file, paper);
      const link = document.createElement("a");
      link.href = URL.createObjectURL(made);
      const name = textAt(state.document, "name").trim().replace(/[^\p{L}\p{N}]+/gu, "-").toLowerCase() || "work";
      link.download = `${name}-${file}.${ENDINGS[file] ?? file}`;
      link.click();
      setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
    } catch (error) {
      setFailed(error instanceof Refused ? error.message : say("app.failed"));
    } finally {
      setBusy("");
    }
  };
  const look = async (file: string, page: number) => {
    setFailed("");
    try {
      setLooked({ file, ...(await api.preview(jobFile(state.job, state.settled.document, shown), { dialect, fine }, file, paper, page)) });
    } catch (error) {
      setFailed(error instanceof Refused ? error.message : say("app.failed"));
    }
  };
  return (
    <section className="exports" aria-label={say("cut.files")}>
      <span className="switch" role="group" aria-label={say("exports.paper")}>
        {PAPERS.map((one) => <button key={one} type="button" aria-pressed={paper === one} onClick={() => setPaper(one)}>{say(`exports.${one}`)}</button>)}
      </span>
      <ul>
        {FILES.map((file) => (
          <li key={file}>
            <button type="button" className="start-here" disabled={busy !== ""} onClick={() => void take(file)}>{say(`exports.${file}` as WordId)}</button>
            {PRINTED.includes(file) && <button type="button" className="more" aria-pressed={looked?.file === file} aria-label={`${say("exports.look")}: ${say(`exports.${file}` as WordId)}`} onClick={() => void look(file, 1)}>{say("exports.look")}</button>}
            <span className="quiet">{busy === file ? say("exports.making") : say(`exports.${file}_say` as WordId)}</span>
          </li>
        ))}
      </ul>
      {looked && (
        <figure className="page-preview">
          <figcaption>
            <button type="button" className="more" disabled={looked.page <= 1} onClick={() => void look(looked.file, looked.page - 1)}>{say("exports.before")}</button>
            <span>{say("exports.page", { n: looked.page, all: looked.pages })}</span>
            <button type="button" className="more" disabled={looked.page >= looked.pages} onClick={() => void look(looked.file, looked.page + 1)}>{say("exports.after")}</button>
          </figcaption>
          <img src={`data:image/svg+xml;charset=utf-8,${encodeURIComponent(looked.svg)}`} alt={looked.title} />
        </figure>
      )}
      <h3>{say("files.typed")}</h3>
      <p className="export-typed">
        <a className="more" href={`/api/works/${state.work.id}/readings`} download="readings.csv">{say("files.readings_take")}</a>
        <a className="more" href={`/api/jobs/${state.job.id}/file?history=true`} download="job-with-history.json">{say("files.history_take")}</a>
        <FileChoice
          label={say("files.readings_put")} accept=".csv,text/csv"
          onFile={async (file) => {
            await api.readingsTable(state.work.id, state.work.revision, file);
            window.location.reload();
            return undefined;
          }}
        />
      </p>
      {failed && <p role="alert" className="said error">{failed}</p>}
    </section>
  );
}
