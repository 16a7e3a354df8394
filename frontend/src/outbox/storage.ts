/**
 * The one door to what this browser keeps. Where it keeps nothing, because it is full or forbidden, the page goes on
 * from memory, and whoever listens is told so.
 */
const memory = new Map<string, string>();
const listeners = new Set<() => void>();
let failing = false;

function attempt<T>(work: (store: Storage) => T, otherwise: () => T): T {
  try {
    return work(window.localStorage);
  } catch {
    return otherwise();
  }
}

function note(failed: boolean): void {
  if (failing === failed) return;
  failing = failed;
  for (const listener of listeners) listener();
}

export const storage = {
  get: (key: string): string | null => memory.get(key) ?? attempt((store) => store.getItem(key), () => null),

  set(key: string, value: string): void {
    const kept = attempt((store) => {
      store.setItem(key, value);
      return true;
    }, () => false);
    if (kept) memory.delete(key);
    else memory.set(key, value);
    note(memory.size > 0);
  },

  remove(key: string): void {
    memory.delete(key);
    attempt((store) => store.removeItem(key), () => undefined);
    note(memory.size > 0);
  },

  keys: (start: string): string[] => {
    const kept = attempt((store) => Array.from({ length: store.length }, (_, at) => store.key(at) ?? ""), () => []);
    return [...new Set([...kept, ...memory.keys()])].filter((key) => key.startsWith(start));
  },

  /** Whether something would be lost with this page. */
  failing: (): boolean => failing,

  subscribe: (listener: () => void): (() => void) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  },
};

/** What was kept under a key, as far as it is what it should be; a malformed entry is none. */
export function parsed(key: string): unknown {
  try {
    return JSON.parse(storage.get(key) ?? "null");
  } catch {
    return null;
  }
}

export const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === "object" && value !== null && !Array.isArray(value);
