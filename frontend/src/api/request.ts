/** Requests to the API. A refused one throws `Refused`; a server that does not answer, `Unreachable`. */
import type { ParamsOption } from "openapi-fetch";
import type { HttpMethod, PathsWithMethod, RequiredKeysOf } from "openapi-typescript-helpers";
import { reach } from "../outbox/reach";
import { number } from "../outbox/tabs";
import type { paths } from "./schema";
import type { Problem } from "./types";

export class Refused extends Error {
  constructor(readonly problem: Problem) {
    super(problem.detail);
  }
}

export class Unreachable extends Error {}

const isStopped = (error: unknown): boolean => error instanceof DOMException && error.name === "AbortError";

/** The JSON of a response; one cut off in the middle is no answer. */
const read = (response: Response): Promise<unknown> =>
  response.json().catch((error: unknown) => {
    throw isStopped(error) ? error : new Unreachable(response.url);
  });

/** Fetch something of any kind. */
export async function fetched(request: Request): Promise<Response> {
  let response: Response;
  try {
    response = await fetch(request);
  } catch (error) {
    throw isStopped(error) ? error : new Unreachable(request.url);
  }
  reach.note(response);
  if (!response.ok) throw isJson(response) ? new Refused((await read(response)) as Problem) : new Unreachable(request.url);
  return response;
}

/** Fetch JSON: a page that somebody else sent in its place is no answer. */
export async function answered(request: Request): Promise<Response> {
  const response = await fetched(request);
  if (!isJson(response)) throw new Unreachable(request.url);
  return response;
}

const isJson = (response: Response): boolean => (response.headers.get("Content-Type") ?? "").includes("json");

/** This page, as long as it is open, and how often it has asked. */
const screen = number();
let asked = 0;

/** Fetch an answer that the next of its kind takes the place of on this screen. */
export const superseding = (kind: string) => (request: Request): Promise<Response> => {
  request.headers.set("X-Screen", `${screen}/${kind} ${++asked}`);
  return answered(request);
};

type Sent<Asked> = Asked extends { requestBody: { content: { "application/json": infer Body } } } ? { body: Body } : { body?: never };
type Init<Asked> = ParamsOption<Asked> & Sent<Asked> & Pick<RequestInit, "signal"> & {
  headers?: Record<string, string>;
  parseAs?: "blob";
  bodySerializer?: () => Blob;
  fetch?: (request: Request) => Promise<Response>;
  key?: string;
};
type Answer<Asked> = Asked extends { responses: infer Answers } ? Good<Answers[keyof Answers & (200 | 201)]> : never;
type Good<Response> = Response extends { content: { "application/json": infer Body } } ? Body : never;

/** A client whose types are given here: its own would be worked out for every path at every call. */
export interface Untyped {
  request: (method: HttpMethod, path: string, init: object) => Promise<{ data?: unknown }>;
}

/** One method of a client: what it returns is what the server says it answers. */
export type Asking<Method extends HttpMethod> = <Path extends PathsWithMethod<paths, Method>>(
  path: Path,
  ...init: Optional<Init<paths[Path][Method]>>
) => Promise<Answer<paths[Path][Method]>>;
type Optional<Asked> = RequiredKeysOf<Asked> extends never ? [Asked?] : [Asked];

/** Ask by one method; an answer cut off in the middle is none. */
export function asking<Method extends HttpMethod>(client: Untyped, method: Method): Asking<Method> {
  const ask = async (path: string, init: object = {}): Promise<unknown> => {
    try {
      return (await client.request(method, path, init)).data;
    } catch (error) {
      if (error instanceof Refused || error instanceof Unreachable || isStopped(error)) throw error;
      throw new Unreachable(path);
    }
  };
  return ask as Asking<Method>;
}

/** Make a change under its number, as it was written down. */
export async function change(method: string, path: string, body: unknown, id: string): Promise<unknown> {
  const json = body === undefined ? {} : { body: JSON.stringify(body) };
  const type = body === undefined ? {} : { "Content-Type": "application/json" };
  return read(await answered(new Request(`/api${path}`, { method, ...json, headers: { ...type, "Idempotency-Key": id } })));
}
