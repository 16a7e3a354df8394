/** The whole order: every task as a bar over the working days, those that set the end with a heavy edge. */
import type { Schedule } from "../../api/types";
import { useWords } from "../../words/words";
import { TaskLine, type Opened } from "./TaskLine";
import { dayName } from "./times";
import type { Act } from "./useSchedule";

/** More names than these do not stand beside each other; one that begins past this share runs out at the side. */
const MOST_NAMES = 6;
const LAST_NAME = 0.78;

export function WholeOrder({ jobId, plan, named, opened, act }: { jobId: string; plan: Schedule; named: boolean; opened: Opened; act: Act }) {
  const say = useWords();
  const days = [...new Set(plan.stretches.map(({ day }) => day))].sort();
  const begins = minutesOf(plan.crew.begins);
  const at = (day: string, time: string) => (days.indexOf(day) + (minutesOf(time.slice(11)) - begins) / (60 * plan.crew.hours)) / Math.max(1, days.length);
  const left = plan.tasks.filter(({ state }) => state !== "done");
  const done = plan.tasks.filter(({ state }) => state === "done");
  const named_days = days.filter((_, n) => n % Math.ceil(days.length / MOST_NAMES) === 0 && n <= LAST_NAME * days.length);
  return (
    <section aria-label={say("schedule.bars")} className="order-whole">
      <div className="order-scale" aria-hidden="true">
        <span className="order-bars">
          {named_days.map((day) => <span key={day} style={{ left: `${String((100 * days.indexOf(day)) / days.length)}%` }}>{dayName(day, "short")}</span>)}
        </span>
      </div>
      {left.map((task) => (
        <TaskLine
          key={task.id} jobId={jobId} task={task} named={named} opened={opened} act={act}
          when={
            <span className="order-bars" aria-hidden="true">
              {plan.stretches
                .filter((one, n, all) => one.task === task.id && all.findIndex((other) => other.task === one.task && other.day === one.day) === n)
                .map((one) => {
                  const from = at(one.day, one.starts);
                  return <span key={one.day} className="order-bar" style={{ left: `${String(100 * from)}%`, width: `${String(100 * (at(one.day, one.ends) - from))}%` }} />;
                })}
            </span>
          }
        />
      ))}
      {done.length > 0 && <h2>{say("schedule.done_tasks")}</h2>}
      {done.map((task) => <TaskLine key={task.id} jobId={jobId} task={task} named={named} opened={opened} act={act} when="✓" />)}
    </section>
  );
}

const minutesOf = (time: string): number => {
  const [hours = "0", minutes = "0"] = time.split(":");
  return Number(hours) * 60 + Number(minutes);
};
