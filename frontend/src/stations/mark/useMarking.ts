/** Ticks and places of a work, shared by every device through the store; what could not be sent yet waits here. */
import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useMemo, useState } from "react";
import { api, Unreachable } from "../../api/client";
import type { Marking, PieceMarking, Tick } from "../../api/types";
import { usePreferences } from "../../app/preferences";

interface Waiting {
  piece: string;
  stop: string;
  done: boolean;
}

const AGAIN = 2000;
const LOOK = 15_000;
const key = (work: string): string => `ticks:${work}`;

function readWaiting(work: string): readonly Waiting[] {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(key(work)) ?? "[]");
    return Array.isArray(kept) ? (kept as Waiting[]).filter((one) => typeof one.piece === "string" && typeof one.stop === "string") : [];
  } catch {
    return [];
  }
}

export interface MarkingState {
  /** Whether the store has answered. */
  readonly known: boolean;
  readonly places: Readonly<Record<string, string>>;
  readonly of: (piece: string) => PieceMarking;
  readonly disturbed: readonly { piece: string; tick: Tick }[];
  readonly tick: (piece: string, stop: string, done: boolean) => void;
}

export function useMarking(work: string, revision: number): MarkingState {
  const { dialect, fine } = usePreferences();
  const queries = useQueryClient();
  const [waiting, setWaiting] = useState(() => readWaiting(work));
  const asked = useMemo(() => ["marking", work, revision, dialect, fine], [work, revision, dialect, fine]);
  const found = useQuery({
    queryKey: asked,
    queryFn: ({ signal }) => api.marking(work, { dialect, fine }, signal),
    placeholderData: keepPreviousData,
    refetchInterval: LOOK,
    refetchOnWindowFocus: true,
  });
  const keep = useCallback(
    (change: (before: readonly Waiting[]) => readonly Waiting[]) =>
      setWaiting((before) => {
        const next = change(before);
        localStorage.setItem(key(work), JSON.stringify(next));
        return next;
      }),
    [work],
  );
  const [first] = waiting;
  useEffect(() => {
    if (!first) return;
    const stopped = new AbortController();
    let again = 0;
    const send = () => {
      api.tick(work, first, { dialect, fine }, stopped.signal).then(
        (now) => {
          queries.setQueryData(asked, now);
          keep((before) => before.filter((one) => one !== first));
        },
        (error: unknown) => {
          if (stopped.signal.aborted) return;
          if (error instanceof Unreachable) again = window.setTimeout(send, AGAIN);
          // A stop that is no longer there cannot be ticked.
          else keep((before) => before.filter((one) => one !== first));
        },
      );
    };
    send();
    return () => {
      stopped.abort();
      window.clearTimeout(again);
    };
  }, [first, work, dialect, fine, queries, asked, keep]);
  const data = found.data;
  return useMemo(
    () => ({
      known: data !== undefined,
      places: Object.fromEntries((data?.pieces ?? []).filter((one) => one.place !== "").map((one) => [one.piece, one.place])),
      of: (piece) => over(data, waiting, piece),
      disturbed: (data?.pieces ?? []).flatMap((one) =>
        one.ticks.filter((tick) => tick.state !== "good").map((tick) => ({ piece: one.piece, tick })),
      ),
      tick: (piece, stop, done) => keep((before) => [...before.filter((one) => one.piece !== piece || one.stop !== stop), { piece, stop, done }]),
    }),
    [data, waiting, keep],
  );
}

/** What the store says of a piece, with what waits laid over it. */
function over(data: Marking | undefined, waiting: readonly Waiting[], piece: string): PieceMarking {
  const kept = data?.pieces.find((one) => one.piece === piece) ?? { piece, place: "", ticks: [], skipped: [], early: [] };
  const own = waiting.filter((one) => one.piece === piece);
  if (own.length === 0) return kept;
  const ticks = kept.ticks.filter((tick) => !own.some((one) => one.stop === tick.stop));
  const added = own.filter((one) => one.done).map((one) => ({ stop: one.stop, state: "good", said: "", before: [] }));
  return { ...kept, ticks: [...ticks, ...added], skipped: kept.skipped.filter((stop) => !added.some((one) => one.stop === stop)) };
}
