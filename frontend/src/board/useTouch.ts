/** Wheel and pinch bring the board nearer; a swipe goes to the next mark; a tap asks what lies under it. */
import { useCallback, useEffect, useRef, useState, type PointerEvent, type RefObject } from "react";

const MOST = 8;
const SWIPE = 60;
const TAP = 8;

interface Touch {
  zoom: number;
  nearer: (by: number) => void;
  handlers: {
    onPointerDown: (event: PointerEvent) => void;
    onPointerMove: (event: PointerEvent) => void;
    onPointerUp: (event: PointerEvent) => void;
    onPointerCancel: (event: PointerEvent) => void;
  };
}

interface Options {
  onTurn: (way: 1 | -1) => void;
  onTap: (x: number, y: number) => void;
}

export function useTouch(ref: RefObject<HTMLElement | null>, { onTurn, onTap }: Options): Touch {
  const [zoom, setZoom] = useState(1);
  const nearer = useCallback((by: number) => setZoom((now) => Math.max(1, Math.min(MOST, now * by))), []);
  const down = useRef(new Map<number, { x: number; y: number }>());
  const began = useRef<{ x: number; y: number; apart: number; pinched: boolean } | null>(null);
  useEffect(() => {
    const element = ref.current;
    if (!element) return;
    const onWheel = (event: WheelEvent) => {
      // The page scrolls where there is nothing to bring nearer: out of the whole view.
      if (event.deltaY > 0 && zoom === 1) return;
      event.preventDefault();
      nearer(Math.exp(-event.deltaY / 400));
    };
    element.addEventListener("wheel", onWheel, { passive: false });
    return () => element.removeEventListener("wheel", onWheel);
  }, [ref, nearer, zoom]);
  const apart = () => {
    const [a, b] = [...down.current.values()];
    return a && b ? Math.hypot(a.x - b.x, a.y - b.y) : 0;
  };
  const lift = (event: PointerEvent, done: boolean) => {
    const from = began.current;
    down.current.delete(event.pointerId);
    if (down.current.size > 0 || !from) return;
    began.current = null;
    if (!done || from.pinched) return;
    const [dx, dy] = [event.clientX - from.x, event.clientY - from.y];
    if (event.pointerType !== "mouse" && Math.abs(dx) > SWIPE && Math.abs(dx) > 2 * Math.abs(dy)) onTurn(dx < 0 ? 1 : -1);
    else if (Math.hypot(dx, dy) < TAP) onTap(event.clientX, event.clientY);
  };
  return {
    zoom,
    nearer,
    handlers: {
      onPointerDown: (event) => {
        if ((event.target as Element).closest("button")) return;
        down.current.set(event.pointerId, { x: event.clientX, y: event.clientY });
        began.current = { x: event.clientX, y: event.clientY, apart: apart(), pinched: down.current.size > 1 };
      },
      onPointerMove: (event) => {
        if (!down.current.has(event.pointerId)) return;
        const before = apart();
        down.current.set(event.pointerId, { x: event.clientX, y: event.clientY });
        if (down.current.size > 1 && before > 0) nearer(apart() / before);
      },
      onPointerUp: (event) => lift(event, true),
      onPointerCancel: (event) => lift(event, false),
    },
  };
}
