/** Placing board drawings on the screen. */
import type { Board, Point } from "../api/types";

export interface View {
  /** px per mm. */
  scale: number;
  /** px of u = 0 and v = 0. */
  x: number;
  y: number;
  /** 1 where the hook lies to the left; -1 where it lies to the right, for the left-handed. */
  way: 1 | -1;
  /** 1 where the top edge lies away from the user, at the top; -1 where it lies towards them. */
  up: 1 | -1;
}

/** What an end of the board is called, by whether it is the one at the head. */
export const endWord = (board: Board, head: boolean) =>
  board.plank ? (head ? "mark.board_first" : "mark.board_other") : head ? "mark.head" : "mark.foot";

export const place = (view: View, [u, v]: Point): [number, number] => [view.x + view.way * u * view.scale, view.y + view.up * v * view.scale];

/** Which u lies at a px from the left. */
export const along = (view: View, px: number): number => ((px - view.x) * view.way) / view.scale;

export const path = (view: View, points: readonly Point[]): string =>
  points.map((point) => place(view, point).map((n) => n.toFixed(2)).join(",")).join(" ");

export const middle = (a: Point, b: Point): Point => [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];

export const between = (a: Point, b: Point, share: number): Point => [a[0] + (b[0] - a[0]) * share, a[1] + (b[1] - a[1]) * share];

export const distance = (a: Point, b: Point): number => Math.hypot(a[0] - b[0], a[1] - b[1]);

/** How far a point on the screen lies from a line between two others, px. */
export function aside([x, y]: readonly [number, number], [a, b]: readonly [number, number], [c, d]: readonly [number, number]): number {
  const length = Math.hypot(c - a, d - b) || 1;
  const share = Math.max(0, Math.min(1, ((x - a) * (c - a) + (y - b) * (d - b)) / length ** 2));
  return Math.hypot(x - a - share * (c - a), y - b - share * (d - b));
}
