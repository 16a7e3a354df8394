/** Says what is not kept, why, and what to do; nothing typed is lost meanwhile. */
import Button from "@mui/material/Button";
import { useState } from "react";
import { api } from "../api/client";
import { useWords } from "../words/words";
import { ConflictPanel } from "./ConflictPanel";
import { useWork } from "../shared/work/WorkContext";

export function SaveBanner() {
  const saving = useWork((state) => state.saving);
  const desk = useWork((state) => state.desk);
  const keeper = useWork((state) => state.keeper);
  const say = useWords();
  if (saving === "stale") return <ConflictPanel key={desk.theirs?.revision} />;
  if (saving === "gone") return <DeletedBanner />;
  if (desk.overtaken)
    return (
      <div className="banner look" role="alert">
        <p>{say("app.overtaken")}</p>
        <Button variant="outlined" onClick={keeper.seen}>
          {say("app.close")}
        </Button>
      </div>
    );
  if (saving !== "unsaved" && saving !== "held") return null;
  return (
    <div className="banner look" role="alert">
      <p>{desk.reason || say("app.offline")}</p>
      <Button variant="outlined" onClick={keeper.retry}>
        {say("app.retry")}
      </Button>
    </div>
  );
}

/** A work that was deleted, by itself or with its job. */
function DeletedBanner() {
  const currentWork = useWork((state) => state.work);
  const keeper = useWork((state) => state.keeper);
  const desk = useWork((state) => state.desk);
  const say = useWords();
  const [failed, setFailed] = useState("");
  const putBack = async () => {
    try {
      await api.put("works", currentWork.id, false);
      const { work } = await api.work(currentWork.id);
      // Its job may have been deleted too.
      if (work.deleted) await api.put("jobs", work.job_id, false);
      keeper.putBack((await api.work(currentWork.id)).work);
    } catch (error) {
      setFailed(error instanceof Error ? error.message : "");
    }
  };
  return (
    <div className="banner look" role="alert">
      <p>
        {say(desk.waiting.length > 0 ? "app.deleted_waiting" : "app.deleted")} {failed}
      </p>
      <Button variant="contained" onClick={() => void putBack()}>
        {say("manage.undo")}
      </Button>
    </div>
  );
}
