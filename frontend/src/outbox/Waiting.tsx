/** What is on its way and cannot be kept, with why and what to do; and a browser that keeps nothing. */
import Button from "@mui/material/Button";
import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useSyncExternalStore, type ReactNode } from "react";
import { useWords } from "../words/words";
import { outbox, type Entry } from "./outbox";
import { reach } from "./reach";
import { storage } from "./storage";

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
    <>
      {failing && <Note>{say("outbox.storage")}</Note>}
      {(out || again.length > 0) && (
        <Note act={again.length > 0 && <Button variant="outlined" onClick={outbox.retry}>{say("app.retry")}</Button>}>
          {out && say("outbox.out")} {again.length > 0 && say("outbox.again", { n: again.length })}{" "}
          {again.length > 0 && (reasonOf(again) || (!out && say("outbox.away")))}
        </Note>
      )}
      {held.map((one) => (
        <Note
          key={one.id}
          act={
            <>
              <Button variant="outlined" onClick={outbox.retry}>{say("app.retry")}</Button>
              <Button onClick={() => outbox.drop(one.id)}>{say("outbox.drop")}</Button>
            </>
          }
        >
          {say("outbox.held")} {one.reason}
        </Note>
      ))}
      {refused.length > 0 && (
        <Note act={<Button variant="outlined" onClick={outbox.seen}>{say("app.close")}</Button>}>
          {say("outbox.refused")} {refused.at(-1)}
        </Note>
      )}
    </>
  );
}

/** Above what it is about, in the page's flow: it covers nothing that is worked with. */
function Note({ children, act }: { children: ReactNode; act?: ReactNode }) {
  return (
    <div className="banner look waiting-note" role="alert">
      <p>{children}</p>
      {act}
    </div>
  );
}

const reasonOf = (entries: readonly Entry[]): string => entries.find((one) => one.reason !== "")?.reason ?? "";
