/** The API, typed by what the server says of itself: questions are asked at once, changes go through the outbox. */
import createClient from "openapi-fetch";
import { outbox } from "../outbox/outbox";
import { number } from "../outbox/tabs";
import { answered, asking, fetched, superseding, type Untyped } from "./request";
import type { paths } from "./schema";
import type { CutBoardBody, Dialect, Document, FileKind, Job, JobFile, OrderLine, Paper, PreviewKind, School, Schemas, Shelf, Units } from "./types";

export { Refused, Unreachable } from "./request";

export interface Words {
  dialect: Dialect;
  fine: boolean;
}

const questions = createClient<object>({ fetch: answered }) as unknown as Untyped;
const server = { GET: asking(questions, "get"), POST: asking(questions, "post"), PUT: asking(questions, "put") };

/** A change, with what is written down of it. */
class Change extends Request {
  readonly sent: unknown;
  readonly key: string;

  constructor(url: string, init: RequestInit & { key?: string }) {
    super(url, init);
    this.sent = typeof init.body === "string" ? JSON.parse(init.body) : undefined;
    this.key = init.key ?? "";
  }
}

/** The outbox in place of the network: what it answers is what the server answered, now or later. */
async function throughOutbox(request: Request): Promise<Response> {
  if (!(request instanceof Change)) throw new TypeError(request.url);
  const { pathname, search } = new URL(request.url);
  return Response.json(await outbox.send(request.method, pathname.replace(/^\/api/, "") + search, request.sent, request.key));
}

/** Changes with the same `key` take the place of one another while they wait. */
const changes = createClient<object>({ fetch: throughOutbox, Request: Change as typeof Request }) as unknown as Untyped;
const outgoing = { POST: asking(changes, "post"), PUT: asking(changes, "put"), DELETE: asking(changes, "delete") };

/** A file is sent as it is. */
const upload = (file: Blob, type: string) => ({ body: file as never, bodySerializer: () => file, headers: { "Content-Type": type, "Idempotency-Key": number() } });

/** A change under its number, sent at once. */
const under = (number: string) => ({ headers: { "Idempotency-Key": number } });

const until = (signal?: AbortSignal) => (signal ? { signal } : {});
const ofWork = (work_id: string) => ({ path: { work_id } });
const ofJob = (job_id: string) => ({ path: { job_id } });

/** How a cutting plan may go about it. */
export interface Ways {
  scope: "work" | "job";
  edgeFree: boolean;
  faceGiven: boolean;
  scarfed: boolean;
  /** Whether other ways to buy are asked for: they take longer. */
  others: boolean;
}

type Kept = "jobs" | "works";
export type LogAsk = Omit<NonNullable<paths["/api/jobs/{job_id}/logbook"]["get"]["parameters"]["query"]>, "dialect" | "fine">;
type Read = paths["/api/gauge-check"]["post"]["parameters"]["query"];

