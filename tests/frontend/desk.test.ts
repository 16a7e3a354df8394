import { DeskKeeper, live } from "@/shared/work/desk";
import { tab } from "@/outbox/tabs";
import type { Work } from "@/api/types";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { json, nobody, problem, server } from "./server";

const words = { dialect: "north_america", fine: false } as const;
const work = (revision: number, document: object): Work =>
  ({ id: "7", job_id: "1", revision, document, changed_at: "", can_undo: true, can_redo: false, archived: false, deleted: false }) as Work;

/** A work of a stair on a server that keeps it as the real one does. */
function keeping(document: Record<string, unknown>) {
  let kept = work(1, document);
  const { asked, answer } = server(saving);
  function saving({ body }: { body: unknown }): Response {
    const sent = body as { revision: number; document: object };
    if (sent.revision !== kept.revision) return problem(409, "Changed elsewhere.", { kept, conflict: [{ path: "total_rise" }] });
    kept = work(kept.revision + 1, sent.document);
    return json(kept);
  }
  const onKept = vi.fn();
  const desk = new DeskKeeper(kept, () => words, onKept);
  const elsewhere = (changes: object) => { kept = work(kept.revision + 1, { ...kept.document, ...changes }); };
  return { desk, asked, answer, saving, onKept, elsewhere, kept: () => kept };
}

const settled = (desk: DeskKeeper, saving = "saved") => vi.waitFor(() => expect(desk.get().saving).toBe(saving));

beforeEach(() => void vi.useFakeTimers({ toFake: ["setTimeout", "clearTimeout"] }));
afterEach(() => vi.useRealTimers());

test("what is typed lies over the document at once, and is kept when it is entered", async () => {
  const { desk, asked, kept } = keeping({ total_rise: "50", tread: { gap: "1" } });
  desk.type("total_rise", "52 3/8");
  expect(live(desk.get())).toMatchObject({ total_rise: "52 3/8", tread: { gap: "1" } });
  expect(asked).toHaveLength(0);
  desk.commit("total_rise");
  await settled(desk);
  expect(kept().document).toEqual({ total_rise: "52 3/8", tread: { gap: "1" } });
  expect(desk.get()).toMatchObject({ typing: {}, waiting: [] });
  expect(asked[0]?.body).toMatchObject({ revision: 1 });
  expect(localStorage.length).toBe(0);
});

test("the same text again is no change", () => {
  const { desk, asked } = keeping({ total_rise: "50" });
  desk.type("total_rise", "50");
  desk.leave("total_rise");
  expect(desk.get().typing).toEqual({});
  expect(asked).toHaveLength(0);
});

test("an emptied field takes its key away, unless it must be measured", async () => {
  const { desk, kept } = keeping({ total_rise: "50", width: "36", tread: { gap: "1" } });
  desk.type("tread.gap", " ");
  desk.type("width", "");
  desk.commitAll();
  await settled(desk);
  expect(kept().document).toEqual({ total_rise: "50", width: "", tread: {} });
});

test("changes are saved one after the other, each on the revision before it", async () => {
  const { desk, asked, kept } = keeping({ total_rise: "50" });
  desk.change("width", "36");
  desk.change("tread.boards", 2);
  desk.change("width", "40");
  await settled(desk);
  expect(asked.map((one) => (one.body as { revision: number }).revision)).toEqual([1, 2, 3]);
  expect(new Set(asked.map((one) => one.key)).size).toBe(3);
  expect(kept().document).toEqual({ total_rise: "50", width: "40", tread: { boards: 2 } });
});

test("what is refused goes back to its field with the sentence, and is not sent again until it is typed anew", async () => {
  const { desk, asked, answer, saving } = keeping({ total_rise: "50" });
  answer(() => problem(422, "", { errors: [{ path: "total_rise", sentence: "That is no length.", at: null }] }));
  desk.type("total_rise", "fifty");
  desk.commit("total_rise");
  await vi.waitFor(() => expect(desk.get().refused).toHaveLength(1));
  expect(desk.get()).toMatchObject({ typing: { total_rise: "fifty" }, waiting: [] });
  desk.leave("total_rise");
  expect(asked).toHaveLength(1);
  answer(saving);
  desk.type("total_rise", "51");
  expect(desk.get().refused).toEqual([]);
  desk.leave("total_rise");
  await settled(desk);
  expect(desk.get().work.document).toEqual({ total_rise: "51" });
});

test("a refusal of what was typed over meanwhile says nothing", async () => {
  const { desk, answer, saving, kept } = keeping({ total_rise: "50" });
  let first = true;
  answer((asked) => {
    if (!first) return saving(asked);
    first = false;
    desk.type("total_rise", "53");
    desk.commit("total_rise");
    return problem(422, "", { errors: [{ path: "total_rise", sentence: "That is no length.", at: null }] });
  });
  desk.type("total_rise", "5x");
  desk.commit("total_rise");
  await vi.waitFor(() => expect(kept().document).toEqual({ total_rise: "53" }));
  await settled(desk);
  expect(desk.get()).toMatchObject({ refused: [], typing: {} });
});

