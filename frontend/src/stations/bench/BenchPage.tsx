/** The bench: every work as a small true drawing of itself with its next step. */
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { api } from "../../api/client";
import type { Bench, Card, Job, Work } from "../../api/types";
import { Logo, ThemeButton } from "../../app/Bar";
import { usePreferences, useShop } from "../../app/preferences";
import { ProfileDrawing } from "../../shared/ProfileDrawing";
import { TapeText } from "../../shared/TapeText";
import { useWords } from "../../words/words";
import { More } from "./Manage";
import "./bench.css";

/** Cards of a job drawn at once; the others follow when asked for or sought. */
const SHOWN = 24;

export function BenchPage() {
  const say = useWords();
  const { dialect, fine } = usePreferences();
  const bench = useQuery({ queryKey: ["bench", dialect, fine], queryFn: ({ signal }) => api.bench({ dialect, fine }, signal) });
  const start = useStart();
  const manage = useManage();
  const [sought, setSought] = useState("");
  const [whole, setWhole] = useState<ReadonlySet<string>>(new Set());
  const all = bench.data?.jobs ?? [];
  const jobs = found(all, sought);
  const many = all.reduce((sum, { cards }) => sum + cards.length, 0) > 8;
  return (
    <div className="frame benched">
      <header className="top">
        <Logo />
        <div className="bar">
          <h1>{say("bench.title")}</h1>
          <div className="bar-tools">
            <Link to="/settings" className="bar-word plain">
              {say("app.settings")}
            </Link>
            <ThemeButton />
          </div>
        </div>
      </header>
      <main className="stage bench-page" aria-busy={bench.isPending}>
        {bench.isPending && <p className="quiet">{bench.failureCount > 1 ? say("app.offline") : say("app.loading")}</p>}
        {bench.isError && (
          <p className="quiet">
            {say("app.failed")} <Button onClick={() => void bench.refetch()}>{say("app.retry")}</Button>
          </p>
        )}
        {bench.data && jobs.length === 0 && (
          <div className="lonely">
            <h2>{say("bench.empty")}</h2>
            <p>{say("bench.empty_say")}</p>
          </div>
        )}
        {many && (
          <TextField type="search" label={say("manage.search")} value={sought} onChange={(event) => setSought(event.target.value)} className="search" />
        )}
        {many && sought && jobs.length === 0 && <p className="quiet">{say("manage.none_found")}</p>}
        {jobs.map(({ job, cards }) => (
          <section key={job.id} className="job" aria-labelledby={`job-${job.id}`}>
            <div className="job-head">
              <h2 id={`job-${job.id}`}>{job.name}</h2>
              <span className="quiet">
                <TapeText text={say(job.units === "metric" ? "app.metric" : "app.imperial").toLowerCase()} />
              </span>
              <LimitChoice job={job} onChoose={(limits) => manage.saveJob({ ...job, limits })} />
              <Button variant="outlined" disabled={start.isPending} onClick={() => start.mutate({ jobId: job.id, units: job.units })}>
                {say("bench.start")}
              </Button>
              <More name={job.name} onRename={(name) => manage.saveJob({ ...job, name })} onDelete={() => manage.remove("jobs", job.id, job.name)} />
            </div>
            <ul className="cards">
              {(whole.has(job.id) ? cards : cards.slice(0, SHOWN)).map((card) => (
                <WorkCard key={card.work.id} card={card} span={spanOf(cards)} manage={manage} />
              ))}
            </ul>
            {cards.length > SHOWN && !whole.has(job.id) && (
              <button type="button" className="more" onClick={() => setWhole(new Set(whole).add(job.id))}>
                {say("manage.show_all", { n: cards.length })}
              </button>
            )}
          </section>
        ))}
        {bench.data && (
          <div className="begin">
            <Button variant="contained" size="large" disabled={start.isPending} onClick={() => start.mutate({ units: "imperial" })}>
              {say("bench.start_new")} · <TapeText text={say("app.imperial").toLowerCase()} />
            </Button>
            <Button variant="outlined" size="large" disabled={start.isPending} onClick={() => start.mutate({ units: "metric" })}>
              {say("bench.start_new")} · {say("app.metric").toLowerCase()}
            </Button>
          </div>
        )}
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

function WorkCard({ card, span, manage }: { card: Card; span: { width: number; height: number }; manage: Manage }) {
  const say = useWords();
  const kept = card.work.document["name"];
  const name = typeof kept === "string" && kept ? kept : say("bench.unnamed");
  return (
    <li className="card-place">
      <Link to={`/work/${card.work.id}/measure`} className="card">
        {card.profile ? <ProfileDrawing profile={card.profile} span={span} /> : <span className="no-profile" aria-hidden="true" />}
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
      />
    </li>
  );
}

/** Which limit set a job is held against. */
function LimitChoice({ job, onChoose }: { job: Job; onChoose: (limits: string | null) => void }) {
  const say = useWords();
  const sets = useShop().data?.limit_sets ?? [];
  return (
    <label className="limit-choice">
      {say("settings.limits")}{" "}
      <select value={job.limits ?? ""} onChange={(event) => onChoose(event.target.value || null)}>
        <option value="">{say("settings.usual")}</option>
        {sets.map((one) => (
          <option key={one.id} value={one.id}>
            {one.name}
          </option>
        ))}
      </select>
    </label>
  );
}

/** The jobs whose name, or whose works' names, hold what is sought. */
function found(jobs: Bench["jobs"], sought: string): Bench["jobs"] {
  const wanted = sought.trim().toLowerCase();
  if (!wanted) return jobs;
  const holds = (text: unknown) => typeof text === "string" && text.toLowerCase().includes(wanted);
  return jobs
    .map((one) => (holds(one.job.name) ? one : { ...one, cards: one.cards.filter((card) => holds(card.work.document["name"])) }))
    .filter((one) => one.cards.length > 0 || holds(one.job.name));
}

type Manage = ReturnType<typeof useManage>;

/** Changing jobs and works as a whole; what was deleted last can be put back. */
function useManage() {
  const queries = useQueryClient();
  const { dialect, fine } = usePreferences();
  const [removed, setRemoved] = useState<{ what: "jobs" | "works"; id: string; name: string } | null>(null);
  const act = useMutation({
    mutationFn: (work: () => Promise<unknown>) => work(),
    onSettled: () => queries.invalidateQueries({ queryKey: ["bench"] }),
  });
  return {
    removed,
    failed: act.error?.message,
    saveJob: (job: Job) => act.mutate(() => api.saveJob(job)),
    rename: (work: Work, name: string) =>
      act.mutate(() => api.save(work.id, work.revision, { ...work.document, name }, { dialect, fine })),
    duplicate: (id: string) => act.mutate(() => api.duplicate(id)),
    remove: (what: "jobs" | "works", id: string, name: string) =>
      act.mutate(() => api.put(what, id, true).then(() => setRemoved({ what, id, name }))),
    putBack: () => {
      if (removed) act.mutate(() => api.put(removed.what, removed.id, false).then(() => setRemoved(null)));
    },
  };
}

/** Begin a stair, in a job or in a new one, and open it where it is measured. */
function useStart() {
  const say = useWords();
  const navigate = useNavigate();
  const queries = useQueryClient();
  return useMutation({
    mutationFn: async ({ jobId, units }: { jobId?: string; units: string }) => {
      const job = jobId ?? (await api.newJob(say("bench.new_job"), units)).id;
      return api.newWork(job, say("bench.unnamed"));
    },
    onSuccess: (work) => {
      void queries.invalidateQueries({ queryKey: ["bench"] });
      void navigate(`/work/${work.id}/measure`);
    },
  });
}
