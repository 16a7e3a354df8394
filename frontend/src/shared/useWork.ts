/** A work being worked on: the desk it lies on, and what it comes to, worked out while typing. */
import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useMemo, useState, useSyncExternalStore } from "react";
import { api, Refused, Unreachable } from "../api/client";
import { storage } from "../outbox/storage";
import { usePaused } from "./usePaused";
import type { Document, FieldError, Job, Screen, Settled, Work, WorkPage } from "../api/types";
import { usePreferences } from "../app/preferences";
import { applied, DeskKeeper, live, type Desk, type Saving } from "./desk";

export interface WorkState {
  readonly work: Work;
  readonly job: Job;
  /** The settings that hold here, and where each comes from. */
  readonly settled: Settled;
  /** The document with every committed change, kept or still waiting. */
  readonly document: Document;
  readonly typing: Desk["typing"];
  readonly desk: Desk;
  readonly screen: Screen | undefined;
  /** Whether the screen answers exactly what is kept and typed now. */
  readonly fresh: boolean;
  readonly errors: readonly FieldError[];
  readonly saving: Saving;
  readonly keeper: DeskKeeper;
  /** Lay another piece on the horses. */
  readonly piece: (id: string) => void;
}

export function jobFile(job: Job, settings: Document, document: Document): Document {
  const limits = job.limits_document ? { limits: job.limits_document } : {};
  return { format: "easy-notch-job", version: 1, name: job.name, units: job.units, ...limits, settings, works: [document] };
}

function errorsOf(error: unknown): readonly FieldError[] {
  if (!(error instanceof Refused)) return [];
  // What was stopped, or could not be done now, says so.
  if (error.problem.errors.length === 0) return [{ path: "", sentence: error.problem.detail, at: null }];
  return error.problem.errors.map((one) => ({ ...one, path: one.path.replace(/^works\[0\]\.?/, "") }));
}

/** The document with everything changed laid over it; what is still being typed reaches the preview alone. */
export function useShown(state: WorkState): Document {
  const { work, waiting } = state.desk;
  return useMemo(() => applied(work.document, waiting), [work.document, waiting]);
}

export function useWorkPage(workId: string) {
  return useQuery({ queryKey: ["work", workId], queryFn: ({ signal }) => api.work(workId, signal), gcTime: 0 });
}

export function useWork(page: WorkPage): WorkState {
  const { job, settled } = page;
  const queries = useQueryClient();
  const { dialect, fine } = usePreferences();
  const [keeper] = useState(
    () =>
      new DeskKeeper(
        page.work,
        () => ({ dialect, fine }),
        () => {
          void queries.invalidateQueries({ queryKey: ["bench"] });
          void queries.invalidateQueries({ queryKey: ["history", page.work.id] });
        },
      ),
  );
  const [piece, setPiece] = useState(() => storage.get(`piece:${page.work.id}`) ?? "");
  const lay = useCallback(
    (id: string) => {
      storage.set(`piece:${page.work.id}`, id);
      setPiece(id);
    },
    [page.work.id],
  );
  const desk = useSyncExternalStore(keeper.subscribe, keeper.get);
  useEffect(() => {
    keeper.start();
    // What is typed is kept, however a page is left: by going back, by another station, by closing it.
    window.addEventListener("pagehide", keeper.commitAll);
    return () => {
      window.removeEventListener("pagehide", keeper.commitAll);
      keeper.commitAll();
    };
  }, [keeper]);
  const { work, waiting, typing } = desk;
  const shown = useMemo(() => live({ work, waiting, typing }), [work, waiting, typing]);
  const asked = usePaused(shown);
  const workedOut = useQuery({
    queryKey: ["work-out", job.units, job.limits_document, settled.document, dialect, fine, piece, asked],
    queryFn: ({ signal }) => api.workOut(jobFile(job, settled.document, asked), { dialect, fine }, piece, signal),
    placeholderData: keepPreviousData,
    retry: (count, error) => error instanceof Unreachable && count < 1000,
    staleTime: Infinity,
    gcTime: 30_000,
  });
  const fresh = workedOut.data?.works[0]?.screen;
  const [screen, setScreen] = useState(fresh);
  // The last good answer stays on the screen while what is typed is not understood.
  if (fresh !== undefined && fresh !== screen) setScreen(fresh);
  const errors = useMemo(() => {
    const now = errorsOf(workedOut.error);
    return [...now, ...desk.refused.filter((one) => !now.some((other) => other.path === one.path))];
  }, [workedOut.error, desk.refused]);
  return {
    work: desk.work,
    job,
    settled,
    document: useMemo(() => applied(desk.work.document, desk.waiting), [desk]),
    typing: desk.typing,
    desk,
    screen: fresh ?? screen,
    fresh: fresh !== undefined && asked === shown && !workedOut.isPlaceholderData && !workedOut.isError,
    errors,
    saving: desk.saving,
    keeper,
    piece: lay,
  };
}
