/** How long kinds of tasks take the shop, and where crews differ: typed, learnt from what was logged, or usual. */
import Table from "@mui/material/Table";
import TableBody from "@mui/material/TableBody";
import TableCell from "@mui/material/TableCell";
import TableRow from "@mui/material/TableRow";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import { Link } from "react-router";
import { api } from "../../api/client";
import type { Schedule } from "../../api/types";
import { useWords } from "../../words/words";
import type { Act } from "./useSchedule";

type Time = Schedule["times"][number];

export function Schools({ jobId, plan }: { jobId: string; plan: Schedule }) {
  const say = useWords();
  if (plan.schools.length === 0) return null;
  return (
    <section aria-labelledby="order-schools" className="order-schools">
      <h2 id="order-schools">{say("schedule.schools")}</h2>
      {plan.schools.map((one) => (
        <p key={one.key}>
          {one.title}: <b>{one.answer}</b> <span className="quiet">({one.said}). {one.say}</span>
        </p>
      ))}
      <Link to={`/job/${jobId}/settings`} className="bar-word plain">{say("schedule.schools_change")}</Link>
    </section>
  );
}

export function Times({ jobId, plan, act }: { jobId: string; plan: Schedule; act: Act }) {
  const say = useWords();
  return (
    <section aria-labelledby="order-times" className="order-times">
      <h2 id="order-times">{say("schedule.times")}</h2>
      <p className="quiet">{say("schedule.times_say")}</p>
      <Table size="small">
        <TableBody>
          {plan.times.map((one) => <TimeRow key={`${one.kind} ${String(one.factor)}`} jobId={jobId} time={one} act={act} />)}
        </TableBody>
      </Table>
    </section>
  );
}

function TimeRow({ jobId, time, act }: { jobId: string; time: Time; act: Act }) {
  const say = useWords();
  const [typed, setTyped] = useState(time.origin === "typed" ? String(time.factor) : "");
  const factor = Number(typed.replace(",", "."));
  const wrong = typed.trim() !== "" && !(factor >= 0.1 && factor <= 10);
  const keep = () => {
    const said = typed.trim() === "" ? null : factor;
    if (!wrong && said !== (time.origin === "typed" ? time.factor : null)) void act(api.scheduleTime(jobId, time.kind, said));
  };
  const from = { typed: say("schedule.time_typed"), learnt: say("schedule.time_learnt", { n: time.learnt_from }), usual: say("schedule.time_usual") }[time.origin];
  return (
    <TableRow>
      <TableCell component="th" scope="row">{time.title}</TableCell>
      <TableCell>
        <TextField
          size="small" value={typed} placeholder={String(time.factor)} error={wrong} onChange={(event) => setTyped(event.target.value)} onBlur={keep}
          onKeyDown={(event) => event.key === "Enter" && keep()} slotProps={{ htmlInput: { "aria-label": `${time.title}: ${say("schedule.factor")}`, inputMode: "decimal", maxLength: 6 } }}
        />
      </TableCell>
      <TableCell className="quiet">{from}</TableCell>
    </TableRow>
  );
}
