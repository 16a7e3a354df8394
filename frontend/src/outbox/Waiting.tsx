/** What is on its way and cannot be kept, with why and what to do; and a browser that keeps nothing. */
import Alert from "@mui/material/Alert";
import Button from "@mui/material/Button";
import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useSyncExternalStore } from "react";
import { useWords } from "../words/words";
import { outbox, type Entry } from "./outbox";
import { reach } from "./reach";
import { storage } from "./storage";
import "./notes.css";

export function Waiting() {
  const say = useWords();
  const queries = useQueryClient();
  const { entries, refused } = useSyncExternalStore(outbox.subscribe, outbox.get);
  const failing = useSyncExternalStore(storage.subscribe, storage.failing);
  useEffect(() => outbox.onKept(() => void queries.invalidateQueries()), [queries]);
  useEffect(() => {
    // Leaving would lose what nothing keeps.
    const ask = (event: BeforeUnloadEvent) => {
      if (storage.failing()) event.preventDefault();
    };
    window.addEventListener("beforeunload", ask);
    return () => window.removeEventListener("beforeunload", ask);
  }, []);
  const out = useSyncExternalStore(reach.subscribe, reach.out);
  const held = entries.filter(({ state }) => state === "stands" || state === "gone");
  const again = entries.filter((one) => one.state === "again" || (one.state === "sending" && one.reason !== ""));
  if (!failing && !out && held.length === 0 && again.length === 0 && refused.length === 0) return null;
  return (
    <div className="outbox-notes">
      {failing && <Alert severity="warning" icon={false}>{say("outbox.storage")}</Alert>}
      {out && <Alert severity="info" icon={false}>{say("outbox.out")}</Alert>}
      {again.length > 0 && (
        <Alert severity="warning" icon={false} action={<Button color="inherit" onClick={outbox.retry}>{say("app.retry")}</Button>}>
          {say("outbox.again", { n: again.length })} {reasonOf(again) || say("outbox.away")}
        </Alert>
      )}
      {held.map((one) => (
        <Alert
          key={one.id} severity="error" icon={false}
          action={
            <>
              <Button color="inherit" onClick={outbox.retry}>{say("app.retry")}</Button>
              <Button color="inherit" onClick={() => outbox.drop(one.id)}>{say("outbox.drop")}</Button>
            </>
          }
        >
          {say("outbox.held")} {one.reason}
        </Alert>
      ))}
      {refused.length > 0 && (
        <Alert severity="error" icon={false} action={<Button color="inherit" onClick={outbox.seen}>{say("app.close")}</Button>}>
          {say("outbox.refused")} {refused.at(-1)}
        </Alert>
      )}
    </div>
  );
}

const reasonOf = (entries: readonly Entry[]): string => entries.find((one) => one.reason !== "")?.reason ?? "";
