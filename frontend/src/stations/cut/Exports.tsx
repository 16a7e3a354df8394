/** Sheets on paper, each looked at as it will print, and printed from here or taken along; and files for office and router. */
import type { FileKind } from "../../api/types";
import { useQuery, keepPreviousData } from "@tanstack/react-query";
import { useState } from "react";
import { api, Refused } from "../../api/client";
import { usePreferences } from "../../app/preferences";
import { FileChoice } from "../../shared/fields/FileChoice";
import { newToken, useMaking } from "../../shared/work/useMaking";
import { jobFile } from "../../shared/work/useOpenWork";
import { textAt } from "../../shared/work/document";
import { useWords, type WordId } from "../../words/words";
import { printPages } from "./printPages";
import { useWork } from "../../shared/work/WorkContext";
import { Choice } from "../../shared/fields/Choice";

const PRINTED = ["pdf", "boards", "setting", "templates", "bevels", "labels", "rain", "model"] as const;
const FILES = ["svg", "dxf", "csv", "buying", "html", "gltf", "job"] as const;
const ENDINGS: Record<string, string> = { svg: "zip", dxf: "dxf", csv: "csv", buying: "csv", html: "html", gltf: "glb", job: "json" };
const PAPERS = ["a4", "letter", "a3"] as const;

export function Exports() {
  const currentJob = useWork((state) => state.job);
  const settled = useWork((state) => state.settled);
  const work = useWork((state) => state.work);
  const currentDocument = useWork((state) => state.document);
  const say = useWords();
  const { dialect, fine } = usePreferences();
  const shown = useWork((state) => state.document);
  const [paper, setPaper] = useState<(typeof PAPERS)[number]>(currentJob.units === "metric" ? "a4" : "letter");
  const [sheet, setSheet] = useState<(typeof PRINTED)[number]>("pdf");
  const [page, setPage] = useState(1);
  const [busy, setBusy] = useState("");
  const [token, setToken] = useState("");
  const [printed, setPrinted] = useState(0);
  const making = useMaking(busy === "" || busy === "print" ? "" : token);
  const [failed, setFailed] = useState("");
  const job = jobFile(currentJob, settled.document, shown);
  const words = { dialect, fine };
  const { data: looked, error } = useQuery({
    queryKey: ["preview", work.id, dialect, fine, shown, sheet, paper, page],
    queryFn: () => api.preview(job, words, sheet, paper, page),
    placeholderData: keepPreviousData,
    gcTime: 10_000,
  });
  const doing = async (what: string, act: () => Promise<void>) => {
    setBusy(what);
    setFailed("");
    try {
      await act();
    } catch (problem) {
      setFailed(problem instanceof Refused ? problem.message : say("app.failed"));
    } finally {
      setBusy("");
    }
  };
  const take = (file: FileKind) =>
    doing(file, async () => {
      const fresh = newToken();
      setToken(fresh);
      const made = await api.exportFile(job, words, file, paper, fresh);
      const link = document.createElement("a");
      link.href = URL.createObjectURL(made);
      const name = textAt(currentDocument, "name").trim().replace(/[^\p{L}\p{N}]+/gu, "-").toLowerCase() || "work";
      link.download = `${name}-${file}.${ENDINGS[file] ?? "pdf"}`;
      link.click();
      setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
    });
  const print = () =>
    doing("print", async () => {
      const pages: string[] = [];
      for (let number = 1; number <= (looked?.pages ?? 0); number += 1) {
        setPrinted(number);
        pages.push((await api.preview(job, words, sheet, paper, number)).svg);
      }
      printPages(pages);
    });
  const choose = (one: (typeof PRINTED)[number]) => {
    setSheet(one);
    setPage(1);
  };
  const far = busy === "print" && looked ? { done: printed, whole: looked.pages } : making;
  const made = far ? say("exports.made", far) : say("exports.making");
  const said = failed || (error ? (error instanceof Refused ? error.message : say("app.failed")) : "");
  return (
    <section className="exports" aria-label={say("cut.files")}>
      <div className="export-choice">
        <div className="export-head">
          <h3>{say("exports.sheets")}</h3>
          <Choice
            label={say("exports.paper")} chosen={paper}
            answers={PAPERS.map((one) => ({ id: one, text: say(`exports.${one}`) }))}
            onChoose={setPaper}
          />
        </div>
        <ul className="export-sheets">
          {PRINTED.map((one) => (
            <li key={one}>
              <button type="button" aria-pressed={sheet === one} onClick={() => choose(one)}>
                <b>{say(`exports.${one}` as WordId)}</b> <span>{say(`exports.${one}_say` as WordId)}</span>
              </button>
            </li>
          ))}
        </ul>
        <h3>{say("exports.others")}</h3>
        <ul className="export-files">
          {FILES.map((file) => (
            <li key={file}>
              <button type="button" className="plain-button" disabled={busy !== ""} onClick={() => void take(file)}>{say(`exports.${file}` as WordId)}</button>
              <span className="quiet">{busy === file ? made : say(`exports.${file}_say` as WordId)}</span>
            </li>
          ))}
        </ul>
        <h3>{say("files.typed")}</h3>
        <p className="export-typed">
          <a className="more" href={`/api/works/${work.id}/readings`} download="readings.csv">{say("files.readings_take")}</a>
          <a className="more" href={`/api/jobs/${currentJob.id}/file?history=true`} download="job-with-history.json">{say("files.history_take")}</a>
          <FileChoice
            label={say("files.readings_put")} accept=".csv,text/csv"
            onFile={async (file) => {
              await api.readingsTable(work.id, work.revision, file);
              window.location.reload();
              return undefined;
            }}
          />
        </p>
      </div>
      <figure className="page-preview" aria-busy={busy !== ""}>
        <div className="page-buttons">
          <button type="button" className="plain-button" disabled={busy !== ""} onClick={() => void take(sheet)}>{say("exports.take")}</button>
          <button type="button" className="plain-button" disabled={busy !== "" || !looked} onClick={() => void print()}>
            {looked && looked.pages > 1 ? say("exports.print", { n: looked.pages }) : say("exports.print_one")}
          </button>
          {busy !== "" && <span role="status" className="quiet">{made}</span>}
        </div>
        {looked && (
          <>
            <figcaption>
              <button type="button" className="more" disabled={looked.page <= 1} onClick={() => setPage(looked.page - 1)}>{say("exports.before")}</button>
              <span>{say("exports.page", { n: looked.page, all: looked.pages })}: {looked.title}</span>
              <button type="button" className="more" disabled={looked.page >= looked.pages} onClick={() => setPage(looked.page + 1)}>{say("exports.after")}</button>
            </figcaption>
            <img src={`data:image/svg+xml;charset=utf-8,${encodeURIComponent(looked.svg)}`} alt={looked.title} />
          </>
        )}
        {said && <p role="alert" className="said error">{said}</p>}
      </figure>
    </section>
  );
}
