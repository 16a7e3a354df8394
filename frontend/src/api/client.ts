/** The API, thin and typed. A refused request throws `Refused`; a server that does not answer, `Unreachable`. */
import type { Bench, Document, History, Job, Problem, Shop, Work, WorkOutAnswer, WorkPage } from "./types";

export class Refused extends Error {
  constructor(readonly problem: Problem) {
    super(problem.detail);
  }
}

export class Unreachable extends Error {}

async function call(method: string, path: string, body?: unknown, signal?: AbortSignal): Promise<unknown> {
  let response: Response;
  try {
    response = await fetch(`/api${path}`, {
      method,
      ...(body === undefined ? {} : { body: JSON.stringify(body), headers: { "Content-Type": "application/json" } }),
      ...(signal ? { signal } : {}),
    });
  } catch (error) {
    if (error instanceof DOMException && error.name === "AbortError") throw error;
    throw new Unreachable(path);
  }
  const type = response.headers.get("Content-Type") ?? "";
  if (!type.includes("json")) throw new Unreachable(path);
  const answer: unknown = await response.json();
  if (!response.ok) throw new Refused(answer as Problem);
  return answer;
}

export interface Words {
  dialect: string;
  fine: boolean;
}

const inWords = (words: Words): string => new URLSearchParams({ dialect: words.dialect, fine: String(words.fine) }).toString();

export const api = {
  bench: (words: Words, signal?: AbortSignal) => call("GET", `/bench?${inWords(words)}`, undefined, signal) as Promise<Bench>,
  newJob: (name: string, units: string) => call("POST", "/jobs", { name, units }) as Promise<Job>,
  newWork: (jobId: string, name: string) => call("POST", `/jobs/${jobId}/works`, { name }) as Promise<Work>,
  shop: (signal?: AbortSignal) => call("GET", "/shop", undefined, signal) as Promise<Shop>,
  saveShop: (shop: Pick<Shop, "revision" | "dialect" | "fine">) => call("PUT", "/shop", shop) as Promise<Shop>,
  saveJob: ({ id, ...job }: Job) => call("PUT", `/jobs/${id}`, job) as Promise<Job>,
  put: (what: "jobs" | "works", id: string, away: boolean) =>
    call(away ? "DELETE" : "POST", `/${what}/${id}${away ? "" : "/restore"}`, away ? undefined : {}),
  duplicate: (id: string) => call("POST", `/works/${id}/duplicate`, {}) as Promise<Work>,
  work: (id: string, signal?: AbortSignal) => call("GET", `/works/${id}`, undefined, signal) as Promise<WorkPage>,
  save: (id: string, revision: number, document: Document, words: Words) =>
    call("PUT", `/works/${id}?${inWords(words)}`, { revision, document }) as Promise<Work>,
  history: (id: string, words: Words, signal?: AbortSignal) =>
    call("GET", `/works/${id}/history?${inWords(words)}`, undefined, signal) as Promise<History>,
  step: (id: string, way: "undo" | "redo", revision: number) =>
    call("POST", `/works/${id}/${way}`, { revision }) as Promise<Work>,
  workOut: (job: unknown, words: Words, piece: string, signal?: AbortSignal) =>
    call("POST", `/work-out?suppose=true&piece=${encodeURIComponent(piece)}&${inWords(words)}`, job, signal) as Promise<WorkOutAnswer>,
};
