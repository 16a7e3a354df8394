/** The frame of a work: the storey rod with its five stations, the bar, and the station that is open. */
import Button from "@mui/material/Button";
import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { Link, NavLink, useNavigate, useParams } from "react-router";
import type { WorkPage } from "../api/types";
import { CutStation } from "../stations/cut/CutStation";
import { FitStation } from "../stations/fit/FitStation";
import { MarkStation } from "../stations/mark/MarkStation";
import { MeasureStation } from "../stations/measure/MeasureStation";
import { WorkOutStation } from "../stations/workout/WorkOutStation";
import { benchQuery, WHOLE_BENCH } from "../shared/benchQuery";
import { textAt } from "../shared/document";
import { isField } from "../shared/isField";
import { useWork, useWorkPage, type WorkState } from "../shared/useWork";
import { useWords, type WordId } from "../words/words";
import { Bar } from "./Bar";
import { KeySheet } from "./KeySheet";
import { NotFound } from "./NotFound";
import { JobPreferences, usePreferences, useShopWords } from "./preferences";
import { SaveBanner } from "./SaveBanner";
import { Refused } from "../api/client";
import { Waiting } from "../outbox/Waiting";

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
  if (page.data)
    return (
      <JobPreferences settled={page.data.settled.document}>
        <Loaded key={workId} page={page.data} />
      </JobPreferences>
    );
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
  const state = useWork(page, station);
  const [keys, setKeys] = useState(false);
  const single = usePreferences().keys;
  const name = textAt(state.document, "name") || say("bench.unnamed");
  useEffect(() => {
    document.title = `${name} · Easy Notch`;
  }, [name]);
  useBenchAhead();
  const { step, commitAll } = state.keeper;
  useEffect(() => commitAll, [station, commitAll]);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const typing = isField(event.target);
      if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === "z" && !typing) {
        event.preventDefault();
        step(event.shiftKey ? "redo" : "undo");
        return;
      }
      if (typing || !single || event.ctrlKey || event.metaKey || event.altKey) return;
      const place = Number(event.key);
      const target = stations[place - 1];
      if (target) void navigate(`/work/${state.work.id}/${target.path}`);
      else if (event.key === "0") void navigate("/");
      else if (event.key === "/") void navigate("/", { state: { search: true } });
      else if (event.key === "?") setKeys(true);
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [navigate, single, state.work.id, step]);
  return (
    <div className="frame">
      <Bar state={state} name={name} onKeys={() => setKeys(true)} />
      <Rod state={state} />
      <main className="stage">
        <Waiting />
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

/** Fetch the bench while nothing else is to do: going back to it then takes no time. */
function useBenchAhead() {
  const queries = useQueryClient();
  const { dialect, fine } = useShopWords();
  useEffect(() => {
    const waiting = setTimeout(() => {
      // Where it fails, the bench asks again when it is opened.
      queries.query(benchQuery({ dialect, fine }, WHOLE_BENCH)).catch(() => undefined);
    }, 1000);
    return () => clearTimeout(waiting);
  }, [queries, dialect, fine]);
}

function Station({ station, state }: { station: string; state: WorkState }) {
  switch (station) {
    case "measure":
      return <MeasureStation state={state} />;
    case "work-out":
      return <WorkOutStation state={state} />;
    case "mark":
      return <MarkStation state={state} />;
    case "fit":
      return <FitStation state={state} />;
    case "cut":
      return <CutStation state={state} />;
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
            <span className="peg-state">{station?.text ?? "…"}</span>
          </NavLink>
        );
      })}
      <Link to="/" className="rod-foot" tabIndex={-1} aria-hidden="true" />
    </nav>
  );
}
