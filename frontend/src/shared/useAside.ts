/** What is asked of the server about a work beside its work-out: the last answer stays while the next is on its way. */
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useMemo } from "react";
import type { Words } from "../api/client";
import { usePreferences } from "../app/preferences";
import { jobFile, useShown, type WorkState } from "./useWork";

export function useAside<T>(state: WorkState, name: string, ask: (job: unknown, words: Words, signal?: AbortSignal) => Promise<T>) {
  const { dialect, fine } = usePreferences();
  const shown = useShown(state);
  const file = useMemo(() => jobFile(state.job, state.settled.document, shown), [state.job, state.settled, shown]);
  return useQuery({
    queryKey: [name, file, dialect, fine],
    queryFn: ({ signal }) => ask(file, { dialect, fine }, signal),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    gcTime: 30_000,
  });
}
