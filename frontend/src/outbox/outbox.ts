/**
 * Changes on their way: each has a number, so that one sent twice is made once; each is written down until it is
 * acknowledged; those to one thing go one after the other. What cannot be kept stays, with why.
 */
import { change, Refused } from "../api/request";
import { meaningOf, pauseAfter, reasonOf } from "./answers";
import { isRecord, parsed, storage } from "./storage";
import { closedForGood, number, openTabs, tab } from "./tabs";

export interface Entry {
  readonly id: string;
  readonly method: string;
  readonly path: string;
  readonly body: unknown;
  /** A later change of the same key takes the place of one that is not on its way. */
  readonly key: string;
  /** How it stands: on its way, or waiting and why (empty where nobody answers). */
  readonly state: "waiting" | "sending" | "again" | "stands" | "gone";
  readonly reason: string;
}

export interface Outbox {
  readonly entries: readonly Entry[];
  /** What was refused and has no field to go back to. */
  readonly refused: readonly string[];
}

/** A second press of the same button within so long is the same press. */
const TWICE_MS = 700;
const keyOf = (one: string): string => `outbox:${one}`;

interface Asked {
  resolve: (answer: unknown) => void;
  reject: (error: unknown) => void;
}

class Keeper {
  private box: Outbox = { entries: [], refused: [] };
  private readonly listeners = new Set<() => void>();
  private readonly kept = new Set<() => void>();
  private missed = false;
  private readonly asked = new Map<string, Asked[]>();
  private readonly running = new Set<string>();
  private readonly wakes = new Map<string, () => void>();
  private last: { words: string; at: number; answer: Promise<unknown> } | undefined;

  readonly get = (): Outbox => this.box;

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  /** Called whenever a change that an earlier page made was kept, refused or given up. */
  readonly onKept = (listener: () => void): (() => void) => {
    this.kept.add(listener);
    // What was kept before anybody listened is told to the first who does.
    if (this.missed) listener();
    this.missed = false;
    return () => this.kept.delete(listener);
  };

  /** Make a change; the promise is kept once it is, or broken with its refusal. */
  readonly send = (method: string, path: string, body?: unknown, key = ""): Promise<unknown> => {
    const words = JSON.stringify([method, path, body]);
    const now = Date.now();
    if (method === "POST" && this.last?.words === words && now - this.last.at < TWICE_MS) return this.last.answer;
    const answer = new Promise<unknown>((resolve, reject) => {
      const entry: Entry = { id: number(), method, path, body, key, state: "waiting", reason: "" };
      const before = key === "" ? undefined : this.box.entries.find((one) => one.key === key && one.state !== "sending");
      const asked = before ? (this.asked.get(before.id) ?? []) : [];
      this.asked.set(entry.id, [...asked, { resolve, reject }]);
      this.put([...this.box.entries.filter((one) => one !== before), entry]);
      void this.run(subjectOf(entry));
    });
    this.last = { words, at: now, answer };
    return answer;
  };

  /** Try again now what waits. */
  readonly retry = (): void => {
    this.put(this.box.entries.map((one) => (one.state === "stands" || one.state === "gone" ? { ...one, state: "again" } : one)));
    for (const wake of this.wakes.values()) wake();
    for (const entry of this.box.entries) void this.run(subjectOf(entry));
  };

  /** Give up what cannot be kept. */
  readonly drop = (id: string): void => {
    const entry = this.box.entries.find((one) => one.id === id);
    this.put(this.box.entries.filter((one) => one.id !== id));
    const error = new Refused({ type: "about:blank", title: "", status: 410, detail: entry?.reason ?? "", errors: [], kept: null, conflict: [], incident: null });
    const asked = this.asked.get(id);
    this.asked.delete(id);
    asked?.forEach((one) => one.reject(error));
    if (!asked) this.tell();
  };

  readonly seen = (): void => this.set({ refused: [] });

