/** Which measured value an instrument is pointed at: the field that had the focus last. */
import { useSyncExternalStore } from "react";

interface Pointed {
  readonly path: string;
  /** The field itself, for what comes as typed keys. */
  readonly field: HTMLInputElement | undefined;
}

let pointed: Pointed | undefined;
const listeners = new Set<() => void>();

export function point(path: string | undefined, field?: HTMLInputElement): void {
  pointed = path === undefined ? undefined : { path, field };
  for (const listener of listeners) listener();
}

const subscribe = (listener: () => void): (() => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

export const usePointed = (): Pointed | undefined => useSyncExternalStore(subscribe, () => pointed);

/** Type into a field as a keyboard would, and press Enter. */
export function typeKeys(field: HTMLInputElement, text: string): void {
  field.focus();
  // As the browser itself writes: what draws the field hears of it.
  Reflect.set(HTMLInputElement.prototype, "value", text, field);
  field.dispatchEvent(new Event("input", { bubbles: true }));
  // Once what was typed is drawn, as between two keys.
  requestAnimationFrame(() => field.dispatchEvent(new KeyboardEvent("keydown", { key: "Enter", bubbles: true })));
}
