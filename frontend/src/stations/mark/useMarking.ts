/** Ticks and places of a work, shared by every device through the store; what could not be sent yet waits here. */
import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useMemo, useSyncExternalStore } from "react";
import { api } from "../../api/client";
import type { Marking, PieceMarking, Tick } from "../../api/types";
import { usePreferences } from "../../app/preferences";
import { outbox, type Entry } from "../../outbox/outbox";

interface Waiting {
  piece: string;
  stop: string;
  done: boolean;
}

const LOOK = 15_000;

/** The ticks of a work that are on their way: the last one made of each stop. */
function waitingIn(entries: readonly Entry[], work: string): readonly Waiting[] {
  const made = entries.filter(({ path }) => path.startsWith(`/works/${work}/marking/tick`)).map(({ body }) => body as Waiting);
  return [...new Map(made.map((one) => [`${one.piece}/${one.stop}`, one])).values()];
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
  const { entries } = useSyncExternalStore(outbox.subscribe, outbox.get);
  const waiting = useMemo(() => waitingIn(entries, work), [entries, work]);
  const asked = useMemo(() => ["marking", work, revision, dialect, fine], [work, revision, dialect, fine]);
  const found = useQuery({
    queryKey: asked,
    queryFn: ({ signal }) => api.marking(work, { dialect, fine }, signal),
    placeholderData: keepPreviousData,
    refetchInterval: LOOK,
    refetchOnWindowFocus: true,
  });
  const { refetch } = found;
  const tick = useCallback(
    (piece: string, stop: string, done: boolean) => {
      // What was asked for before knows nothing of it: it would be shown undone again.
      const put = async (now: (before: Marking | undefined) => Marking | undefined) => {
        await queries.cancelQueries({ queryKey: asked });
        queries.setQueryData<Marking>(asked, now);
      };
      api.tick(work, { piece, stop, done }, { dialect, fine }).then(
        (now) => put(() => now),
        // A stop that is no longer there cannot be ticked: what is there is shown.
        () => void refetch(),
      );
      // At once, so that nothing old is seen between what waits and its answer.
      void put((before) => before && laidOver(before, [{ piece, stop, done }]));
    },
    [work, dialect, fine, queries, asked, refetch],
  );
  const data = found.data;
  useEffect(() => {
    // Also what an earlier page left: it is not shown undone between being kept and what is asked for after that.
    if (data && waiting.some((one) => !shows(data, one))) queries.setQueryData<Marking>(asked, laidOver(data, waiting));
  }, [data, waiting, queries, asked]);
  return useMemo(
    () => ({
      known: data !== undefined,
      places: Object.fromEntries((data?.pieces ?? []).filter((one) => one.place !== "").map((one) => [one.piece, one.place])),
      of: (piece) => over(data, waiting, piece),
      disturbed: (data?.pieces ?? []).flatMap((one) =>
        one.ticks.filter((tick) => tick.state !== "good").map((tick) => ({ piece: one.piece, tick })),
      ),
      tick,
    }),
    [data, waiting, tick],
  );
}

const shows = (data: Marking, { piece, stop, done }: Waiting): boolean =>
  (data.pieces.find((one) => one.piece === piece)?.ticks.some((tick) => tick.stop === stop && tick.state === "good") ?? false) === done;

/** What the store says of every piece, with what waits laid over it. */
function laidOver(data: Marking, waiting: readonly Waiting[]): Marking {
  const changed = [...new Set(waiting.map(({ piece }) => piece))];
  return { ...data, pieces: [...data.pieces.filter(({ piece }) => !changed.includes(piece)), ...changed.map((piece) => over(data, waiting, piece))] };
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
