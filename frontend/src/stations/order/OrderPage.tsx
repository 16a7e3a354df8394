/** A job's order of work: what to start with, day by day, the whole of it, and who does it in which time. */
import Button from "@mui/material/Button";
import Card from "@mui/material/Card";
import CardContent from "@mui/material/CardContent";
import Tab from "@mui/material/Tab";
import Tabs from "@mui/material/Tabs";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import { useParams, useSearchParams } from "react-router";
import { api, Refused } from "../../api/client";
import type { Schedule, ScheduledTask } from "../../api/types";
import { PageTop } from "../../app/Bar";
import { NotFound } from "../../app/NotFound";
import { usePreferences } from "../../app/preferences";
import { Waiting } from "../../outbox/Waiting";
import { useWords, type Say } from "../../words/words";
import { CrewForm } from "./CrewForm";
import { Days } from "./Days";
import { DoneByHand } from "./TaskLine";
import { Schools, Times } from "./Times";
import { clock, dayName, dayOf } from "./times";
import { useSchedule, type Act } from "./useSchedule";
import { WholeOrder } from "./WholeOrder";
import "./order.css";

const VIEWS = ["days", "whole", "crew"] as const;

export function OrderPage() {
  const { jobId = "" } = useParams();
  const [query, setQuery] = useSearchParams();
  const say = useWords();
  const { found, act, failed, day } = useSchedule(jobId);
  const [open, setOpen] = useState("");
  if (found.error instanceof Refused && found.error.problem.status === 404) return <NotFound />;
  const plan = found.data;
  const opened = { id: open, open: setOpen };
  const view = VIEWS.find((one) => one === query.get("view")) ?? "days";
  const choose = (name: string, value: string) => {
    const next = new URLSearchParams(query);
    if (value === "") next.delete(name);
    else next.set(name, value);
    setQuery(next, { replace: true });
  };
  const whose = query.get("who") ?? "";
  const person = plan && whose !== "" && Number(whose) < plan.crew.people.length ? Number(whose) : null;
  const named = plan !== undefined && new Set(plan.tasks.map(({ work_id }) => work_id)).size > 1;
  return (
    <div className="frame benched">
      <PageTop title={say("schedule.title")} />
      <main className="stage order-page" aria-busy={found.isPending}>
        <Waiting />
        {(failed !== "" || found.isError) && <p className="said error" role="alert">{failed || say("app.failed")}</p>}
        {plan && (
          <>
            <Head jobId={jobId} plan={plan} day={day} act={act} />
            {plan.told.map((one) => <p key={one} className="said">{one}</p>)}
            {plan.tasks.length === 0 ? <p>{say("schedule.no_works")}</p> : (
              <>
                <First jobId={jobId} plan={plan} named={named} act={act} />
                <div className="order-views">
                  <Tabs value={view} onChange={(_, next: string) => choose("view", next === "days" ? "" : next)}>
                    {VIEWS.map((one) => <Tab key={one} value={one} label={say(`schedule.${one}`)} id={`order-tab-${one}`} aria-controls="order-view" />)}
                  </Tabs>
                  {view === "days" && (
                    <TextField select size="small" label={say("schedule.whose")} value={person === null ? "" : whose} onChange={(event) => choose("who", event.target.value)} slotProps={{ select: { native: true }, inputLabel: { shrink: true } }}>
                      <option value="">{say("schedule.everybody")}</option>
                      {callings(plan, say).map((name, n) => <option key={name} value={n}>{name}</option>)}
                    </TextField>
                  )}
                </div>
                <div role="tabpanel" id="order-view" aria-labelledby={`order-tab-${view}`}>
                  {view === "days" && <Days jobId={jobId} plan={plan} person={person} named={named} opened={opened} act={act} />}
                  {view === "whole" && <WholeOrder jobId={jobId} plan={plan} named={named} opened={opened} act={act} />}
                  {view === "crew" && (
                    <div className="order-settings">
                      <CrewForm jobId={jobId} crew={plan.crew} act={act} />
                      <Schools jobId={jobId} plan={plan} />
                      <Times jobId={jobId} plan={plan} act={act} />
                    </div>
                  )}
                </div>
              </>
            )}
          </>
        )}
      </main>
    </div>
  );
}

