/** The bench: every work as a small true drawing of itself with its next step. */
import Button from "@mui/material/Button";
import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { memo, useEffect, useMemo, useRef, useState } from "react";
import { Link, useLocation, useNavigate } from "react-router";
import { api } from "../../api/client";
import type { Card, Job, Shelf, Work, Units } from "../../api/types";
import { Waiting } from "../../outbox/Waiting";
import { Logo, ThemeButton } from "../../app/Bar";
import { usePreferences } from "../../app/preferences";
import { FileChoice } from "../../shared/fields/FileChoice";
import { isField } from "../../shared/fields/isField";
import { ProfileDrawing } from "../../shared/drawing/ProfileDrawing";
import { PlanDrawing } from "./PlanDrawing";
import { TapeText } from "../../shared/TapeText";
import { useWords } from "../../words/words";
import { benchQuery, WHOLE_BENCH } from "../../shared/work/benchQuery";
import { DeletedList } from "./DeletedList";
import { More } from "./Manage";

export function BenchPage() {
  const say = useWords();
  const { dialect, fine, keys } = usePreferences();
  const [shelf, setShelf] = useState<Shelf>(WHOLE_BENCH);
  const bench = useQuery({ ...benchQuery({ dialect, fine }, shelf), placeholderData: keepPreviousData });
  const start = useStart();
  const manage = useManage();
  const [deleted, setDeleted] = useState(false);
  const { search, archived } = shelf;
  const jobs = bench.data?.jobs ?? [];
  const many = search !== "" || (bench.data?.of_all ?? 0) > 8;
  const seek = useSearchKey(keys);
  return (
    <div className="frame benched">
      <header className="top">
        <Logo />
        <div className="bar">
          <h1>{say("bench.title")}</h1>
          <div className="bar-tools">
            <Link to="/practice" className="bar-word plain">
              {say("practice.title")}
            </Link>
            <Link to="/settings" className="bar-word plain">
              {say("app.settings")}
            </Link>
            <ThemeButton />
          </div>
        </div>
      </header>
      <main className="stage bench-page" aria-busy={bench.isPending}>
        <Waiting />
        {bench.isPending && <p className="quiet">{bench.failureCount > 1 ? say("app.offline") : say("app.loading")}</p>}
        {bench.isError && (
          <p className="quiet">
            {say("app.failed")} <Button onClick={() => void bench.refetch()}>{say("app.retry")}</Button>
          </p>
        )}
        {archived && (
          <div className="put-away-head">
            <h2>{say("manage.put_away")}</h2>
            <Button onClick={() => setShelf({ ...shelf, archived: false })}>{say("manage.to_bench")}</Button>
          </div>
        )}
        {bench.data && jobs.length === 0 && !search && !archived && (
          <div className="lonely">
            <h2>{say("bench.empty")}</h2>
            <p>{say("bench.empty_say")}</p>
          </div>
        )}
        {many && (
          <label className="search">
            {say("manage.search")}
            <input type="search" ref={seek} value={search} onChange={(event) => setShelf({ ...shelf, search: event.target.value, whole: "" })} />
          </label>
        )}
        {search && !bench.isPlaceholderData && jobs.length === 0 && <p className="quiet">{say("manage.none_found")}</p>}
        {jobs.map(({ job, cards, of_job }) => (
          <div key={job.id} className="job">
            <div className="job-head">
              <h2>{job.name}</h2>
              <span className="quiet">
                <TapeText text={say(job.units === "metric" ? "app.metric" : "app.imperial")} />
              </span>
              {(["flight", "roof"] as const).map((kind) => (
                <button
                  key={kind} type="button" className="start-here" disabled={start.isPending}
                  onClick={() => start.mutate({ jobId: job.id, units: job.units, kind })}
                >
                  {say(kind === "roof" ? "bench.start_roof" : "bench.start")}
                </button>
              ))}
              <a href={`/api/jobs/${job.id}/file`} download={`${job.name || "job"}.json`} className="bar-word plain">
                {say("files.job_take")}
              </a>
              <Link to={`/job/${job.id}/order`} className="bar-word plain">
                {say("schedule.title")}
              </Link>
              <Link to={`/job/${job.id}/logbook`} className="bar-word plain">
                {say("log.title")}
              </Link>
              <Link to={`/job/${job.id}/settings`} className="bar-word plain">
                {say("settings.of_job")}
              </Link>
              <More
                name={job.name} onRename={(name) => manage.act.saveJob({ ...job, name })} onDelete={() => manage.act.remove("jobs", job.id, job.name)}
                archived={job.archived} onArchive={() => manage.act.archive("jobs", job.id, !job.archived)}
              />
            </div>
            <ul className="cards">
              {cards.map((card) => (
                <WorkCard key={card.work.id} card={card} {...spanOf(cards)} manage={manage.act} />
              ))}
            </ul>
            {cards.length < of_job && (
              <button type="button" className="more" onClick={() => setShelf({ ...shelf, whole: job.id })}>
                {say("manage.show_all", { n: of_job })}
              </button>
            )}
          </div>
        ))}
        {bench.data && !archived && (
          <div className="begin">
            <Button variant="contained" size="large" disabled={start.isPending} onClick={() => start.mutate({ units: "imperial" })}>
              {say("bench.start_new")} · <TapeText text={say("app.imperial")} />
            </Button>
            <Button variant="outlined" size="large" disabled={start.isPending} onClick={() => start.mutate({ units: "metric" })}>
              {say("bench.start_new")} · {say("app.metric")}
            </Button>
            <Button variant="outlined" size="large" disabled={start.isPending} onClick={() => start.mutate({ units: "imperial", kind: "roof" })}>
              {say("bench.start_new_roof")} · <TapeText text={say("app.imperial")} />
            </Button>
            <Button variant="outlined" size="large" disabled={start.isPending} onClick={() => start.mutate({ units: "metric", kind: "roof" })}>
              {say("bench.start_new_roof")} · {say("app.metric")}
            </Button>
          </div>
        )}
        {bench.data && !archived && (
          <FileChoice
            label={say("files.job_put")} accept=".json,application/json"
            onFile={async (file) => {
              const made = await api.importJob(file);
              await bench.refetch();
              return say("files.job_done", { name: made.name });
            }}
          />
        )}
        {bench.data && !archived && bench.data.put_away > 0 && (
          <button type="button" className="more" onClick={() => setShelf({ ...shelf, archived: true })}>
            {say("manage.show_put_away", { n: bench.data.put_away })}
          </button>
        )}
        {bench.data && (
          <Button className="show-deleted" onClick={() => setDeleted(true)}>{say("manage.show_deleted")}</Button>
        )}
        {deleted && <DeletedList onClose={() => setDeleted(false)} />}
        {manage.removed && (
          <div className="removed" role="status">
            <span>{say("manage.deleted", { name: manage.removed.name })}</span>
            <Button variant="contained" onClick={manage.putBack}>
              {say("manage.undo")}
            </Button>
          </div>
        )}
        {manage.failed && (
          <p className="said error" role="alert">
            {manage.failed}
          </p>
        )}
      </main>
    </div>
  );
}

