/** The board slides to the next mark, and the square with it turns in its own plane; at once where less motion is asked. */
import { useLayoutEffect, useRef, type RefObject } from "react";
import type { SquareSetting } from "../api/types";
import { place, type View } from "./geometry";

const LASTS = 240;

interface Before {
  view: View;
  square: SquareSetting | null;
}

const turn = (view: View, square: SquareSetting): number => {
  const [hx, hy] = place(view, square.heel);
  const [tx, ty] = place(view, square.tongue_at);
  return (Math.atan2(ty - hy, tx - hx) * 180) / Math.PI;
};

export function useSlide(key: string, view: View | null, square: SquareSetting | null, slides: boolean): [RefObject<SVGGElement | null>, RefObject<SVGGElement | null>] {
  const scene = useRef<SVGGElement>(null);
  const held = useRef<SVGGElement>(null);
  const before = useRef<Before | null>(null);
  useLayoutEffect(() => {
    const was = before.current;
    if (!view) return;
    before.current = { view, square };
    if (!was || was.view.scale !== view.scale || was.view.way !== view.way || was.view.up !== view.up) return;
    const still = window.matchMedia("(prefers-reduced-motion: reduce)").matches;
    const [dx, dy] = [was.view.x - view.x, was.view.y - view.y];
    if (still || (dx === 0 && dy === 0)) return;
    const how = { duration: LASTS, easing: "ease-out" };
    scene.current?.animate([{ transform: `translate(${dx}px, ${dy}px)` }, { transform: "translate(0px, 0px)" }], how);
    if (!slides || !square || !was.square) return;
    // Seen with the board at rest, the square moves from its last heel to its new one and turns by what differs.
    const [fx, fy] = place(view, was.square.heel);
    const [x, y] = place(view, square.heel);
    const by = turn(view, was.square) - turn(view, square);
    held.current?.animate(
      [
        { transform: `translate(${fx}px, ${fy}px) rotate(${by}deg) translate(${-x}px, ${-y}px)` },
        { transform: `translate(${x}px, ${y}px) rotate(0deg) translate(${-x}px, ${-y}px)` },
      ],
      how,
    );
    // Only a new stop moves anything: other drawings of the same stop find everything in its place.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key]);
  return [scene, held];
}