export const api = {
  bench: (words: Words, shelf: Shelf, signal?: AbortSignal) => server.GET("/api/bench", { params: { query: { ...shelf, ...words } }, ...until(signal) }),
  newJob: (name: string, units: Units) => outgoing.POST("/api/jobs", { body: { name, units } }),
  newWork: (jobId: string, name: string, kind: Schemas["NewWorkBody"]["kind"]) => outgoing.POST("/api/jobs/{job_id}/works", { params: ofJob(jobId), body: { name, kind, document: null } }),
  whole: (file: JobFile, words: Words, signal?: AbortSignal) => server.POST("/api/whole", { params: { query: words }, body: file, ...until(signal) }),
  hips: (file: JobFile, words: Words, signal?: AbortSignal) => server.POST("/api/hips", { params: { query: words }, body: file, ...until(signal) }),
  cutPlan: (id: string, file: JobFile, words: Words, ways: Ways, token: string, signal?: AbortSignal) => {
    const query = { scope: ways.scope, edge_free: ways.edgeFree, face_given: ways.faceGiven, scarfed: ways.scarfed, others: ways.others, ...(token === "" ? { quick: true } : { token }), ...words };
    return server.POST("/api/works/{work_id}/cut", { params: { ...ofWork(id), query }, body: file, ...until(signal) });
  },
  making: (token: string, signal?: AbortSignal) => server.GET("/api/making/{token}", { params: { path: { token } }, ...until(signal) }),
  stopMaking: (token: string) => server.PUT("/api/making/{token}/stop", { params: { path: { token } } }),
  cutKept: (id: string, scope: Ways["scope"], words: Words) => server.GET("/api/works/{work_id}/cutting", { params: { ...ofWork(id), query: { scope, ...words } } }),
  boardCut: (id: string, board: CutBoardBody) => outgoing.POST("/api/works/{work_id}/cut-boards", { params: ofWork(id), body: board }),
  notCut: (board_id: string) => outgoing.DELETE("/api/cut-boards/{board_id}", { params: { path: { board_id } } }),
  spoiled: (board_id: string, place: number, piece: { spoiled: boolean; to_rack?: boolean; recut?: boolean }) =>
    outgoing.PUT("/api/cut-boards/{board_id}/pieces/{place}", { params: { path: { board_id, place } }, body: { to_rack: false, recut: false, ...piece } }),
  tried: (id: string, tried: boolean) => outgoing.PUT("/api/works/{work_id}/tried", { params: ofWork(id), body: { tried } }),
  addToRack: (board: Schemas["RackBody"], units: Units) => outgoing.POST("/api/rack", { params: { query: { units } }, body: board }),
  rackTable: (file: Blob, units: Units) => server.POST("/api/rack/csv", { params: { query: { units } }, ...upload(file, "text/csv") }),
  rackBoard: (board_id: string, board: Schemas["OnHandBody"], units: Units) =>
    outgoing.PUT("/api/rack/{board_id}", { params: { path: { board_id }, query: { units } }, body: board }),
  offRack: (board_id: string, units: Units) => outgoing.DELETE("/api/rack/{board_id}", { params: { path: { board_id }, query: { units } } }),
  importJob: (file: Blob) => server.POST("/api/jobs/import", upload(file, "application/json")),
  copies: (signal?: AbortSignal) => server.GET("/api/backup/copies", until(signal)),
  goBack: (number: number) => server.POST("/api/backup/copies/{number}", { params: { path: { number } } }),
  deleted: (signal?: AbortSignal) => server.GET("/api/deleted", until(signal)),
  restore: (file: Blob) => server.POST("/api/backup", upload(file, "application/vnd.sqlite3")),
  readingsTable: (id: string, revision: number, file: Blob) =>
    server.POST("/api/works/{work_id}/readings", { params: { ...ofWork(id), query: { revision } }, ...upload(file, "text/csv") }),
  planFromDrawing: (file: Blob) => server.POST("/api/plan-from-drawing", upload(file, "application/dxf")),
  yard: (jobId: string, asked: Schemas["AskBody"], words: Words) => server.POST("/api/jobs/{job_id}/yard", { params: { ...ofJob(jobId), query: words }, body: asked }),
  order: (jobId: string, lines: OrderLine[]) => outgoing.POST("/api/jobs/{job_id}/orders", { params: ofJob(jobId), body: { lines } }),
  orderCame: (order_id: string, came: boolean) => outgoing.PUT("/api/orders/{order_id}", { params: { path: { order_id } }, body: { came } }),
  preview: (file: JobFile, words: Words, kind: PreviewKind, paper: Paper, page: number) =>
    server.POST("/api/preview", { params: { query: { file: kind, paper, page, ...words } }, body: file }),
  exportFile: (file: JobFile, words: Words, kind: FileKind, paper: Paper, token: string): Promise<Blob> =>
    server.POST("/api/export", { params: { query: { file: kind, paper, token, ...words } }, body: file, parseAs: "blob", fetch: fetched }) as Promise<Blob>,
  stair: (file: JobFile, words: Words, signal?: AbortSignal) => server.POST("/api/stair", { params: { query: words }, body: file, ...until(signal) }),
  stairFit: (file: JobFile, words: Words, signal?: AbortSignal) => server.POST("/api/stair-fit", { params: { query: words }, body: file, ...until(signal) }),
  assembled: (file: JobFile, words: Words, signal?: AbortSignal) => server.POST("/api/assembled", { params: { query: words }, body: file, ...until(signal) }),
  handOut: (file: JobFile, words: Words) => server.POST("/api/hand-out", { params: { query: words }, body: file }),
  overlaps: (file: JobFile, words: Words, signal?: AbortSignal) => server.POST("/api/overlaps", { params: { query: words }, body: file, ...until(signal) }),
  pitch: (file: JobFile, top: number, words: Words) => server.POST("/api/pitch", { params: { query: { top: Number(top.toFixed(3)), ...words } }, body: file }),
  shop: (signal?: AbortSignal) => server.GET("/api/shop", until(signal)),
  saveShop: (revision: number, settings: Schemas["ShopBody"]["settings"]) => outgoing.PUT("/api/shop", { body: { revision, settings }, key: "shop" }),
  job: (id: string, words: Words, signal?: AbortSignal) => server.GET("/api/jobs/{job_id}", { params: { ...ofJob(id), query: words }, ...until(signal) }),
  saveJob: ({ id, revision, name, units, limits }: Job, more: { settings?: Document; overrides?: Document } = {}) =>
    outgoing.PUT("/api/jobs/{job_id}", { params: ofJob(id), body: { revision, name, units, limits, settings: null, overrides: null, ...more } }),
  archive: (what: Kept, id: string, archived: boolean) =>
    what === "jobs"
      ? outgoing.POST("/api/jobs/{job_id}/archive", { params: ofJob(id), body: { archived } })
      : outgoing.POST("/api/works/{work_id}/archive", { params: ofWork(id), body: { archived } }),
  limitSet: (set_id: string, words: Words, signal?: AbortSignal) =>
    server.GET("/api/limit-sets/{set_id}", { params: { path: { set_id }, query: words }, ...until(signal) }),
  newLimitSet: (name: string, base: Schemas["NewLimitSetBody"]["base"], words: Words) => outgoing.POST("/api/limit-sets", { params: { query: words }, body: { name, base } }),
  saveLimitSet: (set_id: string, revision: number, name: string, changes: Document, words: Words) =>
    outgoing.PUT("/api/limit-sets/{set_id}", { params: { path: { set_id }, query: words }, body: { revision, name, changes } }),
  removeLimitSet: (set_id: string) => outgoing.DELETE("/api/limit-sets/{set_id}", { params: { path: { set_id } } }),
  devices: (signal?: AbortSignal) => server.GET("/api/devices", until(signal)),
  pairingCode: () => server.POST("/api/devices/code"),
  shutOut: (device_id: string) => outgoing.DELETE("/api/devices/{device_id}", { params: { path: { device_id } } }),
  put: (what: Kept, id: string, away: boolean) => {
    if (what === "jobs") return away ? outgoing.DELETE("/api/jobs/{job_id}", { params: ofJob(id) }) : outgoing.POST("/api/jobs/{job_id}/restore", { params: ofJob(id) });
    return away ? outgoing.DELETE("/api/works/{work_id}", { params: ofWork(id) }) : outgoing.POST("/api/works/{work_id}/restore", { params: ofWork(id) });
  },
  duplicate: (id: string) => outgoing.POST("/api/works/{work_id}/duplicate", { params: ofWork(id) }),
  work: (id: string, signal?: AbortSignal) => server.GET("/api/works/{work_id}", { params: ofWork(id), ...until(signal) }),
  rename: (id: string, revision: number, document: Document, words: Words) =>
    outgoing.PUT("/api/works/{work_id}", { params: { ...ofWork(id), query: words }, body: { revision, document }, key: `name:${id}` }),
  save: (id: string, revision: number, document: Document, words: Words, number: string) =>
    server.PUT("/api/works/{work_id}", { params: { ...ofWork(id), query: words }, body: { revision, document }, ...under(number) }),
  marking: (id: string, words: Words, signal?: AbortSignal) => server.GET("/api/works/{work_id}/marking", { params: { ...ofWork(id), query: words }, ...until(signal) }),
  place: (id: string, piece: string, stop: string) =>
    outgoing.PUT("/api/works/{work_id}/marking/place", { params: ofWork(id), body: { piece, stop }, key: `place:${id}:${piece}` }),
  tick: (id: string, tick: Schemas["TickBody"], words: Words) =>
    outgoing.PUT("/api/works/{work_id}/marking/tick", { params: { ...ofWork(id), query: words }, body: tick, key: `tick:${id}:${tick.piece}:${tick.stop}` }),
  gaugeCheck: (file: JobFile, read: Read, words: Words) => server.POST("/api/gauge-check", { params: { query: { ...read, ...words } }, body: file }),
  outline: (body: Schemas["OutlineBody"], words: Words) => server.POST("/api/outline", { params: { query: words }, body }),
  practice: (ask: { school: School; units: Units; seed: number }, words: Words, signal?: AbortSignal) =>
    server.GET("/api/practice", { params: { query: { ...ask, ...words } }, ...until(signal) }),
  practiceAnswer: (answer: Schemas["AnswerBody"], words: Words) => server.POST("/api/practice/answer", { params: { query: words }, body: answer }),
  logbook: (jobId: string, ask: LogAsk, words: Words, signal?: AbortSignal) => server.GET("/api/jobs/{job_id}/logbook", { params: { ...ofJob(jobId), query: { ...ask, ...words } }, ...until(signal) }),
  addNote: (jobId: string, body: Schemas["NoteBody"]) => outgoing.POST("/api/jobs/{job_id}/logbook", { params: ofJob(jobId), body }),
  addPicture: (jobId: string, said: { note: string; work: string; role: string }, file: File) =>
    server.POST("/api/jobs/{job_id}/logbook/pictures", { params: { ...ofJob(jobId), query: said }, ...upload(file, file.type || "application/octet-stream") }),
  schedule: (jobId: string, today: string, words: Words, signal?: AbortSignal) => server.GET("/api/jobs/{job_id}/order", { params: { ...ofJob(jobId), query: { today, ...words } }, ...until(signal) }),
  taskDone: (jobId: string, task: string, body: Schemas["DoneBody"]) =>
    outgoing.PUT("/api/jobs/{job_id}/order/tasks/{task}/done", { params: { path: { job_id: jobId, task } }, body, key: `task:${jobId}:${task}` }),
  taskHeld: (jobId: string, task: string, body: Schemas["HeldBody"]) =>
    outgoing.PUT("/api/jobs/{job_id}/order/tasks/{task}/held", { params: { path: { job_id: jobId, task } }, body, key: `held:${jobId}:${task}` }),
  scheduleFrom: (jobId: string, starts: string | null) => outgoing.PUT("/api/jobs/{job_id}/order/start", { params: ofJob(jobId), body: { starts }, key: `start:${jobId}` }),
  scheduleCrew: (jobId: string, body: Schemas["CrewBody"]) => outgoing.PUT("/api/jobs/{job_id}/order/crew", { params: ofJob(jobId), body, key: `crew:${jobId}` }),
  scheduleTime: (jobId: string, kind: string, factor: number | null) =>
    outgoing.PUT("/api/jobs/{job_id}/order/times/{task_kind}", { params: { path: { job_id: jobId, task_kind: kind } }, body: { factor }, key: `time:${kind}` }),
  agree: (jobId: string, today: string) => outgoing.POST("/api/jobs/{job_id}/order/agreed", { params: { ...ofJob(jobId), query: { today } } }),
  history: (id: string, words: Words, signal?: AbortSignal) => server.GET("/api/works/{work_id}/history", { params: { ...ofWork(id), query: words }, ...until(signal) }),
  step: (id: string, direction: "undo" | "redo", revision: number, number: string) =>
    server.POST(`/api/works/{work_id}/${direction}`, { params: ofWork(id), body: { revision }, ...under(number) }),
  tray: () => server.GET("/api/instruments"),
  setInstrument: (kind: Schemas["InstrumentView"]["kind"], body: Partial<Schemas["SetInstrumentBody"]>) =>
    server.PUT("/api/instruments/{kind}", { params: { path: { kind } }, body: body as Schemas["SetInstrumentBody"] }),
  press: (file: JobFile, ask: { instrument: Schemas["InstrumentView"]["kind"]; target: string; tray: string }, words: Words) =>
    server.POST("/api/instruments/press", { params: { query: { ...ask, ...words } }, body: file }),
  sketch: (file: JobFile, words: Words, signal?: AbortSignal) =>
    server.POST("/api/sketch", { params: { query: { suppose: true, ...words } }, body: file, fetch: superseding("sketch"), ...until(signal) }),
  workOut: (file: JobFile, words: Words, piece: string, signal?: AbortSignal) =>
    server.POST("/api/work-out", { params: { query: { suppose: true, piece, ...words } }, body: file, fetch: superseding("work-out"), ...until(signal) }),
};
