/**
 * A work on the desk: its kept document, what is being typed over it, and what waits to be kept.
 *
 * Typing lies over the document at once. Committing makes it a change; changes are saved one after the other, each
 * a step of the history, each naming the revision the one before it made. What is not yet acknowledged is written
 * down on the device, so that neither a reload nor a stopped server loses a word.
 */
import { api, Refused, Unreachable, type Words } from "../api/client";
import type { Conflict, Document, FieldError, Work } from "../api/types";
import { changed, textAt } from "./document";

export type Saving = "saved" | "saving" | "unsaved" | "stale";

export interface Change {
  readonly path: string;
  readonly value: unknown;
}

export interface Desk {
  readonly work: Work;
  readonly typing: Readonly<Record<string, string>>;
  readonly waiting: readonly Change[];
  readonly refused: readonly FieldError[];
  readonly theirs: Work | undefined;
  readonly conflict: readonly Conflict[];
  readonly saving: Saving;
  /** A step back was not taken, because the work had been changed elsewhere; what is kept is shown now. */
  readonly overtaken: boolean;
}

/** An empty optional field takes its key away; an empty required one is refused, and stays typed. */
const REQUIRED = new Set(["total_rise", "width", "plan.width", "plan.length", "pitch"]);
const RETRY_MS = 1500;

const typedValue = (path: string, text: string): unknown =>
  text.trim() === "" && !REQUIRED.has(path) ? undefined : text;

export const applied = (document: Document, changes: readonly Change[]): Document =>
  changes.reduce((made, change) => changed(made, change.path, change.value), document);

/** The document with everything waiting and typed laid over it: what the drawing shows. */
export const live = (desk: Desk): Document =>
  applied(
    applied(desk.work.document, desk.waiting),
    Object.entries(desk.typing).map(([path, text]) => ({ path, value: typedValue(path, text) })),
  );

export class DeskKeeper {
  private desk: Desk;
  private readonly listeners = new Set<() => void>();
  /** Changes on their way whose text was dropped meanwhile: refused, they are not brought back. */
  private readonly dropped = new WeakSet<Change>();
  private running = false;
  private wake: (() => void) | undefined;

  constructor(
    work: Work,
    private readonly words: () => Words,
    private readonly onKept: (work: Work) => void,
  ) {
    const left = readLeft(work.id);
    this.desk = { work, typing: left.typing, waiting: left.waiting, refused: [], theirs: undefined, conflict: [], saving: "saved", overtaken: false };
  }

  readonly get = (): Desk => this.desk;

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  /** Take up what an earlier page left behind. */
  readonly start = (): void => {
    for (const path of Object.keys(this.desk.typing)) this.commit(path);
    void this.save();
  };

  readonly type = (path: string, text: string): void => {
    this.set({
      typing: { ...this.desk.typing, [path]: text },
      refused: this.desk.refused.filter((error) => error.path !== path),
    });
  };

  /** Drop what was typed. */
  readonly forget = (path: string): void => {
    for (const change of this.desk.waiting) if (change.path === path) this.dropped.add(change);
    this.set({
      typing: without(this.desk.typing, path),
      refused: this.desk.refused.filter((error) => error.path !== path),
    });
  };

  readonly commit = (path: string): void => {
    const text = this.desk.typing[path];
    if (text === undefined) return;
    const same = (document: Document) => text === textAt(document, path);
    // What already waits stays typed until it is acknowledged: the server may yet refuse it.
    if (this.desk.waiting.some((change) => change.path === path)) {
      if (same(applied(this.desk.work.document, this.desk.waiting))) return;
    } else if (same(this.desk.work.document)) {
      this.forget(path);
      return;
    }
    this.add({ path, value: typedValue(path, text) });
  };

  readonly change = (path: string, value: unknown): void => this.add({ path, value });

  readonly step = (way: "undo" | "redo"): void => {
    if (this.desk.saving !== "saved") return;
    this.set({ typing: {}, refused: [], saving: "saving", overtaken: false });
    api.step(this.desk.work.id, way, this.desk.work.revision).then(
      (work) => {
        this.set({ work, saving: "saved" });
        this.onKept(work);
      },
      (error: unknown) => {
        const kept = error instanceof Refused ? error.problem.kept : undefined;
        // A step carries no words of its own, so nothing is lost by showing what is kept; but it is said.
        if (kept) this.set({ work: kept, saving: "saved", overtaken: true });
        else this.set({ saving: "saved" });
      },
    );
  };

