/** Which tab this is, and which others are open: each keeps its own drafts, and those of a closed one are taken over. */
/** A page that was left holds its number for a while on a busy machine: so long it is waited for. */
const WAIT_MS = 1500;
const GRACE_MS = 800;
const ASK_MS = 80;
const lockOf = (id: string): string => `tab:${id}`;

/** A number nobody else has; over plain http browsers withhold `randomUUID`. */
export function number(): string {
  const parts = crypto.getRandomValues(new Uint32Array(4));
  return Array.from(parts, (part) => part.toString(16).padStart(8, "0")).join("");
}

let id = number();
export const tab = (): string => id;

function remembered(): string | null {
  try {
    return sessionStorage.getItem("tab");
  } catch {
    return null;
  }
}

function remember(): void {
  try {
    sessionStorage.setItem("tab", id);
  } catch {
    // Without it a reload is another tab, which takes over what this one left.
  }
}

/** Take up the number this tab had before it was loaded anew; a copy of a tab gets a number of its own. */
export async function claimTab(): Promise<void> {
  const before = remembered();
  const locks = navigator.locks as LockManager | undefined;
  if (locks) {
    if (before !== null && (await held(locks, before, WAIT_MS))) id = before;
    else void held(locks, id, WAIT_MS);
  } else {
    if (before !== null && !(await asked()).has(before)) id = before;
    answerFor();
  }
  remember();
}

/** Whether the lock was got; it is held as long as the page lives. */
function held(locks: LockManager, one: string, within: number): Promise<boolean> {
  return new Promise((resolve) => {
    locks
      .request(lockOf(one), { signal: AbortSignal.timeout(within) }, () => {
        resolve(true);
        return new Promise(() => undefined);
      })
      .catch(() => resolve(false));
  });
}

/** Kept once a tab is closed and has not come back: one that is loaded anew takes its number up again at once. */
export async function closedForGood(one: string): Promise<void> {
  const locks = navigator.locks as LockManager | undefined;
  // Without locks nothing tells when a tab is closed: what it left is found by the next one that is opened.
  if (!locks) return new Promise(() => undefined);
  do {
    await locks.request(lockOf(one), () => undefined);
    await new Promise((resolve) => setTimeout(resolve, GRACE_MS));
  } while ((await openTabs()).has(one));
}

const CHANNEL = "tabs";

function answerFor(): void {
  const channel = new BroadcastChannel(CHANNEL);
  channel.onmessage = (event) => {
    if (event.data === "who") channel.postMessage({ here: id });
  };
}

function asked(): Promise<ReadonlySet<string>> {
  return new Promise((resolve) => {
    const channel = new BroadcastChannel(CHANNEL);
    const found = new Set<string>();
    channel.onmessage = (event: MessageEvent<unknown>) => {
      const { here } = (event.data ?? {}) as { here?: unknown };
      if (typeof here === "string") found.add(here);
    };
    channel.postMessage("who");
    setTimeout(() => {
      channel.close();
      resolve(found);
    }, ASK_MS);
  });
}

/** The tabs that are open, this one among them. */
export async function openTabs(): Promise<ReadonlySet<string>> {
  const locks = navigator.locks as LockManager | undefined;
  const found = locks
    ? ((await locks.query()).held ?? []).flatMap(({ name }) => (name?.startsWith("tab:") ? [name.slice(4)] : []))
    : await asked();
  return new Set([...found, id]);
}
