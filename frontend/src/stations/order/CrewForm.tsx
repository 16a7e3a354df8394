/** Who works and when: for this job, or in the shop. What is typed stands here until it is kept. */
import Button from "@mui/material/Button";
import IconButton from "@mui/material/IconButton";
import TextField from "@mui/material/TextField";
import ToggleButton from "@mui/material/ToggleButton";
import ToggleButtonGroup from "@mui/material/ToggleButtonGroup";
import { useState } from "react";
import { api } from "../../api/client";
import type { Crew, Schemas } from "../../api/types";
import { useWords } from "../../words/words";
import { weekdayName } from "./times";
import type { Act } from "./useSchedule";

type Kept = NonNullable<Schemas["CrewBody"]["crew"]>;
/** As it is typed: the hours may be no number yet. */
type Said = Omit<Kept, "hours"> & { hours: string };
const MOST = 10;
const EXPERIENCE = ["learning", "practised", "quick"] as const;
const WEEK = [0, 1, 2, 3, 4, 5, 6];

export function CrewForm({ jobId, crew, act }: { jobId: string; crew: Crew; act: Act }) {
  const say = useWords();
  const [typed, setTyped] = useState<Said | null>(null);
  const now: Said = typed ?? { people: crew.people.map(({ role, experience }) => ({ role, experience: experience as (typeof EXPERIENCE)[number] })), hours: String(crew.hours), begins: crew.begins, weekdays: crew.weekdays };
  const change = (part: Partial<Said>) => setTyped({ ...now, ...part });
  const person = (place: number, part: Partial<Said["people"][number]>) => change({ people: now.people.map((one, n) => (n === place ? { ...one, ...part } : one)) });
  const hours = Number(now.hours.replace(",", "."));
  const wrong = !(hours >= 1 && hours <= 16) || now.people.some(({ role }) => role.trim() === "") || now.weekdays.length === 0;
  const keep = async (whose: "job" | "shop") => {
    if (await act(api.scheduleCrew(jobId, { crew: { ...now, hours }, whose }))) setTyped(null);
  };
  return (
    <section aria-labelledby="order-crew" className="order-crew">
      <h2 id="order-crew">{say("schedule.people")}</h2>
      {now.people.map((one, place) => (
        <div key={place} className="order-person">
          <TextField size="small" label={say("schedule.role")} value={one.role} error={one.role.trim() === ""} onChange={(event) => person(place, { role: event.target.value })} slotProps={{ htmlInput: { maxLength: 60 } }} />
          <TextField select size="small" label={say("schedule.experience")} value={one.experience} onChange={(event) => person(place, { experience: event.target.value as (typeof EXPERIENCE)[number] })} slotProps={{ select: { native: true }, inputLabel: { shrink: true } }}>
            {EXPERIENCE.map((id) => <option key={id} value={id}>{say(`schedule.${id}`)}</option>)}
          </TextField>
          <IconButton aria-label={say("schedule.remove_person", { role: one.role })} disabled={now.people.length === 1} onClick={() => change({ people: now.people.filter((_, n) => n !== place) })}>
            <svg viewBox="0 0 24 24" aria-hidden="true" className="step-icon"><path d="M6 6l12 12M18 6L6 18" /></svg>
          </IconButton>
        </div>
      ))}
      <div className="order-row">
        <Button variant="outlined" disabled={now.people.length >= MOST} onClick={() => change({ people: [...now.people, { role: "", experience: "practised" }] })}>{say("schedule.add_person")}</Button>
        <TextField size="small" label={say("schedule.day_hours")} value={now.hours} error={!(hours >= 1 && hours <= 16)} onChange={(event) => change({ hours: event.target.value })} slotProps={{ htmlInput: { inputMode: "decimal", maxLength: 5 } }} />
        <TextField type="time" size="small" label={say("schedule.begins")} value={now.begins} onChange={(event) => event.target.value !== "" && change({ begins: event.target.value })} slotProps={{ inputLabel: { shrink: true } }} />
      </div>
      <ToggleButtonGroup value={now.weekdays} aria-label={say("schedule.weekdays")} onChange={(_, days: number[]) => change({ weekdays: days })}>
        {WEEK.map((day) => <ToggleButton key={day} value={day}>{weekdayName(day)}</ToggleButton>)}
      </ToggleButtonGroup>
      {crew.own && <p className="quiet">{say("schedule.own")}</p>}
      <div className="order-row">
        <Button variant="contained" disabled={wrong || typed === null} onClick={() => void keep("job")}>{say("schedule.for_job")}</Button>
        <Button variant="outlined" disabled={wrong || typed === null} onClick={() => void keep("shop")}>{say("schedule.for_shop")}</Button>
        {crew.own && <Button onClick={() => void act(api.scheduleCrew(jobId, { crew: null, whose: "job" }))}>{say("schedule.as_shop")}</Button>}
      </div>
    </section>
  );
}
