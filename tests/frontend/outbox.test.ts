import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { json, nobody, problem, server } from "./server";

const kept = () => Object.keys(localStorage).filter((key) => key.startsWith("outbox:")).flatMap((key) => JSON.parse(localStorage.getItem(key) ?? "[]") as { path: string }[]);

/** A page just opened. */
async function page() {
  vi.resetModules();
  const { outbox } = await import("@/outbox/outbox");
  const { api } = await import("@/api/client");
  const { storage } = await import("@/outbox/storage");
  return { outbox, api, storage };
}

beforeEach(() => void vi.useFakeTimers({ toFake: ["setTimeout", "clearTimeout", "Date"] }));
afterEach(() => vi.useRealTimers());

test("a change is written down until it is acknowledged", async () => {
  const { api, outbox } = await page();
  let answer: (response: Response) => void = () => undefined;
  const { asked } = server(() => new Promise<Response>((resolve) => { answer = resolve; }));
  const done = api.tried("7", true);
  await vi.waitFor(() => expect(asked).toHaveLength(1));
  expect(outbox.get().entries[0]?.state).toBe("sending");
  expect(kept().map((one) => one.path)).toEqual(["/works/7/tried"]);
  answer(json({ ok: true }));
  await done;
  expect(kept()).toEqual([]);
});

test.each([[401, "stands"], [403, "stands"], [404, "gone"], [410, "gone"]] as const)("after %i it stays, with the reason, until it is dropped or tried again", async (status, state) => {
  const { api, outbox } = await page();
  const { asked, answer } = server(() => problem(status, "Shut out."));
  const done = api.tried("7", true);
  await vi.waitFor(() => expect(outbox.get().entries[0]).toMatchObject({ state, reason: "Shut out." }));
  await vi.advanceTimersByTimeAsync(60_000);
  expect(asked).toHaveLength(1);
  answer(() => json({ ok: true }));
  outbox.retry();
  await done;
  expect(outbox.get().entries).toEqual([]);
  expect(asked[0]?.key).toBe(asked[1]?.key);
});

test.each([[408], [425], [429], [500], [503], [0]])("after %i it is sent again by itself, as the same change", async (status) => {
  const { api } = await page();
  const { asked, answer } = server(() => (status === 0 ? nobody() : problem(status)));
  const done = api.tried("7", true);
  await vi.advanceTimersByTimeAsync(1500);
  expect(asked).toHaveLength(2);
  answer(() => json({ ok: true }));
  await vi.advanceTimersByTimeAsync(2000);
  expect(await done).toEqual({ ok: true });
  expect(new Set(asked.map((one) => one.key)).size).toBe(1);
});

test.each([[400], [409], [422]])("after %i it goes back to whoever made it", async (status) => {
  const { api, outbox } = await page();
  server(() => problem(status, "Not so."));
  await expect(api.tried("7", true)).rejects.toThrow("Not so.");
  expect(outbox.get()).toEqual({ entries: [], refused: [] });
  expect(kept()).toEqual([]);
});

test("changes to one thing keep their order; the last of the same takes the place of one that waits", async () => {
  const { api } = await page();
  const { asked } = server(({ body }) => json({ kept: body }));
  const done = [api.place("7", "hip", "1"), api.place("7", "hip", "2"), api.place("7", "hip", "3"), api.tried("7", true), api.tried("8", true)];
  await Promise.all(done);
  const of7 = asked.filter((one) => one.path.includes("/7/")).map((one) => one.body);
  expect(of7).toEqual([{ piece: "hip", stop: "1" }, { piece: "hip", stop: "3" }, { tried: true }]);
  // Whoever asked for the one that never went is told what took its place.
  expect(await done[1]).toEqual({ kept: { piece: "hip", stop: "3" } });
  expect(asked.filter((one) => one.path.includes("/8/"))).toHaveLength(1);
});

test("a double press is one change; the same again later is another", async () => {
  const { api } = await page();
  const { asked } = server(() => json({ id: "1" }, 201));
  await Promise.all([api.newJob("Shed", "metric"), api.newJob("Shed", "metric")]);
  expect(asked).toHaveLength(1);
  await vi.advanceTimersByTimeAsync(701);
  await api.newJob("Shed", "metric");
  expect(asked).toHaveLength(2);
});

test("what this tab, and a closed one, left behind is sent; what is malformed is not", async () => {
  const { outbox } = await page();
  const { tab } = await import("@/outbox/tabs");
  const entry = (path: string) => ({ id: `n${path}`, method: "PUT", path, key: "", body: { tried: true } });
  localStorage.setItem(`outbox:${tab()}`, JSON.stringify([entry("/works/1/tried"), { id: 5 }, null]));
  localStorage.setItem("outbox:closed", JSON.stringify([entry("/works/2/tried")]));
  localStorage.setItem("outbox:broken", "[{");
  const { asked } = server(() => json({ ok: true }));
  const told = vi.fn();
  outbox.onKept(told);
  void outbox.start();
  await vi.waitFor(() => expect(asked.map((one) => one.path).sort()).toEqual(["/api/works/1/tried", "/api/works/2/tried"]));
  await vi.waitFor(() => expect(kept()).toEqual([]));
  expect(told).toHaveBeenCalledTimes(2);
  expect(asked.map((one) => one.key)).toContain("n/works/1/tried");
});

test("a refusal of what an earlier page left is said once, and can be put away", async () => {
  const { outbox } = await page();
  localStorage.setItem("outbox:closed", JSON.stringify([{ id: "n", method: "PUT", path: "/works/2/tried", key: "", body: {} }]));
  server(() => problem(422, "Too late."));
  void outbox.start();
  await vi.waitFor(() => expect(outbox.get().refused).toEqual(["Too late."]));
  outbox.seen();
  expect(outbox.get().refused).toEqual([]);
});

test("where the browser keeps nothing, the change is made all the same, and it is said", async () => {
  const { api, storage } = await page();
  const full = vi.spyOn(Storage.prototype, "setItem").mockImplementation(() => { throw new DOMException("full", "QuotaExceededError"); });
  let during = false;
  server(() => {
    during = storage.failing();
    return json({ ok: true });
  });
  await api.tried("7", true);
  expect(during).toBe(true);
  expect(storage.failing()).toBe(false);
  full.mockRestore();
});

test("given up, whoever waits for it is told", async () => {
  const { api, outbox } = await page();
  server(() => problem(404, "Deleted."));
  const done = api.tried("7", true);
  await vi.waitFor(() => expect(outbox.get().entries[0]?.state).toBe("gone"));
  outbox.drop(outbox.get().entries[0]?.id ?? "");
  await expect(done).rejects.toThrow("Deleted.");
});
