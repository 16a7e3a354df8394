/** A job's order of work, and what is said of it; each change asks for the plan anew. */
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, Refused } from "../../api/client";
import { usePreferences } from "../../app/preferences";
import { useWords } from "../../words/words";
import { today } from "./times";

export function useSchedule(jobId: string) {
  const say = useWords();
  const { dialect, fine } = usePreferences();
  const [failed, setFailed] = useState("");
  const [day] = useState(today);
  const found = useQuery({
    queryKey: ["order", jobId, day, dialect, fine],
    queryFn: ({ signal }) => api.schedule(jobId, day, { dialect, fine }, signal),
    placeholderData: keepPreviousData,
  });
  /** Whether the change was taken. */
  const act = async (change: Promise<unknown>): Promise<boolean> => {
    setFailed("");
    try {
      await change;
      await found.refetch();
      return true;
    } catch (error) {
      setFailed(error instanceof Refused ? error.message : say("app.failed"));
      return false;
    }
  };
  return { found, act, failed, day };
}

export type Act = ReturnType<typeof useSchedule>["act"];
