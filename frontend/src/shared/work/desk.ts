/**
 * A work on the desk: its kept document, what is being typed over it, and what waits to be kept.
 *
 * Typing lies over the document at once. Committing makes it a change; changes are saved one after the other, each
 * a step of the history, each naming the revision the one before it made. What is not yet acknowledged is written
 * down on the device, so that neither a reload nor a stopped server loses a word.
 */
import { api, Refused, type Words } from "../../api/client";
import type { Conflict, Document, FieldError, Work } from "../../api/types";
import { meaningOf, pauseAfter, reasonOf } from "../../outbox/answers";
import { isRecord, parsed, storage } from "../../outbox/storage";
import { number, openTabs, tab } from "../../outbox/tabs";
import { changed, textAt } from "./document";

/** unsaved: it is tried again by itself; held: something has to be done first; gone: the work was deleted. */
export type Saving = "saved" | "saving" | "unsaved" | "held" | "gone" | "stale";

interface Part {
  readonly path: string;
  readonly value: unknown;
}

export interface Change {
  readonly path: string;
  readonly value: unknown;
  /** Sent again under it, the change is not made again. */
  readonly id: string;
  /** What changes with it, as one step of the history. */
  readonly also?: readonly Part[];
}

export interface Desk {
  readonly work: Work;
  readonly typing: Readonly<Record<string, string>>;
  readonly waiting: readonly Change[];
  readonly refused: readonly FieldError[];
  readonly theirs: Work | undefined;
  readonly conflict: readonly Conflict[];
  readonly saving: Saving;
  /** Why it is not kept; empty where nobody answers. */
  readonly reason: string;
  /** A step back was not taken, because the work had been changed elsewhere; what is kept is shown now. */
  readonly overtaken: boolean;
}

/** An empty optional field takes its key away; an empty required one is refused, and stays typed. */
const REQUIRED = new Set(["total_rise", "width", "plan.width", "plan.length", "pitch"]);
const typedValue = (path: string, text: string): unknown =>
  text.trim() === "" && !REQUIRED.has(path) ? undefined : text;

export const applied = (document: Document, changes: readonly Pick<Change, "path" | "value" | "also">[]): Document =>
  changes.flatMap((one): Part[] => [one, ...(one.also ?? [])]).reduce((made, change) => changed(made, change.path, change.value), document);