  /** Take up what this tab, or one that was closed, left behind. */
  readonly start = async (): Promise<void> => {
    // This tab's own at once: the first change made here would be written over them.
    this.takeUp(entriesIn(keyOf(tab())));
    const open = await openTabs();
    for (const key of storage.keys("outbox:").filter((one) => one !== keyOf(tab()))) {
      const other = key.slice(keyOf("").length);
      if (!open.has(other)) this.takeOver(key);
      // On a busy machine a page that was just left counts as open for a while.
      else void closedForGood(other).then(() => this.takeOver(key));
    }
  };

  private takeOver(key: string): void {
    const found = entriesIn(key);
    storage.remove(key);
    this.takeUp(found);
  }

  private takeUp(found: readonly Entry[]): void {
    const known = new Set(this.box.entries.map((one) => one.id));
    this.put([...found.filter((one) => !known.has(one.id)), ...this.box.entries]);
    for (const entry of this.box.entries) void this.run(subjectOf(entry));
  }

  private async run(subject: string): Promise<void> {
    if (this.running.has(subject)) return;
    this.running.add(subject);
    try {
      for (let tries = 0, next = this.next(subject); next; next = this.next(subject))
        if (await this.sent(next)) tries = 0;
        else if (this.next(subject)) await this.pause(subject, pauseAfter(tries++));
    } finally {
      this.running.delete(subject);
    }
  }

  private next(subject: string): Entry | undefined {
    return this.box.entries.find((one) => subjectOf(one) === subject && one.state !== "stands" && one.state !== "gone");
  }

  /** Send one; false where it is to be sent again. */
  private async sent(entry: Entry): Promise<boolean> {
    this.mark(entry.id, "sending", entry.reason);
    let answer: unknown;
    try {
      answer = await change(entry.method, entry.path, entry.body, entry.id);
    } catch (error) {
      const meaning = meaningOf(error);
      if (meaning === "stale" || meaning === "refused") {
        this.finish(entry.id, (one) => one.reject(error), reasonOf(error));
        return true;
      }
      this.mark(entry.id, meaning, reasonOf(error));
      return meaning !== "again";
    }
    this.finish(entry.id, (one) => one.resolve(answer), "");
    return true;
  }

  private finish(id: string, tell: (asked: Asked) => void, refusal: string): void {
    const asked = this.asked.get(id);
    this.asked.delete(id);
    this.put(this.box.entries.filter((one) => one.id !== id));
    asked?.forEach(tell);
    if (asked) return;
    // Left by an earlier page: no field hears of it.
    if (refusal) this.set({ refused: [...this.box.refused, refusal] });
    this.tell();
  }

  private tell(): void {
    if (this.kept.size === 0) this.missed = true;
    else for (const listener of this.kept) listener();
  }

  private mark(id: string, state: Entry["state"], reason: string): void {
    this.put(this.box.entries.map((one) => (one.id === id ? { ...one, state, reason } : one)));
  }

  private put(entries: readonly Entry[]): void {
    if (entries.length === 0) storage.remove(keyOf(tab()));
    else storage.set(keyOf(tab()), JSON.stringify(entries));
    this.set({ entries });
  }

  private set(part: Partial<Outbox>): void {
    this.box = { ...this.box, ...part };
    for (const listener of this.listeners) listener();
  }

  private pause(subject: string, time: number): Promise<void> {
    return new Promise((resolve) => {
      const done = () => {
        clearTimeout(timer);
        this.wakes.delete(subject);
        resolve();
      };
      const timer = setTimeout(done, time);
      this.wakes.set(subject, done);
    });
  }
}

/** What a change is about: changes to it keep their order. */
const subjectOf = (entry: Entry): string => entry.path.split("?", 1)[0]?.split("/").slice(0, 3).join("/") ?? "";

function entriesIn(key: string): readonly Entry[] {
  const found = parsed(key);
  if (!Array.isArray(found)) return [];
  return found
    .filter((one: unknown): one is Entry => isRecord(one) && ["id", "method", "path", "key"].every((name) => typeof one[name] === "string"))
    .map(({ id, method, path, body, key: one }) => ({ id, method, path, body, key: one, state: "waiting", reason: "" }));
}

export const outbox = new Keeper();
