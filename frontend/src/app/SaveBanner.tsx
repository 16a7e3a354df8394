/** Says what is not kept and what to do; nothing typed is lost meanwhile. */
import Button from "@mui/material/Button";
import type { WorkState } from "../shared/useWork";
import { useWords } from "../words/words";

export function SaveBanner({ state }: { state: WorkState }) {
  const say = useWords();
  if (state.saving === "stale")
    return (
      <div className="banner stop" role="alert">
        <p>{say("app.stale")}</p>
        <Button variant="outlined" onClick={() => state.keeper.resolve(() => false)}>
          {say("app.stale_theirs")}
        </Button>
        <Button variant="contained" onClick={() => state.keeper.resolve(() => true)}>
          {say("app.stale_mine")}
        </Button>
      </div>
    );
  if (state.saving === "unsaved")
    return (
      <div className="banner look" role="alert">
        <p>{say("app.offline")}</p>
        <Button variant="outlined" onClick={state.keeper.retry}>
          {say("app.retry")}
        </Button>
      </div>
    );
  return null;
}
