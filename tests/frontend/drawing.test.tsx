import { SheetDrawing } from "@/shared/drawing/SheetDrawing";
import type { Dimension, Point, Sheet } from "@/api/types";
import { fireEvent, render } from "@testing-library/react";
import { afterEach, describe, expect, test, vi } from "vitest";

const length = (mm: number) => ({ mm, text: String(mm), sense: "" });
const dimension = (id: string, start: Point, end: Point, offset: number, label_at = 0.5): Dimension =>
  ({ id, start, end, offset, label_at, length: length(Math.hypot(end[0] - start[0], end[1] - start[1])), label: id, field: null }) as unknown as Dimension;

/** A wall with a rafter, 4 m wide and 2 m high. */
const sheet = {
  extent: [0, 0, 4000, 2000],
  paths: [{ id: "wall", layer: "framing", points: [[0, 0], [4000, 0], [4000, 2000], [0, 2000]], closed: true }, { id: "line", layer: "theory", points: [[0, 2000], [4000, 0]], closed: false }],
  dimensions: [dimension("span", [0, 2000], [4000, 2000], 300), dimension("rise", [4000, 0], [4000, 2000], 250, 0.25), dimension("left", [0, 2000], [0, 0], -250)],
  texts: [{ id: "south", at: [2000, 1000], text: "South" }],
} as unknown as Sheet;

/** Labels take room in the middle; everything else is as large as the sheet. */
function sized(width: number) {
  vi.spyOn(HTMLElement.prototype, "getBoundingClientRect").mockImplementation(function (this: HTMLElement) {
    return /sheet-(label|text)/.test(this.className) ? new DOMRect(width / 2, 250, 10, 10) : new DOMRect(0, 0, width, 500);
  });
}

function drawn(width: number, of = sheet) {
  sized(width);
  const margins = { left: 120, right: 120, top: 60, bottom: 90 };
  return render(<SheetDrawing sheet={of} margins={margins} title="Plan" label={(one) => one.id} />).container;
}

const numbers = (text: string | null | undefined) => (text ?? "").match(/-?\d+(\.\d+)?/g)?.map(Number) ?? [];
const corners = (container: Element, id: string): Point[] => {
  const flat = numbers(container.querySelector(`.shape-${id}`)?.getAttribute("points"));
  return Array.from({ length: flat.length / 2 }, (_, n) => [flat[2 * n] ?? 0, flat[2 * n + 1] ?? 0]);
};

afterEach(() => vi.restoreAllMocks());

describe.each([900, 1400])("on a sheet %i px wide", (width) => {
  test("the drawing is to one scale, whole, and in the middle of what its margins leave", () => {
    const wall = corners(drawn(width), "wall");
    const [[left = 0, top = 0] = [], , [right = 0, bottom = 0] = []] = wall;
    expect((right - left) / (bottom - top)).toBeCloseTo(2, 2);
    expect(left).toBeGreaterThanOrEqual(119.9);
    expect(width - right).toBeCloseTo(left, 1);
    expect(top).toBeGreaterThanOrEqual(59.9);
    expect(500 - bottom).toBeGreaterThanOrEqual(89.9);
  });

  test("each distance is drawn between its two points, set off, and its label stands on that line", () => {
    const container = drawn(width);
    const [first = [0, 0], , third = [0, 0]] = corners(container, "wall");
    const scale = (third[0] - first[0]) / 4000;
    const at = ([x, y]: Point): Point => [first[0] + x * scale, first[1] + y * scale];
    for (const [n, one] of sheet.dimensions.entries()) {
      const upright = one.start[0] === one.end[0];
      const [sx, sy] = at(one.start as Point);
      const [ex, ey] = at(one.end as Point);
      const [dx, dy] = upright ? [one.offset * scale, 0] : [0, one.offset * scale];
      const line = numbers(container.querySelectorAll(".dimension path:last-child")[n]?.getAttribute("d")).slice(0, 4);
      const wanted = [sx + dx, sy + dy, ex + dx, ey + dy];
      for (const [at, value] of wanted.entries()) expect(line[at]).toBeCloseTo(value, 1);
      const label = container.querySelector<HTMLElement>(`.label-${one.id}`);
      expect(parseFloat(label?.style.left ?? "")).toBeCloseTo(sx + (ex - sx) * one.label_at + dx, 1);
      expect(parseFloat(label?.style.top ?? "")).toBeCloseTo(sy + (ey - sy) * one.label_at + dy, 1);
      expect(label?.className).toContain(upright ? (one.offset < 0 ? "west" : "east") : "south");
    }
  });
});

test("where there is no room, the distances carry numbers that do not lie on each other, and are listed", () => {
  const beside = [0, 1, 2, 3].map((n) => dimension(`d${n}`, [1000, 1990 + n], [1200, 1990 + n], 30));
  const container = drawn(360, { ...sheet, dimensions: [...sheet.dimensions, ...beside] });
  expect([...container.querySelectorAll(".sheet-list li")].map((one) => one.textContent)).toEqual(["1span", "2rise", "3left", "4d0", "5d1", "6d2", "7d3"]);
  expect(container.querySelector(".sheet-label, .sheet-text")).toBeNull();
  const places = [...container.querySelectorAll(".sheet-number")].map((one) => numbers(one.getAttribute("transform")) as unknown as Point);
  for (const [n, [x, y]] of places.entries())
    for (const [u, v] of places.slice(n + 1)) expect(Math.hypot(x - u, y - v)).toBeGreaterThanOrEqual(22);
});

test("a handle goes up and down with the arrow keys by its step, and says when it is left", () => {
  const handle = { at: [2000, 0] as Point, label: "Ridge", value: 1200, said: "1200", step: 5, onMove: vi.fn(), onEnd: vi.fn() };
  sized(900);
  const { getByRole } = render(<SheetDrawing sheet={sheet} margins={{ left: 9, right: 9, top: 9, bottom: 9 }} title="Roof" label={() => null} handle={handle} />);
  const grip = getByRole("slider", { name: "Ridge" });
  fireEvent.keyDown(grip, { key: "ArrowUp" });
  fireEvent.keyDown(grip, { key: "ArrowDown" });
  fireEvent.keyDown(grip, { key: "ArrowLeft" });
  expect(handle.onMove.mock.calls).toEqual([[1205], [1195]]);
  fireEvent.blur(grip);
  expect(handle.onEnd).toHaveBeenCalledTimes(1);
});