test("changed elsewhere too: nothing is overwritten; what is chosen is laid over what is kept", async () => {
  const { desk, elsewhere, kept } = keeping({ total_rise: "50", width: "36" });
  elsewhere({ total_rise: "60", width: "48" });
  desk.change("total_rise", "51");
  desk.change("width", "40");
  await settled(desk, "stale");
  expect(kept().document).toEqual({ total_rise: "60", width: "48" });
  expect(desk.get().theirs?.document).toEqual({ total_rise: "60", width: "48" });
  desk.resolve((path) => path === "width");
  await settled(desk);
  expect(kept().document).toEqual({ total_rise: "60", width: "40" });
});

const rows = (...values: string[]) => ({ readings: values.map((value) => (value === "" ? { kind: "side" } : { kind: "side", value })) });
const shared = [{ path: "survey.readings[0].value", kept_changed: true, mine_changed: false }, { path: "survey.readings[1].value", kept_changed: false, mine_changed: true }];

test("a reading taken here and another taken on a second device both stay", async () => {
  const { desk, answer, saving, elsewhere, kept } = keeping({ survey: rows("", "") });
  elsewhere({ survey: rows("9 m", "") });
  answer((asked) => ((asked.body as { revision: number }).revision === 2 ? saving(asked) : problem(409, "", { kept: kept(), conflict: shared })));
  desk.change("survey.readings[1]", { kind: "side", value: "6 m" });
  await settled(desk);
  expect(kept().document).toEqual({ survey: rows("9 m", "6 m") });
});

test("the same reading taken on two devices is asked about", async () => {
  const { desk, answer, elsewhere, kept } = keeping({ survey: rows("", "") });
  elsewhere({ survey: rows("", "5 m") });
  answer(() => problem(409, "", { kept: kept(), conflict: [{ path: "survey.readings[1].value", kept_changed: true, mine_changed: true }] }));
  desk.change("survey.readings[1]", { kind: "side", value: "6 m" });
  await settled(desk, "stale");
  expect(kept().document).toEqual({ survey: rows("", "5 m") });
});

test("what changes together is one step, and comes back together after a reload", async () => {
  const { desk, asked, answer, saving, kept } = keeping({ width: "36" });
  answer(nobody);
  desk.change("readings", { width: [{ value: "36" }, { value: "37" }] }, [{ path: "width", value: "37" }]);
  await settled(desk, "unsaved");
  const again = new DeskKeeper(kept(), () => words, () => undefined);
  expect(live(again.get())).toMatchObject({ width: "37", readings: { width: [{ value: "36" }, { value: "37" }] } });
  answer(saving);
  desk.retry();
  await settled(desk);
  expect(kept().document).toEqual({ width: "37", readings: { width: [{ value: "36" }, { value: "37" }] } });
  expect(kept().revision).toBe(2);
  expect(asked.length).toBeGreaterThan(1);
});

test("while nobody answers it stays, is tried again under its number, and is kept once", async () => {
  const { desk, asked, answer, saving, onKept } = keeping({ total_rise: "50" });
  answer(nobody);
  desk.change("width", "36");
  await settled(desk, "unsaved");
  expect(JSON.stringify({ ...localStorage })).toContain("width");
  answer(saving);
  desk.retry();
  await settled(desk);
  expect(new Set(asked.map((one) => one.key)).size).toBe(1);
  expect(onKept).toHaveBeenCalledTimes(1);
});

test("a deleted work keeps what waits, and takes it in once it is put back", async () => {
  const { desk, answer, saving, kept } = keeping({ total_rise: "50" });
  answer(() => problem(404, "Deleted."));
  desk.change("width", "36");
  await settled(desk, "gone");
  expect(desk.get()).toMatchObject({ reason: "Deleted.", waiting: [{ path: "width" }] });
  answer(saving);
  desk.putBack(kept());
  await settled(desk);
  expect(kept().document).toEqual({ total_rise: "50", width: "36" });
});

test("a step back waits for nothing that is being saved, and says so where it came too late", async () => {
  const { desk, answer, asked } = keeping({ total_rise: "50" });
  answer(() => json(work(2, { total_rise: "49" })));
  desk.step("undo");
  desk.step("undo");
  await settled(desk);
  expect(asked).toMatchObject([{ path: "/api/works/7/undo", body: { revision: 1 } }]);
  expect(desk.get().work.document).toEqual({ total_rise: "49" });
  answer(() => problem(409, "Changed elsewhere.", { kept: work(5, { total_rise: "70" }) }));
  desk.step("redo");
  await vi.waitFor(() => expect(desk.get().overtaken).toBe(true));
  expect(desk.get().work.revision).toBe(5);
  desk.seen();
  expect(desk.get().overtaken).toBe(false);
});

test("a reload finds this tab's words, and a closed tab's are taken over", async () => {
  localStorage.setItem(`left:7:${tab()}`, JSON.stringify({ typing: { total_rise: "51" }, waiting: [{ path: "width", value: "40", id: "n" }] }));
  localStorage.setItem("left:7:closed", JSON.stringify({ typing: { "tread.gap": "2", broken: 5 }, waiting: "x" }));
  const { desk, asked, kept } = keeping({ total_rise: "50" });
  expect(live(desk.get())).toMatchObject({ total_rise: "51", width: "40" });
  desk.start();
  await vi.waitFor(() => expect(kept().document).toEqual({ total_rise: "51", width: "40", tread: { gap: "2" } }));
  await settled(desk);
  expect(asked.map((one) => one.key)).toContain("n");
  expect(localStorage.length).toBe(0);
});