/** One scale for the works of a job, so that a long flight looks long. */
function spanOf(cards: readonly Card[]) {
  const profiles = cards.flatMap((card) => (card.profile ? [card.profile] : []));
  const widths = profiles.map(({ steps }) => (steps.at(-1)?.[0] ?? 0) - (steps[0]?.[0] ?? 0));
  return { width: Math.max(1, ...widths), height: Math.max(1, ...profiles.map((one) => one.ground)) };
}

/** Drawn again only when its own work changes: while one seeks, most cards stay as they are. */
const WorkCard = memo(function WorkCard({ card, width, height, manage }: { card: Card; width: number; height: number; manage: Manage["act"] }) {
  const say = useWords();
  const kept = card.work.document["name"];
  const name = typeof kept === "string" && kept ? kept : say("bench.unnamed");
  return (
    <li className="card-place">
      <Link to={`/work/${card.work.id}/measure`} className="card">
        {card.plan ? <PlanDrawing plan={card.plan} /> : card.profile ? <ProfileDrawing profile={card.profile} span={{ width, height }} /> : <span className="no-profile" aria-hidden="true" />}
        <strong>{name}</strong>
        {card.summary && (
          <span className="summary">
            <TapeText text={card.summary} />
          </span>
        )}
        <span className="next">{card.next}</span>
      </Link>
      <More
        name={name}
        onRename={(next) => manage.rename(card.work, next)}
        onDuplicate={() => manage.duplicate(card.work.id)}
        onDelete={() => manage.remove("works", card.work.id, name)}
        archived={card.work.archived}
        onArchive={() => manage.archive("works", card.work.id, !card.work.archived)}
      />
    </li>
  );
});

/** The key "/" puts the pencil into the search, here and from a work. */
function useSearchKey(keys: boolean) {
  const field = useRef<HTMLInputElement>(null);
  const asked = (useLocation().state as { search?: boolean } | null)?.search === true;
  useEffect(() => {
    if (asked) field.current?.focus();
  });
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (!keys || event.key !== "/" || event.ctrlKey || event.metaKey || event.altKey || isField(event.target)) return;
      event.preventDefault();
      field.current?.focus();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [keys]);
  return field;
}

type Manage = ReturnType<typeof useManage>;

/** Changing jobs and works as a whole; what was deleted last can be put back. */
function useManage() {
  const queries = useQueryClient();
  const { dialect, fine } = usePreferences();
  const [removed, setRemoved] = useState<{ what: "jobs" | "works"; id: string; name: string } | null>(null);
  const { mutate, error } = useMutation({
    mutationFn: (work: () => Promise<unknown>) => work(),
    onSettled: () => queries.invalidateQueries({ queryKey: ["bench"] }),
  });
  const act = useMemo(
    () => ({
      saveJob: (job: Job) => mutate(() => api.saveJob(job)),
      rename: (work: Work, name: string) =>
        mutate(() => api.rename(work.id, work.revision, { ...work.document, name }, { dialect, fine })),
      duplicate: (id: string) => mutate(() => api.duplicate(id)),
      archive: (what: "jobs" | "works", id: string, archived: boolean) => mutate(() => api.archive(what, id, archived)),
      remove: (what: "jobs" | "works", id: string, name: string) =>
        mutate(() => api.put(what, id, true).then(() => setRemoved({ what, id, name }))),
    }),
    [mutate, dialect, fine],
  );
  return {
    removed,
    failed: error?.message,
    act,
    putBack: () => {
      if (removed) mutate(() => api.put(removed.what, removed.id, false).then(() => setRemoved(null)));
    },
  };
}

/** Begin a stair, in a job or in a new one, and open it where it is measured. */
function useStart() {
  const say = useWords();
  const navigate = useNavigate();
  const queries = useQueryClient();
  return useMutation({
    mutationFn: async ({ jobId, units, kind = "flight" }: { jobId?: string; units: Units; kind?: "flight" | "roof" }) => {
      const job = jobId ?? (await api.newJob(say("bench.new_job"), units)).id;
      return api.newWork(job, say(kind === "roof" ? "bench.unnamed_roof" : "bench.unnamed"), kind);
    },
    onSuccess: (work) => {
      void queries.invalidateQueries({ queryKey: ["bench"] });
      void navigate(`/work/${work.id}/measure`);
    },
  });
}
