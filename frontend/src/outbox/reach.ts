/** Whether what is shown came from the machine that runs Easy Notch, or is what was last fetched from it. */
const listeners = new Set<() => void>();
let out = false;

export const reach = {
  out: (): boolean => out,

  /** An answer came: from the machine, or kept. */
  note(response: Response): void {
    const now = response.headers.has("X-Out-Of-Reach");
    if (now === out) return;
    out = now;
    for (const listener of listeners) listener();
  },

  subscribe: (listener: () => void): (() => void) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  },
};

/** Keep the program itself on this device, where the browser allows it: over http from another machine it does not. */
export function keepProgram(): void {
  if (import.meta.env.PROD && "serviceWorker" in navigator) navigator.serviceWorker.register("/service-worker.js").catch(() => undefined);
}
