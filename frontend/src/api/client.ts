/** The API, thin and typed: questions are asked at once, changes go through the outbox. */
import { outbox } from "../outbox/outbox";
import { call, Refused, send } from "./request";
import type {
  Answered, Bench, CutBoardBody, CutKept, CutPlan, Devices, Document, Gauge, Hips, History, Job, JobPage, LimitSetPage, Marking, Offers, OrderLine, Overlaps, PairingCode, Practice, Problem, Schemas, Shelf, Shop, Stair, StairFit, Whole, Work, WorkOutAnswer, WorkPage,
} from "./types";

export { Refused, Unreachable } from "./request";

export interface Words {
  dialect: string;
  fine: boolean;
}

const inWords = (words: Words): string => new URLSearchParams({ dialect: words.dialect, fine: String(words.fine) }).toString();

const change = outbox.send;

export const api = {
  bench: (words: Words, shelf: Shelf, signal?: AbortSignal) =>
    call("GET", `/bench?${new URLSearchParams({ ...shelf, archived: String(shelf.archived) }).toString()}&${inWords(words)}`, undefined, signal) as Promise<Bench>,
  newJob: (name: string, units: string) => change("POST", "/jobs", { name, units }) as Promise<Job>,
  newWork: (jobId: string, name: string, kind: string) => change("POST", `/jobs/${jobId}/works`, { name, kind }) as Promise<Work>,
  whole: (job: unknown, words: Words, signal?: AbortSignal) => call("POST", `/whole?${inWords(words)}`, job, signal) as Promise<Whole>,
  hips: (job: unknown, words: Words, signal?: AbortSignal) => call("POST", `/hips?${inWords(words)}`, job, signal) as Promise<Hips>,
  cutPlan: (id: string, job: unknown, words: Words, ways: { scope: string; edgeFree: boolean; faceGiven: boolean; scarfed: boolean; others: boolean }, token: string, signal?: AbortSignal) =>
    call("POST", `/works/${id}/cut?scope=${ways.scope}&edge_free=${String(ways.edgeFree)}&face_given=${String(ways.faceGiven)}&scarfed=${String(ways.scarfed)}&others=${String(ways.others)}&${token === "" ? "quick=true" : `token=${token}`}&${inWords(words)}`, job, signal) as Promise<CutPlan>,
  making: (token: string, signal?: AbortSignal) => call("GET", `/making/${token}`, undefined, signal) as Promise<Schemas["MakingView"]>,
  stopMaking: (token: string) => call("PUT", `/making/${token}/stop`),
  cutKept: (id: string, scope: string, words: Words) => call("GET", `/works/${id}/cutting?scope=${scope}&${inWords(words)}`) as Promise<CutKept>,
  boardCut: (id: string, board: CutBoardBody) => change("POST", `/works/${id}/cut-boards`, board),
  notCut: (board: string) => change("DELETE", `/cut-boards/${board}`),
  spoiled: (board: string, place: number, spoiled: boolean) => change("PUT", `/cut-boards/${board}/pieces/${place}`, { spoiled }),
  tried: (id: string, tried: boolean) => change("PUT", `/works/${id}/tried`, { tried }),
  addToRack: (board: Schemas["RackBody"], units: string) => change("POST", `/rack?units=${units}`, board),
  rackTable: (file: Blob, units: string) => send(`/rack/csv?units=${units}`, file, "text/csv"),
  rackBoard: (id: string, board: Schemas["OnHandBody"], units: string) => change("PUT", `/rack/${id}?units=${units}`, board),
  offRack: (id: string, units: string) => change("DELETE", `/rack/${id}?units=${units}`),
  importJob: (file: Blob) => send("/jobs/import", file, "application/json") as Promise<Job>,
  copies: (signal?: AbortSignal) => call("GET", "/backup/copies", undefined, signal) as Promise<Schemas["CopiesView"]>,
  goBack: (copy: number) => call("POST", `/backup/copies/${copy}`) as Promise<Schemas["RestoredView"]>,
  deleted: (signal?: AbortSignal) => call("GET", "/deleted", undefined, signal) as Promise<Schemas["DeletedListView"]>,
  restore: (file: Blob) => send("/backup", file, "application/vnd.sqlite3") as Promise<Schemas["RestoredView"]>,
  readingsTable: (id: string, revision: number, file: Blob) => send(`/works/${id}/readings?revision=${revision}`, file, "text/csv"),
  planFromDrawing: (file: Blob) => send("/plan-from-drawing", file, "application/dxf") as Promise<{ corners: [string, string][] }>,
  yard: (job: string, asked: Schemas["AskBody"], words: Words) => call("POST", `/jobs/${job}/yard?${inWords(words)}`, asked) as Promise<Offers>,
  order: (job: string, lines: OrderLine[]) => change("POST", `/jobs/${job}/orders`, { lines }),
  orderCame: (id: string, came: boolean) => change("PUT", `/orders/${id}`, { came }),
  preview: (job: unknown, words: Words, file: string, paper: string, page: number) =>
    call("POST", `/preview?file=${file}&paper=${paper}&page=${page}&${inWords(words)}`, job) as Promise<Schemas["PreviewView"]>,
  exportFile: async (job: unknown, words: Words, file: string, paper: string, token: string): Promise<Blob> => {
    const response = await fetch(`/api/export?file=${file}&paper=${paper}&token=${token}&${inWords(words)}`, { method: "POST", body: JSON.stringify(job), headers: { "Content-Type": "application/json" } });
    if (!response.ok) throw new Refused((await response.json()) as Problem);
    return response.blob();
  },
  stair: (job: unknown, words: Words, signal?: AbortSignal) => call("POST", `/stair?${inWords(words)}`, job, signal) as Promise<Stair>,
  stairFit: (job: unknown, words: Words, signal?: AbortSignal) => call("POST", `/stair-fit?${inWords(words)}`, job, signal) as Promise<StairFit>,
  handOut: (job: unknown, words: Words) => call("POST", `/hand-out?${inWords(words)}`, job) as Promise<{ name: string; html: string }>,
  overlaps: (job: unknown, words: Words, signal?: AbortSignal) => call("POST", `/overlaps?${inWords(words)}`, job, signal) as Promise<Overlaps>,
  pitch: (job: unknown, top: number, words: Words) => call("POST", `/pitch?top=${top.toFixed(3)}&${inWords(words)}`, job) as Promise<{ pitch: string }>,
  shop: (signal?: AbortSignal) => call("GET", "/shop", undefined, signal) as Promise<Shop>,
  saveShop: (revision: number, settings: Document) => change("PUT", "/shop", { revision, settings }, "shop") as Promise<Shop>,
  job: (id: string, words: Words, signal?: AbortSignal) => call("GET", `/jobs/${id}?${inWords(words)}`, undefined, signal) as Promise<JobPage>,
  saveJob: ({ id, revision, name, units, limits }: Job, more: { settings?: Document; overrides?: Document } = {}) =>
    change("PUT", `/jobs/${id}`, { revision, name, units, limits, ...more }) as Promise<Job>,
  archive: (what: "jobs" | "works", id: string, archived: boolean) => change("POST", `/${what}/${id}/archive`, { archived }),
  limitSet: (id: string, words: Words, signal?: AbortSignal) =>
    call("GET", `/limit-sets/${id}?${inWords(words)}`, undefined, signal) as Promise<LimitSetPage>,
  newLimitSet: (name: string, base: string, words: Words) =>
    change("POST", `/limit-sets?${inWords(words)}`, { name, base }) as Promise<LimitSetPage>,
  saveLimitSet: (id: string, revision: number, name: string, changes: Document, words: Words) =>
    change("PUT", `/limit-sets/${id}?${inWords(words)}`, { revision, name, changes }) as Promise<LimitSetPage>,
  removeLimitSet: (id: string) => change("DELETE", `/limit-sets/${id}`),
  devices: (signal?: AbortSignal) => call("GET", "/devices", undefined, signal) as Promise<Devices>,
  pairingCode: () => call("POST", "/devices/code", {}) as Promise<PairingCode>,
  shutOut: (id: string) => change("DELETE", `/devices/${id}`) as Promise<Devices>,
  put: (what: "jobs" | "works", id: string, away: boolean) =>
    change(away ? "DELETE" : "POST", `/${what}/${id}${away ? "" : "/restore"}`, away ? undefined : {}),
  duplicate: (id: string) => change("POST", `/works/${id}/duplicate`, {}) as Promise<Work>,
  work: (id: string, signal?: AbortSignal) => call("GET", `/works/${id}`, undefined, signal) as Promise<WorkPage>,
  rename: (id: string, revision: number, document: Document, words: Words) =>
    change("PUT", `/works/${id}?${inWords(words)}`, { revision, document }, `name:${id}`) as Promise<Work>,
  save: (id: string, revision: number, document: Document, words: Words, number: string) =>
    call("PUT", `/works/${id}?${inWords(words)}`, { revision, document }, undefined, number) as Promise<Work>,
  marking: (id: string, words: Words, signal?: AbortSignal) => call("GET", `/works/${id}/marking?${inWords(words)}`, undefined, signal) as Promise<Marking>,
  place: (id: string, piece: string, stop: string) => change("PUT", `/works/${id}/marking/place`, { piece, stop }, `place:${id}:${piece}`),
  tick: (id: string, tick: { piece: string; stop: string; done: boolean }, words: Words) =>
    change("PUT", `/works/${id}/marking/tick?${inWords(words)}`, tick, `tick:${id}:${tick.piece}:${tick.stop}`) as Promise<Marking>,
  gaugeCheck: (job: unknown, read: Record<string, string>, words: Words) =>
    call("POST", `/gauge-check?${new URLSearchParams(read).toString()}&${inWords(words)}`, job) as Promise<Gauge>,
  outline: (body: Record<string, unknown>, words: Words) => call("POST", `/outline?${inWords(words)}`, body) as Promise<{ corners: [string, string][] }>,
  practice: (ask: { school: string; units: string; seed: number }, words: Words, signal?: AbortSignal) =>
    call("GET", `/practice?${new URLSearchParams({ ...ask, seed: String(ask.seed) }).toString()}&${inWords(words)}`, undefined, signal) as Promise<Practice>,
  practiceAnswer: (answer: { school: string; units: string; seed: number; question: string; answer: string }, words: Words) =>
    call("POST", `/practice/answer?${inWords(words)}`, answer) as Promise<Answered>,
  history: (id: string, words: Words, signal?: AbortSignal) =>
    call("GET", `/works/${id}/history?${inWords(words)}`, undefined, signal) as Promise<History>,
  step: (id: string, way: "undo" | "redo", revision: number, number: string) =>
    call("POST", `/works/${id}/${way}`, { revision }, undefined, number) as Promise<Work>,
  sketch: (job: unknown, words: Words, signal?: AbortSignal) =>
    call("POST", `/sketch?suppose=true&${inWords(words)}`, job, signal) as Promise<Schemas["SketchView"]>,
  workOut: (job: unknown, words: Words, piece: string, signal?: AbortSignal) =>
    call("POST", `/work-out?suppose=true&piece=${encodeURIComponent(piece)}&${inWords(words)}`, job, signal) as Promise<WorkOutAnswer>,
};
