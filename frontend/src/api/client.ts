/** The API, thin and typed. A refused request throws `Refused`; a server that does not answer, `Unreachable`. */
import type {
  Answered, Bench, CutBoardBody, CutKept, CutPlan, Devices, Document, Gauge, Hips, History, Job, JobPage, LimitSetPage, Marking, Offers, OrderLine, Overlaps, PairingCode, Practice, Problem, Schemas, Shelf, Shop, Stair, StairFit, Whole, Work, WorkOutAnswer, WorkPage,
} from "./types";

export class Refused extends Error {
  constructor(readonly problem: Problem) {
    super(problem.detail);
  }
}

export class Unreachable extends Error {}

/** Send a file as it is. */
async function send(path: string, file: Blob, type: string): Promise<unknown> {
  let response: Response;
  try {
    response = await fetch(`/api${path}`, { method: "POST", body: file, headers: { "Content-Type": type } });
  } catch {
    throw new Unreachable(path);
  }
  const answer: unknown = await response.json().catch(() => {
    throw new Unreachable(path);
  });
  if (!response.ok) throw new Refused(answer as Problem);
  return answer;
}

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
  const answer: unknown = await response.json().catch(() => {
    // Cut off in the middle of its answer.
    throw new Unreachable(path);
  });
  if (!response.ok) throw new Refused(answer as Problem);
  return answer;
}

export interface Words {
  dialect: string;
  fine: boolean;
}

const inWords = (words: Words): string => new URLSearchParams({ dialect: words.dialect, fine: String(words.fine) }).toString();

