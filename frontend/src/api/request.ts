/** Requests to the API. A refused one throws `Refused`; a server that does not answer, `Unreachable`. */
import { reach } from "../outbox/reach";
import { number } from "../outbox/tabs";
import type { Problem } from "./types";

export class Refused extends Error {
  constructor(readonly problem: Problem) {
    super(problem.detail);
  }
}

export class Unreachable extends Error {}

/** Send a file as it is. */
export async function send(path: string, file: Blob, type: string): Promise<unknown> {
  let response: Response;
  try {
    response = await fetch(`/api${path}`, { method: "POST", body: file, headers: { "Content-Type": type, "Idempotency-Key": number() } });
  } catch {
    throw new Unreachable(path);
  }
  const answer: unknown = await response.json().catch(() => {
    throw new Unreachable(path);
  });
  if (!response.ok) throw new Refused(answer as Problem);
  return answer;
}

/** This page, as long as it is open, and how often it has asked. */
const screen = number();
let asked = 0;

/** Ask, or make a change under its number. */
export async function call(method: string, path: string, body?: unknown, signal?: AbortSignal, change?: string): Promise<unknown> {
  let response: Response;
  const kind = /^\/(work-out|sketch)/.exec(path)?.[0];
  try {
    response = await fetch(`/api${path}`, {
      method,
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
      headers: {
        ...(body === undefined ? {} : { "Content-Type": "application/json" }),
        ...(change === undefined ? {} : { "Idempotency-Key": change }),
        // A newer question of this screen takes the place of an older one of the same kind.
        ...(kind ? { "X-Screen": `${screen}${kind} ${++asked}` } : {}),
      },
      ...(signal ? { signal } : {}),
    });
  } catch (error) {
    if (error instanceof DOMException && error.name === "AbortError") throw error;
    throw new Unreachable(path);
  }
  reach.note(response);
  const type = response.headers.get("Content-Type") ?? "";
  if (!type.includes("json")) throw new Unreachable(path);
  const answer: unknown = await response.json().catch(() => {
    // Cut off in the middle of its answer.
    throw new Unreachable(path);
  });
  if (!response.ok) throw new Refused(answer as Problem);
  return answer;
}
