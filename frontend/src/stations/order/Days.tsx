/** The plan day by day: for everybody, or one person's hours. */
import type { Schedule, ScheduledTask } from "../../api/types";
import { useWords } from "../../words/words";
import { TaskLine, type Opened } from "./TaskLine";
import { clock, dayName } from "./times";
import type { Act } from "./useSchedule";

interface Line {
  task: ScheduledTask;
  starts: string;
  ends: string;
  part: number;
}

interface Props {
  jobId: string;
  plan: Schedule;
  /** Whose, by place in the crew; everybody's where it is null. */
  person: number | null;
  named: boolean;
  opened: Opened;
  act: Act;
}

export function Days({ jobId, plan, person, named, opened, act }: Props) {
  const say = useWords();
  const tasks = new Map(plan.tasks.map((one) => [one.id, one]));
  const parts = new Map<string, number>();
  const days = new Map<string, Map<string, Line>>();
  for (const one of plan.stretches) {
    const task = tasks.get(one.task);
    // What passes by itself is everybody's, on the day it begins.
    const hers = person === null || one.person === person;
    if (!task || !hers || (one.person === null && !task.starts.startsWith(one.day))) continue;
    const lines = days.get(one.day) ?? new Map<string, Line>();
    if (!lines.has(one.task)) {
      const part = parts.get(one.task) ?? 0;
      parts.set(one.task, part + 1);
      lines.set(one.task, { task, starts: one.starts, ends: one.person === null ? "" : one.ends, part });
    }
    days.set(one.day, lines);
  }
  if (days.size === 0) return <p className="quiet">{say("schedule.nothing")}</p>;
  return [...days].sort(([one], [other]) => one.localeCompare(other)).map(([day, lines]) => (
    <section key={day} className="order-day" aria-labelledby={`day-${day}`}>
      <h2 id={`day-${day}`}>{dayName(day)}</h2>
      {[...lines.values()].sort((one, other) => one.starts.localeCompare(other.starts)).map(({ task, starts, ends, part }) => (
        <TaskLine
          key={task.id} jobId={jobId} task={task} named={named} people={person === null} part={part} opened={opened} act={act}
          when={ends === "" ? clock(starts) : `${clock(starts)}–${clock(ends)}`}
        />
      ))}
    </section>
  ));
}