export const api = {
  bench: (words: Words, shelf: Shelf, signal?: AbortSignal) =>
    call("GET", `/bench?${new URLSearchParams({ ...shelf, archived: String(shelf.archived) }).toString()}&${inWords(words)}`, undefined, signal) as Promise<Bench>,
  newJob: (name: string, units: string) => call("POST", "/jobs", { name, units }) as Promise<Job>,
  newWork: (jobId: string, name: string, kind: string) => call("POST", `/jobs/${jobId}/works`, { name, kind }) as Promise<Work>,
  whole: (job: unknown, words: Words, signal?: AbortSignal) => call("POST", `/whole?${inWords(words)}`, job, signal) as Promise<Whole>,
  hips: (job: unknown, words: Words, signal?: AbortSignal) => call("POST", `/hips?${inWords(words)}`, job, signal) as Promise<Hips>,
  cutPlan: (id: string, job: unknown, words: Words, ways: { scope: string; edgeFree: boolean; faceGiven: boolean; scarfed: boolean; others: boolean }, token: string, signal?: AbortSignal) =>
    call("POST", `/works/${id}/cut?scope=${ways.scope}&edge_free=${String(ways.edgeFree)}&face_given=${String(ways.faceGiven)}&scarfed=${String(ways.scarfed)}&others=${String(ways.others)}&${token === "" ? "quick=true" : `token=${token}`}&${inWords(words)}`, job, signal) as Promise<CutPlan>,
  making: (token: string, signal?: AbortSignal) => call("GET", `/making/${token}`, undefined, signal) as Promise<Schemas["MakingView"]>,
  stopMaking: (token: string) => call("PUT", `/making/${token}/stop`),
  cutKept: (id: string, scope: string, words: Words) => call("GET", `/works/${id}/cutting?scope=${scope}&${inWords(words)}`) as Promise<CutKept>,
  boardCut: (id: string, board: CutBoardBody) => call("POST", `/works/${id}/cut-boards`, board),
  notCut: (board: string) => call("DELETE", `/cut-boards/${board}`),
  spoiled: (board: string, place: number, spoiled: boolean) => call("PUT", `/cut-boards/${board}/pieces/${place}`, { spoiled }),
  tried: (id: string, tried: boolean) => call("PUT", `/works/${id}/tried`, { tried }),
  addToRack: (board: Schemas["RackBody"], units: string) => call("POST", `/rack?units=${units}`, board),
  rackTable: (file: Blob, units: string) => send(`/rack/csv?units=${units}`, file, "text/csv"),
  rackBoard: (id: string, board: Schemas["OnHandBody"], units: string) => call("PUT", `/rack/${id}?units=${units}`, board),
  offRack: (id: string, units: string) => call("DELETE", `/rack/${id}?units=${units}`),
  importJob: (file: Blob) => send("/jobs/import", file, "application/json") as Promise<Job>,
  restore: (file: Blob) => send("/backup", file, "application/vnd.sqlite3") as Promise<Schemas["RestoredView"]>,
  readingsTable: (id: string, revision: number, file: Blob) => send(`/works/${id}/readings?revision=${revision}`, file, "text/csv"),
  planFromDrawing: (file: Blob) => send("/plan-from-drawing", file, "application/dxf") as Promise<{ corners: [string, string][] }>,
  yard: (job: string, asked: Schemas["AskBody"], words: Words) => call("POST", `/jobs/${job}/yard?${inWords(words)}`, asked) as Promise<Offers>,
  order: (job: string, lines: OrderLine[]) => call("POST", `/jobs/${job}/orders`, { lines }),
  orderCame: (id: string, came: boolean) => call("PUT", `/orders/${id}`, { came }),
  preview: (job: unknown, words: Words, file: string, paper: string, page: number) =>
    call("POST", `/preview?file=${file}&paper=${paper}&page=${page}&${inWords(words)}`, job) as Promise<Schemas["PreviewView"]>,
  exportFile: async (job: unknown, words: Words, file: string, paper: string, token: string): Promise<Blob> => {
    const response = await fetch(`/api/export?file=${file}&paper=${paper}&token=${token}&${inWords(words)}`, { method: "POST", body: JSON.stringify(job), headers: { "Content-Type": "application/json" } });
    if (!response.ok) throw new Refused((await response.json()) as Problem);
    return response.blob();
  },
  stair: (job: unknown, words: Words, signal?: AbortSignal) => call("POST", `/stair?${inWords(words)}`, job, signal) as Promise<Stair>,
  stairFit: (job: unknown, words: Words, signal?: AbortSignal) => call("POST", `/stair-fit?${inWords(words)}`, job, signal) as Promise<StairFit>,
  takeAway: (job: unknown, words: Words) => call("POST", `/take-away?${inWords(words)}`, job) as Promise<{ name: string; html: string }>,
  overlaps: (job: unknown, words: Words, signal?: AbortSignal) => call("POST", `/overlaps?${inWords(words)}`, job, signal) as Promise<Overlaps>,
  pitch: (job: unknown, top: number, words: Words) => call("POST", `/pitch?top=${top.toFixed(3)}&${inWords(words)}`, job) as Promise<{ pitch: string }>,
  shop: (signal?: AbortSignal) => call("GET", "/shop", undefined, signal) as Promise<Shop>,
  saveShop: (revision: number, settings: Document) => call("PUT", "/shop", { revision, settings }) as Promise<Shop>,
  job: (id: string, words: Words, signal?: AbortSignal) => call("GET", `/jobs/${id}?${inWords(words)}`, undefined, signal) as Promise<JobPage>,
  saveJob: ({ id, revision, name, units, limits }: Job, more: { settings?: Document; overrides?: Document } = {}) =>
    call("PUT", `/jobs/${id}`, { revision, name, units, limits, ...more }) as Promise<Job>,
  archive: (what: "jobs" | "works", id: string, archived: boolean) => call("POST", `/${what}/${id}/archive`, { archived }),
  limitSet: (id: string, words: Words, signal?: AbortSignal) =>
    call("GET", `/limit-sets/${id}?${inWords(words)}`, undefined, signal) as Promise<LimitSetPage>,
  newLimitSet: (name: string, base: string, words: Words) =>
    call("POST", `/limit-sets?${inWords(words)}`, { name, base }) as Promise<LimitSetPage>,
  saveLimitSet: (id: string, revision: number, name: string, changes: Document, words: Words) =>
    call("PUT", `/limit-sets/${id}?${inWords(words)}`, { revision, name, changes }) as Promise<LimitSetPage>,
  removeLimitSet: (id: string) => call("DELETE", `/limit-sets/${id}`),
  devices: (signal?: AbortSignal) => call("GET", "/devices", undefined, signal) as Promise<Devices>,
  pairingCode: () => call("POST", "/devices/code", {}) as Promise<PairingCode>,
  shutOut: (id: string) => call("DELETE", `/devices/${id}`) as Promise<Devices>,
  put: (what: "jobs" | "works", id: string, away: boolean) =>
    call(away ? "DELETE" : "POST", `/${what}/${id}${away ? "" : "/restore"}`, away ? undefined : {}),
  duplicate: (id: string) => call("POST", `/works/${id}/duplicate`, {}) as Promise<Work>,
  work: (id: string, signal?: AbortSignal) => call("GET", `/works/${id}`, undefined, signal) as Promise<WorkPage>,
  save: (id: string, revision: number, document: Document, words: Words) =>
    call("PUT", `/works/${id}?${inWords(words)}`, { revision, document }) as Promise<Work>,
  marking: (id: string, words: Words, signal?: AbortSignal) => call("GET", `/works/${id}/marking?${inWords(words)}`, undefined, signal) as Promise<Marking>,
  place: (id: string, piece: string, stop: string) => call("PUT", `/works/${id}/marking/place`, { piece, stop }),
  tick: (id: string, tick: { piece: string; stop: string; done: boolean }, words: Words, signal?: AbortSignal) =>
    call("PUT", `/works/${id}/marking/tick?${inWords(words)}`, tick, signal) as Promise<Marking>,
  gaugeCheck: (job: unknown, read: Record<string, string>, words: Words) =>
    call("POST", `/gauge-check?${new URLSearchParams(read).toString()}&${inWords(words)}`, job) as Promise<Gauge>,
  outline: (body: Record<string, unknown>, words: Words) => call("POST", `/outline?${inWords(words)}`, body) as Promise<{ corners: [string, string][] }>,
  practice: (ask: { school: string; units: string; seed: number }, words: Words, signal?: AbortSignal) =>
    call("GET", `/practice?${new URLSearchParams({ ...ask, seed: String(ask.seed) }).toString()}&${inWords(words)}`, undefined, signal) as Promise<Practice>,
  practiceAnswer: (answer: { school: string; units: string; seed: number; question: string; answer: string }, words: Words) =>
    call("POST", `/practice/answer?${inWords(words)}`, answer) as Promise<Answered>,
  history: (id: string, words: Words, signal?: AbortSignal) =>
    call("GET", `/works/${id}/history?${inWords(words)}`, undefined, signal) as Promise<History>,
  step: (id: string, way: "undo" | "redo", revision: number) =>
    call("POST", `/works/${id}/${way}`, { revision }) as Promise<Work>,
  workOut: (job: unknown, words: Words, piece: string, signal?: AbortSignal) =>
    call("POST", `/work-out?suppose=true&piece=${encodeURIComponent(piece)}&${inWords(words)}`, job, signal) as Promise<WorkOutAnswer>,
};
