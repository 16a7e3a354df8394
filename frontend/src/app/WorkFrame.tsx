/** The frame of a work: the storey rod with its five stations, the bar, and the station that is open. */
import Button from "@mui/material/Button";
import { useQueryClient } from "@tanstack/react-query";
import { lazy, Suspense, useEffect, useState } from "react";
import { Link, NavLink, useNavigate, useParams } from "react-router";
import type { WorkPage } from "../api/types";
import { benchQuery, WHOLE_BENCH } from "../shared/work/benchQuery";
import { textAt } from "../shared/work/document";
import { isField } from "../shared/fields/isField";
import { useOpenWork, useWorkPage } from "../shared/work/useOpenWork";
import { useWords, type WordId } from "../words/words";
import { Bar } from "./Bar";
import { KeySheet } from "./KeySheet";
import { NotFound } from "./NotFound";
import { JobPreferences, usePreferences, useShopWords } from "./preferences";
import { SaveBanner } from "./SaveBanner";
import { Refused } from "../api/client";
import { Waiting } from "../outbox/Waiting";
import { pauseAfter } from "../outbox/answers";
import { useWork, WorkProvider } from "../shared/work/WorkContext";

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
  const state = useOpenWork(page, station);
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
    <WorkProvider value={state}>
      <div className="frame">
        <Bar name={name} onKeys={() => setKeys(true)} />
        <Rod />
        <main className="stage">
          <Waiting />
          <SaveBanner />
          <h1 className="hidden">
            {name}: {say(`station.${stations.find((one) => one.path === station)?.id ?? "measure"}` as WordId)}
          </h1>
          <Suspense fallback={<p aria-busy="true">{say("app.loading")}</p>}>
            <Station station={station} />
          </Suspense>
        </main>
        <KeySheet open={keys} onClose={() => setKeys(false)} />
      </div>
    </WorkProvider>
  );
}

/** Fetch the bench while nothing else is to do: going back to it then takes no time. */
function useBenchAhead() {
  const queries = useQueryClient();
  const { dialect, fine } = useShopWords();
  useEffect(() => {
    const waiting = setTimeout(() => {
      for (const fetch of Object.values(fetched)) void fetch().catch(() => undefined);
      // Where it fails, the bench asks again when it is opened.
      queries.query(benchQuery({ dialect, fine }, WHOLE_BENCH)).catch(() => undefined);
    }, 1000);
    return () => clearTimeout(waiting);
  }, [queries, dialect, fine]);
}

/**
 * Fetch a part of the program. A browser asks for one that did not come no second time within a page: once somebody
 * answers again, the page is loaded anew, with all that was typed.
 */
async function untilThere<Part>(fetchPart: () => Promise<Part>): Promise<Part> {
  try {
    return await fetchPart();
  } catch {
    for (let tries = 1; ; tries++) {
      await new Promise((resolve) => setTimeout(resolve, pauseAfter(tries)));
      const answer = await fetch("/", { cache: "no-store" }).catch(() => undefined);
      if (answer?.ok) break;
    }
    window.location.reload();
    return new Promise<Part>(() => undefined);
  }
}

/** A station is fetched when it is first opened, or once nothing else is to do. */
const fetched = {
  measure: () => import("../stations/measure/MeasureStation"),
  "work-out": () => import("../stations/workout/WorkOutStation"),
  mark: () => import("../stations/mark/MarkStation"),
  cut: () => import("../stations/cut/CutStation"),
  fit: () => import("../stations/fit/FitStation"),
};

const MeasureStation = lazy(async () => ({ default: (await untilThere(fetched.measure)).MeasureStation }));
const WorkOutStation = lazy(async () => ({ default: (await untilThere(fetched["work-out"])).WorkOutStation }));
const MarkStation = lazy(async () => ({ default: (await untilThere(fetched.mark)).MarkStation }));
const CutStation = lazy(async () => ({ default: (await untilThere(fetched.cut)).CutStation }));
const FitStation = lazy(async () => ({ default: (await untilThere(fetched.fit)).FitStation }));

function Station({ station }: { station: string }) {
  switch (station) {
    case "measure":
      return <MeasureStation />;
    case "work-out":
      return <WorkOutStation />;
    case "mark":
      return <MarkStation />;
    case "fit":
      return <FitStation />;
    case "cut":
      return <CutStation />;
    default:
      return <NotFound />;
  }
}

function Rod() {
  const screen = useWork((state) => state.screen);
  const work = useWork((state) => state.work.id);
  const say = useWords();
  return (
    <nav className="rod" aria-label={say("app.stations")}>
      {stations.map(({ id, path }) => {
        const station = screen?.stations.find((one) => one.id === id);
        return (
          <NavLink key={id} to={`/work/${work}/${path}`} className={`peg ${station?.state ?? "waiting"}`}>
            <span className="peg-name">{say(`station.${id}`)}</span>
            <span className="peg-state">{station?.text ?? "…"}</span>
          </NavLink>
        );
      })}
      <Link to="/" className="rod-foot" tabIndex={-1} aria-hidden="true" />
    </nav>
  );
}
