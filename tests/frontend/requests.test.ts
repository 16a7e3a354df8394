import { meaningOf, pauseAfter, reasonOf } from "@/outbox/answers";
import { api, Refused, Unreachable } from "@/api/client";
import { expect, test } from "vitest";
import { json, nobody, problem, server } from "./server";

const words = { dialect: "north_america", fine: false } as const;

test.each([
  [401, "stands"], [403, "stands"], [404, "gone"], [405, "stands"], [408, "again"], [409, "stale"], [410, "gone"],
  [425, "again"], [429, "again"], [400, "refused"], [413, "refused"], [422, "refused"], [500, "again"], [503, "again"], [507, "again"],
] as const)("an answer of %i means %s", async (status, meaning) => {
  server(() => problem(status, "Because."));
  const error = await api.shop().catch((one: unknown) => one);
  expect(error).toBeInstanceOf(Refused);
  expect(meaningOf(error)).toBe(meaning);
  expect(reasonOf(error)).toBe("Because.");
});

test.each([
  ["nobody answers", nobody],
  ["another machine sends a page", () => new Response("<html>Sign in</html>", { headers: { "Content-Type": "text/html" } })],
  ["another machine refuses in HTML", () => new Response("<html>", { status: 502, headers: { "Content-Type": "text/html" } })],
  ["an answer is cut off", () => new Response('{"settings": ', { headers: { "Content-Type": "application/json" } })],
  ["a refusal is cut off", () => new Response('{"detail": ', { status: 422, headers: { "Content-Type": "application/problem+json" } })],
])("%s: out of reach, and it is tried again", async (_, answer) => {
  server(answer);
  const error = await api.shop().catch((one: unknown) => one);
  expect(error).toBeInstanceOf(Unreachable);
  expect(meaningOf(error)).toBe("again");
  expect(reasonOf(error)).toBe("");
});

test("a fault of the program is nobody's answer", () => {
  expect(() => meaningOf(new TypeError("x"))).toThrow(TypeError);
});

test("pauses grow, and stay within a quarter of a minute", () => {
  const pauses = [0, 1, 2, 5, 50].map(pauseAfter);
  expect(pauses[0]).toBe(1000);
  expect([...pauses].sort((a, b) => a - b)).toEqual(pauses);
  expect(pauses.at(-1)).toBe(15_000);
});

test("what is asked goes where the server says it is, names with spaces and marks too", async () => {
  const { asked } = server(() => json({ works: [] }));
  await api.workOut({} as never, words, "hip 1/2");
  await api.limitSet("own-1/2", words);
  expect(asked.map((one) => one.path)).toEqual([
    "/api/work-out?suppose=true&piece=hip%201%2F2&dialect=north_america&fine=false",
    "/api/limit-sets/own-1%2F2?dialect=north_america&fine=false",
  ]);
});

test("a file is sent as it is, under a number", async () => {
  const { asked } = server(() => json({ id: "1" }, 201));
  await api.importJob(new Blob(['{"format": 1}']));
  expect(asked[0]).toMatchObject({ method: "POST", path: "/api/jobs/import", body: { format: 1 } });
  expect(asked[0]?.key).toMatch(/^[0-9a-f]{32}$/);
});
