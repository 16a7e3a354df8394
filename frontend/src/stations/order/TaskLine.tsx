/** A task of the plan: when and what in one line; why, what to look out for and what can be said of it once it is open. */
import Accordion from "@mui/material/Accordion";
import AccordionDetails from "@mui/material/AccordionDetails";
import AccordionSummary from "@mui/material/AccordionSummary";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useState, type ReactNode } from "react";
import { Link } from "react-router";
import { api } from "../../api/client";
import type { ScheduledTask } from "../../api/types";
import { TapeText } from "../../shared/TapeText";
import { useWords } from "../../words/words";
import { clock, dayName, dayOf } from "./times";
import type { Act } from "./useSchedule";

interface Props {
  jobId: string;
  task: ScheduledTask;
  /** What stands before the title: hours, or a bar. */
  when: ReactNode;
  /** Whether the work's name is told: of a job with several. */
  named: boolean;
  people?: boolean;
  /** Which of the days it is done on. */
  part?: number;
  opened: Opened;
  act: Act;
}

/** The one line that is open, kept above the lines: what is held moves to another day and stays open. */
export interface Opened {
  readonly id: string;
  readonly open: (id: string) => void;
}

export function TaskLine({ jobId, task, when, named, people = true, part = 0, opened, act }: Props) {
  const say = useWords();
  const id = `${task.id}#${String(part)}`;
  const open = opened.id === id;
  const told = [named ? task.work : "", people ? task.people.join(", ") : "", task.state === "passing" ? say("schedule.passing") : "", task.chain ? say("schedule.chain") : "", task.progress];
  return (
    <Accordion disableGutters square elevation={0} expanded={open} onChange={(_, next) => opened.open(next ? id : "")} className={`task-line ${task.state}${task.chain ? " chain" : ""}`}>
      <AccordionSummary slotProps={{ content: { className: "task-head" } }}>
        <span className="task-when">{when}</span>
        <span className="task-what">
          <b>{task.title}</b>
          <span className="quiet">{told.filter((one) => one !== "").join(" · ")}</span>
        </span>
      </AccordionSummary>
      {open && (
        <AccordionDetails>
          <TaskDetails jobId={jobId} task={task} act={act} />
        </AccordionDetails>
      )}
    </Accordion>
  );
}

function TaskDetails({ jobId, task, act }: Pick<Props, "jobId" | "task" | "act">) {
  const say = useWords();
  const [was, wasEnd] = task.was;
  return (
    <div className="task-details">
      {task.amount !== "" && <p><TapeText text={task.amount} /></p>}
      {task.why !== "" && <p>{task.why}</p>}
      {was !== undefined && wasEnd !== undefined && <p>{say("schedule.moved", { was: `${dayName(was, "short")}, ${clock(was)}–${dayOf(was) === dayOf(wasEnd) ? "" : `${dayName(wasEnd, "short")}, `}${clock(wasEnd)}` })}</p>}
      {task.notes.map((one) => <p key={one}><TapeText text={one} /></p>)}
      {task.cautions.map((one) => <p key={one} className="task-caution">{one}</p>)}
      <div className="task-acts">
        {task.station !== "" && task.work_id !== "" && (
          <Button component={Link} to={`/work/${task.work_id}/${task.station}`} variant="outlined" size="small">{say("schedule.to_station")}</Button>
        )}
        {task.by_hand && <DoneByHand jobId={jobId} task={task} act={act} />}
      </div>
      {task.by_hand && task.state !== "done" && <Hold jobId={jobId} task={task} act={act} />}
    </div>
  );
}

export function DoneByHand({ jobId, task, act }: Pick<Props, "jobId" | "task" | "act">) {
  const say = useWords();
  const [took, setTook] = useState("");
  if (task.state === "done") {
    return <Button variant="outlined" size="small" onClick={() => void act(api.taskDone(jobId, task.id, { done: false, minutes: null }))}>{say("schedule.not_done")}</Button>;
  }
  const minutes = took.trim() === "" ? null : Number(took);
  const wrong = minutes !== null && !(minutes > 0 && minutes <= 60000);
  return (
    <>
      <Button variant="contained" size="small" disabled={wrong} onClick={() => void act(api.taskDone(jobId, task.id, { done: true, minutes }))}>{say("schedule.done")}</Button>
      <TextField
        size="small" label={say("schedule.took")} value={took} onChange={(event) => setTook(event.target.value)} error={wrong}
        slotProps={{ htmlInput: { inputMode: "numeric", maxLength: 6 }, inputLabel: { shrink: true } }} className="task-took"
      />
    </>
  );
}

function Hold({ jobId, task, act }: Pick<Props, "jobId" | "task" | "act">) {
  const say = useWords();
  const [until, setUntil] = useState(task.held_until);
  const [why, setWhy] = useState(task.held_why);
  return (
    <form
      className="task-acts"
      onSubmit={(event) => {
        event.preventDefault();
        void act(api.taskHeld(jobId, task.id, { until: until === "" ? null : until, why }));
      }}
    >
      <TextField type="date" size="small" label={say("schedule.hold")} value={until} onChange={(event) => setUntil(event.target.value)} slotProps={{ inputLabel: { shrink: true }, htmlInput: { min: "1970-01-01", max: "2199-12-31" } }} />
      <TextField size="small" label={say("schedule.hold_why")} value={why} onChange={(event) => setWhy(event.target.value)} slotProps={{ htmlInput: { maxLength: 200 } }} />
      <Button type="submit" variant="outlined" size="small" disabled={until === "" && task.held_until === ""}>{say(until === "" && task.held_until !== "" ? "schedule.let_go" : "schedule.hold_it")}</Button>
    </form>
  );
}
