/** The bench: every work as a small true drawing of itself with its next step. */
import Button from "@mui/material/Button";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useNavigate } from "react-router";
import { api } from "../../api/client";
import type { Card } from "../../api/types";
import { Logo, ThemeButton } from "../../app/Bar";
import { usePreferences } from "../../app/preferences";
import { ProfileDrawing } from "../../shared/ProfileDrawing";
import { TapeText } from "../../shared/TapeText";
import { useWords } from "../../words/words";
import "./bench.css";

export function BenchPage() {
  const say = useWords();
  const { dialect } = usePreferences();
  const bench = useQuery({ queryKey: ["bench", dialect], queryFn: ({ signal }) => api.bench({ dialect }, signal) });
  const start = useStart();
  const jobs = bench.data?.jobs ?? [];
  return (
    <div className="frame benched">
      <header className="top">
        <Logo />
        <div className="bar">
          <h1>{say("bench.title")}</h1>
          <div className="bar-tools">
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
        {jobs.map(({ job, cards }) => (
          <section key={job.id} className="job" aria-labelledby={`job-${job.id}`}>
            <div className="job-head">
              <h2 id={`job-${job.id}`}>{job.name}</h2>
              <span className="quiet">
                <TapeText text={say(job.units === "metric" ? "app.metric" : "app.imperial").toLowerCase()} />
              </span>
              <Button variant="outlined" disabled={start.isPending} onClick={() => start.mutate({ jobId: job.id, units: job.units })}>
                {say("bench.start")}
              </Button>
            </div>
            <ul className="cards">
              {cards.map((card) => (
                <WorkCard key={card.work.id} card={card} span={spanOf(cards)} />
              ))}
            </ul>
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

function WorkCard({ card, span }: { card: Card; span: { width: number; height: number } }) {
  const say = useWords();
  const name = typeof card.work.document["name"] === "string" ? card.work.document["name"] : "";
  return (
    <li>
      <Link to={`/work/${card.work.id}/measure`} className="card">
        {card.profile ? <ProfileDrawing profile={card.profile} span={span} /> : <span className="no-profile" aria-hidden="true" />}
        <strong>{name || say("bench.unnamed")}</strong>
        {card.summary && (
          <span className="summary">
            <TapeText text={card.summary} />
          </span>
        )}
        <span className="next">{card.next}</span>
      </Link>
    </li>
  );
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
