import { along, aside, between, distance, middle, path, place, type View } from "@/board/geometry";
import { typeset } from "@/shared/typeset";
import { describe, expect, test } from "vitest";

const views: View[] = ([[1, 1], [-1, 1], [1, -1], [-1, -1]] as const).map(([way, up]) => ({ scale: 0.25, x: 40, y: 300, way, up }));

describe.each(views)("a board whose hook lies %o", (view) => {
  test("keeps distances to scale, and what lies along it is found again", () => {
    const [a, b] = [place(view, [120, 30]), place(view, [520, 330])];
    expect(Math.hypot(b[0] - a[0], b[1] - a[1])).toBeCloseTo(500 * view.scale, 9);
    expect(along(view, a[0])).toBeCloseTo(120, 9);
    expect(along(view, b[0])).toBeCloseTo(520, 9);
    expect(place(view, [0, 0])).toEqual([view.x, view.y]);
  });
});

test("the left-handed see it turned round, the other edge up", () => {
  const [x] = place({ scale: 1, x: 0, y: 0, way: -1, up: 1 }, [10, 5]);
  const [, y] = place({ scale: 1, x: 0, y: 0, way: 1, up: -1 }, [10, 5]);
  expect([x, y]).toEqual([-10, -5]);
  expect(path({ scale: 1, x: 0, y: 0, way: 1, up: 1 }, [[0, 0], [1.234, 5.678]])).toBe("0.00,0.00 1.23,5.68");
});

test("between, middle and distance agree", () => {
  expect(between([0, 0], [10, 20], 0.5)).toEqual(middle([0, 0], [10, 20]));
  expect(between([4, 2], [10, 20], 0)).toEqual([4, 2]);
  expect(distance([1, 1], [4, 5])).toBe(5);
});

test("how far a finger lies from a line: square to it, or from its nearer end", () => {
  expect(aside([5, 3], [0, 0], [10, 0])).toBe(3);
  expect(aside([13, 4], [0, 0], [10, 0])).toBe(5);
  expect(aside([-3, 4], [0, 0], [10, 0])).toBe(5);
  expect(aside([3, 4], [0, 0], [0, 0])).toBe(5);
});

test("a fraction is one, and a figure never breaks", () => {
  expect(typeset('7 5/8"')).toBe('7\u00a05\u20448"');
  expect(typeset("12′ 3 1/16″")).toBe("12’\u00a03\u00a01\u204416″");
  expect(typeset("and/or")).toBe("and/or");
});
