/** What is asked of the server about a work beside its work-out: the last answer stays while the next is on its way. */
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useMemo } from "react";
import type { Words } from "../../api/client";
import type { JobFile } from "../../api/types";
import { usePreferences } from "../../app/preferences";
import { jobFile } from "./useOpenWork";
import { useWork } from "./WorkContext";

export function useAside<T>(name: string, ask: (file: JobFile, words: Words, signal?: AbortSignal) => Promise<T>) {
  const job = useWork((state) => state.job);
  const settled = useWork((state) => state.settled);
  const { dialect, fine } = usePreferences();
  const shown = useWork((state) => state.document);
  const file = useMemo(() => jobFile(job, settled.document, shown), [job, settled, shown]);
  return useQuery({
    queryKey: [name, file, dialect, fine],
    queryFn: ({ signal }) => ask(file, { dialect, fine }, signal),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    gcTime: 30_000,
  });
}
