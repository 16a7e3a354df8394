/** The frame of a work: the storey rod with its five stations, the bar, and the station that is open. */
import Button from "@mui/material/Button";
import { useEffect, useState } from "react";
import { Link, NavLink, useNavigate, useParams } from "react-router";
import type { WorkPage } from "../api/types";
import { LaterStation } from "../stations/later/LaterStation";
import { MarkStation } from "../stations/mark/MarkStation";
import { MeasureStation } from "../stations/measure/MeasureStation";
import { WorkOutStation } from "../stations/workout/WorkOutStation";
import { textAt } from "../shared/document";
import { useWork, useWorkPage, type WorkState } from "../shared/useWork";
import { useWords, type WordId } from "../words/words";
import { Bar } from "./Bar";
import { KeySheet } from "./KeySheet";
import { NotFound } from "./NotFound";
import { SaveBanner } from "./SaveBanner";
import { Refused } from "../api/client";

const stations = [
  { id: "measure", path: "measure" },
  { id: "work_out", path: "work-out" },
  { id: "mark", path: "mark" },
  { id: "cut", path: "cut" },
  { id: "fit", path: "fit" },
] as const;

export function WorkFrame() {
  const { workId = "" } = useParams();
  const say = useWords();
  const page = useWorkPage(workId);
  if (page.data) return <Loaded key={workId} page={page.data} />;
  if (page.error instanceof Refused && page.error.problem.status === 404) return <NotFound />;
  return (
    <main className="lonely" aria-busy={page.isFetching}>
      <p>{page.isError ? say("app.failed") : page.failureCount > 1 ? say("app.offline") : say("app.loading")}</p>
      {page.isError && <Button onClick={() => void page.refetch()}>{say("app.retry")}</Button>}
    </main>
  );
}

function Loaded({ page }: { page: WorkPage }) {
  const { station = "measure" } = useParams();
  const say = useWords();
  const navigate = useNavigate();
  const state = useWork(page);
  const [keys, setKeys] = useState(false);
  const name = textAt(state.document, "name") || say("bench.unnamed");
  useEffect(() => {
    document.title = `${name} · Easy Notch`;
  }, [name]);
  const { step } = state.keeper;
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const typing = event.target instanceof HTMLInputElement || event.target instanceof HTMLTextAreaElement;
      if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === "z" && !typing) {
        event.preventDefault();
        step(event.shiftKey ? "redo" : "undo");
        return;
      }
      if (typing || event.ctrlKey || event.metaKey || event.altKey) return;
      const place = Number(event.key);
      const target = stations[place - 1];
      if (target) void navigate(`/work/${state.work.id}/${target.path}`);
      else if (event.key === "0") void navigate("/");
      else if (event.key === "?") setKeys(true);
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [navigate, state.work.id, step]);
  return (
    <div className="frame">
      <Bar state={state} name={name} onKeys={() => setKeys(true)} />
      <Rod state={state} />
      <main className="stage">
        <SaveBanner state={state} />
        <h1 className="hidden">
          {name}: {say(`station.${stations.find((one) => one.path === station)?.id ?? "measure"}` as WordId)}
        </h1>
        <Station station={station} state={state} />
      </main>
      <KeySheet open={keys} onClose={() => setKeys(false)} />
    </div>
  );
}

function Station({ station, state }: { station: string; state: WorkState }) {
  switch (station) {
    case "measure":
      return <MeasureStation state={state} />;
    case "work-out":
      return <WorkOutStation state={state} />;
    case "mark":
      return <MarkStation state={state} />;
    case "cut":
    case "fit":
      return <LaterStation station={station} />;
    default:
      return <NotFound />;
  }
}

function Rod({ state }: { state: WorkState }) {
  const say = useWords();
  return (
    <nav className="rod" aria-label={say("app.stations")}>
      {stations.map(({ id, path }) => {
        const station = state.screen?.stations.find((one) => one.id === id);
        return (
          <NavLink key={id} to={`/work/${state.work.id}/${path}`} className={`peg ${station?.state ?? "waiting"}`}>
            <span className="peg-name">{say(`station.${id}`)}</span>
            <span className="peg-state">{station?.text.toLowerCase() ?? "…"}</span>
          </NavLink>
        );
      })}
      <Link to="/" className="rod-foot" tabIndex={-1} aria-hidden="true" />
    </nav>
  );
}