/** The crew by role, told apart by their place where several have one role. */
const callings = (plan: Schedule, say: Say): string[] =>
  plan.crew.people.map(({ role }, n) => (plan.crew.people.filter((one) => one.role === role).length > 1 ? say("schedule.of_crew", { role, n: n + 1 }) : role));

function Head({ jobId, plan, day, act }: { jobId: string; plan: Schedule; day: string; act: Act }) {
  const say = useWords();
  const { dialect, fine } = usePreferences();
  const left = plan.tasks.some(({ state }) => state !== "done");
  const at = (time: string) => `${dayName(time, "short")}, ${clock(time)}`;
  const moved = plan.tasks.some(({ was }) => was.length > 0);
  const file = (person: string) => `/api/jobs/${jobId}/order.ics?today=${day}&dialect=${dialect}&fine=${String(fine)}${person}`;
  return (
    <section className="order-head" aria-label={say("schedule.title")}>
      <div>
        <p className="quiet">{plan.job}</p>
        <p className="order-end">{left ? say("schedule.until", { day: dayName(plan.ends), time: clock(plan.ends) }) : say("schedule.all_done")}</p>
        {plan.agreed_at !== "" && (
          <p>{moved ? say("schedule.agreed", { day: dayName(plan.agreed_at, "short"), was: at(plan.agreed_ends), now: at(plan.ends) }) : say("schedule.agreed_same", { day: dayName(plan.agreed_at, "short") })}</p>
        )}
        <p className="quiet">{say("schedule.hours")}</p>
      </div>
      <div className="order-row">
        <TextField
          type="date" size="small" label={say("schedule.from")} value={dayOf(plan.starts)} slotProps={{ inputLabel: { shrink: true }, htmlInput: { min: day, max: "2199-12-31" } }}
          onChange={(event) => event.target.value !== "" && event.target.validity.valid && void act(api.scheduleFrom(jobId, event.target.value))}
        />
        {dayOf(plan.starts) !== day && <Button size="small" onClick={() => void act(api.scheduleFrom(jobId, null))}>{say("schedule.from_today")}</Button>}
        <Button variant="outlined" size="small" disabled={!left} onClick={() => void act(api.agree(jobId, day))}>{say("schedule.agree")}</Button>
      </div>
      <p className="order-files">
        {say("schedule.calendar")}: <a href={file("")} download className="bar-word plain">{say("schedule.everybody")}</a>
        {callings(plan, say).map((name, n) => <a key={name} href={file(`&person=${String(n)}`)} download className="bar-word plain">{name}</a>)}
      </p>
    </section>
  );
}

/** Six in the morning: what each of the crew starts with; who does it together stands together. */
function First({ jobId, plan, named, act }: { jobId: string; plan: Schedule; named: boolean; act: Act }) {
  const say = useWords();
  const names = callings(plan, say);
  const together = new Map<string, string[]>();
  plan.crew.people.forEach(({ first }, n) => together.set(first, [...(together.get(first) ?? []), names[n] ?? ""]));
  return (
    <ul className="order-first" aria-label={say("schedule.start_with")}>
      {[...together].map(([first, who]) => {
        const task = plan.tasks.find(({ id }) => id === first);
        return (
          <Card key={first} component="li" variant="outlined">
            <CardContent>
              <h2>{who.join(", ")}</h2>
              {task ? <FirstTask jobId={jobId} task={task} named={named} act={act} /> : <p className="quiet">{say("schedule.nothing")}</p>}
            </CardContent>
          </Card>
        );
      })}
    </ul>
  );
}

function FirstTask({ jobId, task, named, act }: { jobId: string; task: ScheduledTask; named: boolean; act: Act }) {
  return (
    <>
      <p className="order-now"><b>{task.title}</b></p>
      <p className="quiet">
        {named && task.work !== "" && `${task.work} · `}{dayName(task.starts, "short")}, {clock(task.starts)}–{clock(task.ends)}
      </p>
      {task.cautions.map((one) => <p key={one} className="task-caution">{one}</p>)}
      <div className="task-acts">{task.by_hand && <DoneByHand jobId={jobId} task={task} act={act} />}</div>
    </>
  );
}