  /** After a conflict: lay the chosen changes over what is kept, and drop the others. */
  readonly resolve = (mine: (path: string) => boolean): void => {
    const { theirs, waiting } = this.desk;
    if (theirs === undefined) return;
    const keep = waiting.filter((change) => mine(change.path));
    this.set({
      work: theirs,
      waiting: keep,
      typing: Object.fromEntries(Object.entries(this.desk.typing).filter(([path]) => keep.some((one) => one.path === path))),
      theirs: undefined,
      conflict: [],
      saving: "saved",
    });
    this.onKept(theirs);
    void this.save();
  };

  readonly seen = (): void => this.set({ overtaken: false });

  readonly retry = (): void => this.wake?.();

  private add(change: Change): void {
    // What was refused of this key, or of a row within it, is tried anew.
    const within = (path: string) => path === change.path || path.startsWith(`${change.path}[`) || path.startsWith(`${change.path}.`);
    this.set({ waiting: [...this.desk.waiting, change], refused: this.desk.refused.filter((error) => !within(error.path)) });
    void this.save();
  }

  private async save(): Promise<void> {
    if (this.running) return;
    this.running = true;
    try {
      for (let next = this.desk.waiting[0]; next && !this.desk.theirs; next = this.desk.waiting[0])
        if (!(await this.saveOne(next))) await this.pause();
    } finally {
      this.running = false;
    }
  }

  /** Try to keep one change; false where the server did not answer. */
  private async saveOne(change: Change): Promise<boolean> {
    const { work } = this.desk;
    if (this.desk.saving !== "unsaved") this.set({ saving: "saving" });
    try {
      const kept = await api.save(work.id, work.revision, applied(work.document, [change]), this.words());
      const left = this.desk.waiting.filter((one) => one !== change);
      this.set({ work: kept, waiting: left, typing: this.typingAfter(change), saving: left.length ? "saving" : "saved" });
      this.onKept(kept);
      return true;
    } catch (error) {
      if (!(error instanceof Refused) || error.problem.status >= 500) {
        if (!(error instanceof Refused) && !(error instanceof Unreachable)) throw error;
        this.set({ saving: "unsaved" });
        return false;
      }
      if (error.problem.status === 409 && error.problem.kept) {
        this.set({ theirs: error.problem.kept, conflict: error.problem.conflict, saving: "stale" });
        return true;
      }
      const waiting = this.desk.waiting.filter((one) => one !== change);
      if (this.overtaken(change, waiting)) {
        this.set({ waiting, saving: waiting.length ? "saving" : "saved" });
        return true;
      }
      const refused = [...this.desk.refused.filter((one) => one.path !== change.path), ...error.problem.errors];
      const typing = { ...this.desk.typing };
      if (typeof change.value === "string") typing[change.path] ??= change.value;
      this.set({ waiting, refused, typing, saving: waiting.length ? "saving" : "saved" });
      return true;
    }
  }

  /** Whether a refused change says nothing any more: its text was dropped, or another was typed after it. */
  private overtaken(change: Change, left: readonly Change[]): boolean {
    const text = this.desk.typing[change.path];
    if (left.some((one) => one.path === change.path)) return true;
    return text === undefined ? this.dropped.has(change) : typedValue(change.path, text) !== change.value;
  }

  /** What is typed once a change is kept: its own text goes, unless more was typed meanwhile. */
  private typingAfter(change: Change): Readonly<Record<string, string>> {
    const text = this.desk.typing[change.path];
    const same = text !== undefined && typedValue(change.path, text) === change.value;
    return same ? without(this.desk.typing, change.path) : this.desk.typing;
  }

  private pause(): Promise<void> {
    return new Promise((resolve) => {
      const timer = setTimeout(resolve, RETRY_MS);
      this.wake = () => {
        clearTimeout(timer);
        resolve();
      };
    });
  }

  private set(part: Partial<Desk>): void {
    this.desk = { ...this.desk, ...part };
    writeLeft(this.desk);
    for (const listener of this.listeners) listener();
  }
}

const without = (typing: Readonly<Record<string, string>>, path: string): Readonly<Record<string, string>> =>
  Object.fromEntries(Object.entries(typing).filter(([key]) => key !== path));

type Left = Pick<Desk, "typing" | "waiting">;
const leftKey = (workId: string): string => `left:${workId}`;

function readLeft(workId: string): Left {
  try {
    const left = JSON.parse(localStorage.getItem(leftKey(workId)) ?? "{}") as Partial<Left>;
    return { typing: left.typing ?? {}, waiting: left.waiting ?? [] };
  } catch {
    return { typing: {}, waiting: [] };
  }
}

function writeLeft({ work, typing, waiting }: Desk): void {
  if (waiting.length === 0 && Object.keys(typing).length === 0) localStorage.removeItem(leftKey(work.id));
  else localStorage.setItem(leftKey(work.id), JSON.stringify({ typing, waiting }));
}

