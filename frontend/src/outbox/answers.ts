/** What each answer to a change means. Every change, of whatever kind, is treated by this one table. */
import { Refused, Unreachable } from "../api/request";

/**
 * again: not kept now; it is sent again by itself.
 * stands: not kept, and not before something is done about it: it stays, with the reason.
 * gone: what it belongs to is not here any more: it stays, and can be put back or dropped.
 * stale: made on an older state; whoever made it chooses.
 * refused: not understood; it goes back to where it was typed, with the sentence.
 */
export type Meaning = "again" | "stands" | "gone" | "stale" | "refused";

const MEANINGS: Readonly<Record<number, Meaning>> = {
  401: "stands",
  403: "stands",
  404: "gone",
  405: "stands",
  408: "again",
  409: "stale",
  410: "gone",
  425: "again",
  429: "again",
};

export function meaningOf(error: unknown): Meaning {
  if (error instanceof Unreachable) return "again";
  if (!(error instanceof Refused)) throw error;
  return MEANINGS[error.problem.status] ?? (error.problem.status >= 500 ? "again" : "refused");
}

/** The sentence of an answer; empty where nobody answered. */
export const reasonOf = (error: unknown): string => (error instanceof Refused ? error.problem.detail : "");

const FIRST_MS = 1000;
const MOST_MS = 15_000;

/** How long to wait before the next try. */
export const pauseAfter = (tries: number): number => Math.min(MOST_MS, FIRST_MS * 1.5 ** tries);
