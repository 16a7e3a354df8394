/** Says what is not kept, why, and what to do; nothing typed is lost meanwhile. */
import Button from "@mui/material/Button";
import { useState } from "react";
import { api } from "../api/client";
import type { WorkState } from "../shared/useWork";
import { useWords } from "../words/words";
import { ConflictPanel } from "./ConflictPanel";

export function SaveBanner({ state }: { state: WorkState }) {
  const say = useWords();
  if (state.saving === "stale") return <ConflictPanel key={state.desk.theirs?.revision} state={state} />;
  if (state.saving === "gone") return <DeletedBanner state={state} />;
  if (state.desk.overtaken)
    return (
      <div className="banner look" role="alert">
        <p>{say("app.overtaken")}</p>
        <Button variant="outlined" onClick={state.keeper.seen}>
          {say("app.close")}
        </Button>
      </div>
    );
  if (state.saving !== "unsaved" && state.saving !== "held") return null;
  return (
    <div className="banner look" role="alert">
      <p>{state.desk.reason || say("app.offline")}</p>
      <Button variant="outlined" onClick={state.keeper.retry}>
        {say("app.retry")}
      </Button>
    </div>
  );
}

/** A work that was deleted, by itself or with its job. */
function DeletedBanner({ state }: { state: WorkState }) {
  const say = useWords();
  const [failed, setFailed] = useState("");
  const putBack = async () => {
    try {
      await api.put("works", state.work.id, false);
      const { work } = await api.work(state.work.id);
      // Its job may have been deleted too.
      if (work.deleted) await api.put("jobs", work.job_id, false);
      state.keeper.putBack((await api.work(state.work.id)).work);
    } catch (error) {
      setFailed(error instanceof Error ? error.message : "");
    }
  };
  return (
    <div className="banner look" role="alert">
      <p>
        {say(state.desk.waiting.length > 0 ? "app.deleted_waiting" : "app.deleted")} {failed}
      </p>
      <Button variant="contained" onClick={() => void putBack()}>
        {say("manage.undo")}
      </Button>
    </div>
  );
}
