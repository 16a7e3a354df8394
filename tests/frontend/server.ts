/** A server that answers as it is told, and notes what it was asked. */
import { vi } from "vitest";

export interface Asked {
  readonly method: string;
  readonly path: string;
  readonly body: unknown;
  readonly key: string | null;
}

type Answering = (asked: Asked) => Response | Promise<Response>;

export const json = (body: unknown, status = 200): Response => Response.json(body, { status });

export const problem = (status: number, detail = `No: ${status}.`, more: object = {}): Response =>
  json({ type: "about:blank", title: "", status, detail, errors: [], kept: null, conflict: [], incident: null, ...more }, status);

export const nobody = (): Response => {
  throw new TypeError("Failed to fetch");
};

export function server(first: Answering) {
  const asked: Asked[] = [];
  let answering = first;
  vi.stubGlobal("fetch", async (request: Request) => {
    const { pathname, search } = new URL(request.url);
    const text = await request.clone().text();
    const one = { method: request.method, path: pathname + search, body: text ? (JSON.parse(text) as unknown) : undefined, key: request.headers.get("Idempotency-Key") };
    asked.push(one);
    return answering(one);
  });
  return { asked, answer: (next: Answering) => { answering = next; } };
}
