import type { Job } from "../../api/types";
import { useShop } from "../../app/preferences";
import { useWords } from "../../words/words";

/** Which limit set a job is held against. */
export function LimitChoice({ job, onChoose }: { job: Job; onChoose: (limits: string | null) => void }) {
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