/** The document with everything waiting and typed laid over it: what the drawing shows. */
export const live = (desk: Pick<Desk, "work" | "waiting" | "typing">): Document =>
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
    const left = readLeft(leftKey(work.id));
    this.desk = {
      work, typing: left.typing, waiting: left.waiting, refused: [], theirs: undefined, conflict: [],
      saving: work.deleted ? "gone" : "saved", reason: "", overtaken: false,
    };
  }

  readonly get = (): Desk => this.desk;

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  /** Take up what this page left behind, and what a tab did that was closed since. */
  readonly start = (): void => {
    this.commitAll();
    void this.save();
    void this.adopt();
  };

  /** What is typed is changed now: whoever leaves a page has typed it. */
  readonly commitAll = (): void => {
    for (const path of Object.keys(this.desk.typing)) this.leave(path);
  };

  private async adopt(): Promise<void> {
    const open = await openTabs();
    const start = `left:${this.desk.work.id}`;
    const closed = storage.keys(start).filter((key) => key !== leftKey(this.desk.work.id) && !open.has(key.slice(start.length + 1)));
    const found = closed.map(readLeft);
    for (const key of closed) storage.remove(key);
    if (found.length === 0) return;
    this.set({
      waiting: [...found.flatMap(({ waiting }) => waiting), ...this.desk.waiting],
      typing: Object.assign({}, ...found.map(({ typing }) => typing), this.desk.typing) as Readonly<Record<string, string>>,
    });
    this.commitAll();
    void this.save();
  }

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

  /** A field is left: what was refused there and is still the same is not sent again. */
  readonly leave = (path: string): void => {
    if (!this.desk.refused.some((error) => error.path === path)) this.commit(path);
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
    this.add({ path, value: typedValue(path, text), id: number() });
  };

  readonly change = (path: string, value: unknown, also: readonly Part[] = []): void => this.add({ path, value, id: number(), ...(also.length > 0 ? { also } : {}) });

  /** One step back or forward. What is typed and was not understood stays where it was typed. */
  readonly step = (way: "undo" | "redo"): void => {
    if (this.desk.saving !== "saved" || this.running) return;
    this.running = true;
    this.set({ saving: "saving", overtaken: false });
    void this.stepped(way, number());
  };

  private async stepped(way: "undo" | "redo", id: string): Promise<void> {
    const { work } = this.desk;
    for (let tries = 0; ; tries++)
      try {
        this.settle(await api.step(work.id, way, work.revision, id));
        return;
      } catch (error) {
        const meaning = meaningOf(error);
        if (meaning === "again" || meaning === "stands") {
          this.set({ saving: meaning === "again" ? "unsaved" : "held", reason: reasonOf(error) });
          await this.pause(pauseAfter(tries));
          continue;
        }
        const kept = error instanceof Refused ? error.problem.kept : undefined;
        // A step carries no words of its own, so nothing is lost by showing what is kept; but it is said.
        this.settle(kept ?? work, meaning === "gone" ? { saving: "gone", reason: reasonOf(error) } : { overtaken: kept !== undefined });
        return;
      }
  }

  private settle(work: Work, more: Partial<Desk> = {}): void {
    this.running = false;
    this.set({ work, saving: "saved", reason: "", ...more });
    this.onKept(work);
    void this.save();
  }

  /** The work is back: what waits is kept in it. */
  readonly putBack = (work: Work): void => this.settle(work);

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
      reason: "",
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
      for (let tries = 0, next = this.next(); next; next = this.next())
        if (await this.saveOne(next)) tries = 0;
        else await this.pause(pauseAfter(tries++));
    } finally {
      this.running = false;
    }
  }

  private next(): Change | undefined {
    return this.desk.theirs || this.desk.saving === "gone" ? undefined : this.desk.waiting[0];
  }

  /** Try to keep one change; false where it is to be tried again. */
  private async saveOne(change: Change): Promise<boolean> {
    const { work } = this.desk;
    if (this.desk.saving === "saved") this.set({ saving: "saving" });
    try {
      const kept = await api.save(work.id, work.revision, applied(work.document, [change]), this.words(), change.id);
      const left = this.desk.waiting.filter((one) => one !== change);
      // Sent before, it was answered as it was then: what has been read since is newer.
      const newest = kept.revision >= this.desk.work.revision ? kept : this.desk.work;
      this.set({ work: newest, waiting: left, typing: this.typingAfter(change), saving: left.length ? "saving" : "saved", reason: "" });
      this.onKept(newest);
      return true;
    } catch (error) {
      const meaning = meaningOf(error);
      if (meaning === "again" || meaning === "stands") {
        this.set({ saving: meaning === "again" ? "unsaved" : "held", reason: reasonOf(error) });
        return false;
      }
      if (meaning === "gone") {
        this.set({ saving: "gone", reason: reasonOf(error) });
        return true;
      }
      if (!(error instanceof Refused)) throw error;
      if (meaning === "stale" && error.problem.kept && apart(change, error.problem.conflict)) {
        // Somebody else changed other keys: this change is made over theirs.
        this.set({ work: error.problem.kept });
        this.onKept(error.problem.kept);
        return true;
      }
      if (meaning === "stale" && error.problem.kept) {
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

  private pause(time: number): Promise<void> {
    return new Promise((resolve) => {
      const timer = setTimeout(resolve, time);
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

/** Whether a change is a reading more, and nothing that was changed elsewhere lies in what it replaces: then both stay. */
function apart(change: Change, conflict: readonly Conflict[]): boolean {
  if (!/^(survey\.)?readings\b/.test(change.path)) return false;
  const mine = [change, ...(change.also ?? [])].map((one) => one.path);
  const touches = (path: string, own: string) => [path === own, path.startsWith(`${own}.`), path.startsWith(`${own}[`), own.startsWith(`${path}.`), own.startsWith(`${path}[`)].includes(true);
  return conflict.every((row) => !row.kept_changed || !mine.some((own) => touches(row.path, own)));
}

const without = (typing: Readonly<Record<string, string>>, path: string): Readonly<Record<string, string>> =>
  Object.fromEntries(Object.entries(typing).filter(([key]) => key !== path));

type Left = Pick<Desk, "typing" | "waiting">;

/** Each tab has drafts of its own. */
const leftKey = (workId: string): string => `left:${workId}:${tab()}`;

/** What was left under a key, as far as it is what it should be. */
function readLeft(key: string): Left {
  const left = parsed(key);
  if (!isRecord(left)) return { typing: {}, waiting: [] };
  const { typing, waiting } = left;
  return {
    typing: isRecord(typing) ? Object.fromEntries(Object.entries(typing).filter((one): one is [string, string] => typeof one[1] === "string")) : {},
    waiting: Array.isArray(waiting)
      ? waiting.filter(isRecord).flatMap(({ path, value, id, also }) => (typeof path === "string" ? [{ path, value, id: typeof id === "string" ? id : number(), ...(Array.isArray(also) ? { also: also.filter(isPart) } : {}) }] : []))
      : [],
  };
}

const isPart = (one: unknown): one is Part => isRecord(one) && typeof one["path"] === "string" && "value" in one;

function writeLeft({ work, typing, waiting }: Desk): void {
  if (waiting.length === 0 && Object.keys(typing).length === 0) storage.remove(leftKey(work.id));
  else storage.set(leftKey(work.id), JSON.stringify({ typing, waiting }));
}
