/** Says what is not kept and what to do; nothing typed is lost meanwhile. */
import Button from "@mui/material/Button";
import type { WorkState } from "../shared/useWork";
import { useWords } from "../words/words";
import { ConflictPanel } from "./ConflictPanel";

export function SaveBanner({ state }: { state: WorkState }) {
  const say = useWords();
  if (state.saving === "stale") return <ConflictPanel key={state.desk.theirs?.revision} state={state} />;
  if (state.desk.overtaken)
    return (
      <div className="banner look" role="alert">
        <p>{say("app.overtaken")}</p>
        <Button variant="outlined" onClick={state.keeper.seen}>
          {say("app.close")}
        </Button>
      </div>
    );
  if (state.saving !== "unsaved") return null;
  return (
    <div className="banner look" role="alert">
      <p>{say("app.offline")}</p>
      <Button variant="outlined" onClick={state.keeper.retry}>
        {say("app.retry")}
      </Button>
    </div>
  );
}
