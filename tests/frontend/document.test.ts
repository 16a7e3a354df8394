import { assumedAs, changed, omit, textAt, valueAt, withValue } from "@/shared/work/document";
import { expect, test } from "vitest";

const stair = { name: "Steps", tread: { boards: 2, gap: '3/16"' }, eaves: { profile: [["1", "2"]] }, riser: { count: 8 } };

test("a value is found by its path, and nothing where there is none", () => {
  expect(valueAt(stair, "tread.gap")).toBe('3/16"');
  expect(valueAt(stair, "tread.gap.deeper")).toBeUndefined();
  expect(valueAt(stair, "missing.gap")).toBeUndefined();
});

test("a changed document is a copy; everything beside the path is the very same", () => {
  const made = withValue(stair, "tread.gap", '1/4"');
  expect(valueAt(made, "tread.gap")).toBe('1/4"');
  expect(valueAt(stair, "tread.gap")).toBe('3/16"');
  expect(made["eaves"]).toBe(stair.eaves);
  expect(valueAt(made, "tread.boards")).toBe(2);
});

test("a value in what is not there yet makes it; none takes the key away, and only it", () => {
  expect(withValue({}, "hip.post.width", "89 mm")).toEqual({ hip: { post: { width: "89 mm" } } });
  expect(withValue(stair, "tread.gap", undefined)).toEqual({ ...stair, tread: { boards: 2 } });
  expect("gap" in (withValue(stair, "tread.gap", undefined)["tread"] as object)).toBe(false);
  // Text in the way of a path gives way to it.
  expect(withValue({ hip: "none" }, "hip.depth", "9")).toEqual({ hip: { depth: "9" } });
});

test("what is typed is assumed no longer, at its own key and for what lies within it", () => {
  const assumed = { ...stair, assumed: { tread: true, width: true } };
  expect(assumedAs(assumed, "tread.gap")).toBe("tread");
  expect(assumedAs(assumed, "treads.gap")).toBeUndefined();
  expect(changed(assumed, "tread.gap", "5")["assumed"]).toEqual({ width: true });
  expect(changed(assumed, "name", "Other")["assumed"]).toEqual({ tread: true, width: true });
});

test("a field shows text and numbers, rows with semicolons, and nothing for what is no text", () => {
  expect(textAt(stair, "tread.gap")).toBe('3/16"');
  expect(textAt(stair, "riser.count")).toBe("8");
  expect(textAt({ depths: ["170", 168] }, "depths")).toBe("170; 168");
  expect(textAt(stair, "riser")).toBe("");
  expect(omit(stair, ["riser", "tread", "eaves"])).toEqual({ name: "Steps" });
});

test("a row of a list is changed by its number; the others stay the very same, and one that is gone is not made anew", () => {
  const work = { survey: { readings: [{ kind: "side", value: "9 m" }, { kind: "tie" }] } };
  const made = withValue(work, "survey.readings[1].value", "5 m");
  expect(valueAt(made, "survey.readings[1].value")).toBe("5 m");
  expect((valueAt(made, "survey.readings") as unknown[])[0]).toBe(work.survey.readings[0]);
  expect(withValue(work, "survey.readings[0]", { kind: "level" })).toEqual({ survey: { readings: [{ kind: "level" }, { kind: "tie" }] } });
  expect(withValue(work, "survey.readings[2]", { kind: "level" })).toEqual(work);
});
