/** A work being worked on: the desk it lies on, and what it comes to, worked out while typing. */
import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useMemo, useState, useSyncExternalStore } from "react";
import { api, Refused, Unreachable } from "../../api/client";
import { storage } from "../../outbox/storage";
import { usePaused } from "./usePaused";
import type { Document, JobFile, FieldError, Job, Schemas, Screen, Settled, Work, WorkPage } from "../../api/types";
import { usePreferences } from "../../app/preferences";
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

export function jobFile(job: Job, settings: Document, document: Document): JobFile {
  const limits = job.limits_document ? { limits: job.limits_document } : {};
  return { format: "easy-notch-job", version: 1, name: job.name, units: job.units, ...limits, settings, works: [document] } as unknown as JobFile;
}

function errorsOf(error: unknown): readonly FieldError[] {
  if (!(error instanceof Refused)) return [];
  // What was stopped, or could not be done now, says so.
  if (error.problem.errors.length === 0) return [{ path: "", sentence: error.problem.detail, at: null }];
  return error.problem.errors.map((one) => ({ ...one, path: one.path.replace(/^works\[0\]\.?/, "") }));
}

export function useWorkPage(workId: string) {
  return useQuery({ queryKey: ["work", workId], queryFn: ({ signal }) => api.work(workId, signal), gcTime: 0 });
}

/** Where a number that is still being typed reaches the sketch alone. */
const SKETCHED = "measure";

export function useOpenWork(page: WorkPage, station: string): WorkState {
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
  const settledDocument = useMemo(() => applied(work.document, waiting), [work.document, waiting]);
  const [kept, setKept] = useState<Screen>();
  // Where nothing is drawn yet, all of it is asked for.
  const sketching = station === SKETCHED && Object.keys(typing).length > 0 && kept !== undefined;
  // The whole of it is worked out from what was changed; elsewhere than at Measure from what is being typed too.
  const whole = sketching ? settledDocument : asked;
  const workedOut = useQuery({
    queryKey: ["work-out", job.units, job.limits_document, settled.document, dialect, fine, piece, whole],
    queryFn: ({ signal }) => api.workOut(jobFile(job, settled.document, whole), { dialect, fine }, piece, signal),
    placeholderData: keepPreviousData,
    retry: (count, error) => error instanceof Unreachable && count < 1000,
    staleTime: Infinity,
    gcTime: 30_000,
  });
  const sketched = useQuery({
    queryKey: ["sketch", job.units, job.limits_document, settled.document, dialect, fine, asked],
    queryFn: ({ signal }) => api.sketch(jobFile(job, settled.document, asked), { dialect, fine }, signal),
    enabled: sketching,
    placeholderData: keepPreviousData,
    retry: (count, error) => error instanceof Unreachable && count < 1000,
    staleTime: Infinity,
    gcTime: 30_000,
  });
  const found = workedOut.data?.works[0]?.screen;
  // The last good answer stays on the screen while what is typed is not understood.
  if (found !== undefined && found !== kept) setKept(found);
  const screen = useMemo(() => over(found ?? kept, sketching ? sketched.data : undefined), [found, kept, sketching, sketched.data]);
  const latest = sketching ? sketched : workedOut;
  const errors = useMemo(() => {
    const now = errorsOf(latest.error);
    return [...now, ...desk.refused.filter((one) => !now.some((other) => other.path === one.path))];
  }, [latest.error, desk.refused]);
  return {
    work: desk.work,
    job,
    settled,
    document: settledDocument,
    typing: desk.typing,
    desk,
    screen,
    fresh: latest.data !== undefined && asked === shown && !latest.isPlaceholderData && !latest.isError,
    errors,
    saving: desk.saving,
    keeper,
    piece: lay,
  };
}

/** A screen with a newer sketch laid over it. */
function over(screen: Screen | undefined, sketch: Schemas["SketchView"] | undefined): Screen | undefined {
  if (screen === undefined || sketch === undefined) return screen;
  const { plan, ...rest } = sketch;
  return { ...screen, ...rest, roof: screen.roof && plan ? { ...screen.roof, plan } : screen.roof };
}
