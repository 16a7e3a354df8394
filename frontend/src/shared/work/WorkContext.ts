/** The open work, for whatever shows a part of it: a component is drawn anew only when the part it asks for changes. */
import { createContext, useContextSelector } from "use-context-selector";
import type { WorkState } from "./useOpenWork";

const OpenWork = createContext<WorkState | null>(null);

export const WorkProvider = OpenWork.Provider;

/** A part of the open work. `part` must return what is kept in it, not something made anew. */
export function useWork<Part>(part: (state: WorkState) => Part): Part {
  return useContextSelector(OpenWork, (state) => {
    if (state === null) throw new Error("no work is open");
    return part(state);
  });
}
