/** A sheet on the screen, fitted to its place: shapes by layer, dimensions with both ends, labels as HTML above. */
import { useLayoutEffect, useState, type KeyboardEvent, type PointerEvent, type ReactNode, type RefObject } from "react";
import type { Dimension, Point, Sheet } from "../../api/types";
import { letterSize } from "./letterSize";
import { useSize, type Size } from "./useSize";

interface Margins {
  left: number;
  right: number;
  top: number;
  bottom: number;
}

interface Props {
  sheet: Sheet;
  margins: Margins;
  title: string;
  className?: string;
  label: (dimension: Dimension) => ReactNode;
  /** Letter widths below which labels no longer have room beside the drawing. */
  room?: number;
  /** A point that can be drawn up and down, by hand or with the arrow keys. */
  handle?: Handle;
  /** Where the drawing is touched, in the sheet's mm. */
  onPoint?: (at: Point) => void;
}

export interface Handle {
  /** Where it stands, in the sheet's mm. */
  at: Point;
  label: string;
  value: number;
  said: string;
  /** How far an arrow key moves it, mm. */
  step: number;
  onMove: (rise: number) => void;
  onEnd: () => void;
}

const TICK = 7;
/** Between a label and the drawing's edge. */
const CLEAR = 6;
/** How large a distance's number is drawn, across half of it. */
const NUMBER = 11;
const NARROW: Margins = { left: 34, right: 34, top: 22, bottom: 18 };

export function SheetDrawing({ sheet, margins: room, title, className = "", label, room: ems = 44, handle, onPoint }: Props) {
  const [ref, size] = useSize<HTMLDivElement>();
  const [left, top, right, bottom] = sheet.extent;
  const width = size?.width ?? 0;
  // Where there is no room beside the drawing, its distances carry numbers and are listed below it.
  // Larger letters need more of it.
  const listed = width < ems * letterSize();
  const past = useReach(ref, size, sheet);
  const margins = listed ? NARROW : { ...room, left: room.left + past.left, right: room.right + past.right };
  const height = listed ? Math.min(width * 0.78, (width * (bottom - top)) / (right - left) + 120) : (size?.height ?? 0);
  const scale = Math.max(
    0.01,
    Math.min((width - margins.left - margins.right) / (right - left), (height - margins.top - margins.bottom) / (bottom - top)),
  );
  const spareX = width - margins.left - margins.right - scale * (right - left);
  const spareY = height - margins.top - margins.bottom - scale * (bottom - top);
  const at = ([x, y]: Point): [number, number] => [
    margins.left + spareX / 2 + (x - left) * scale,
    margins.top + spareY / 2 + (y - top) * scale,
  ];
  const points = (path: readonly Point[]) => path.map((point) => at(point).map((v) => v.toFixed(2)).join(",")).join(" ");
  return (
    <div ref={ref} className={`sheet ${listed ? "listed" : ""} ${className}`}>
      {size && (
        <>
          <svg
            onClick={onPoint && ((event) => {
              const box = event.currentTarget.getBoundingClientRect();
              onPoint([left + (event.clientX - box.left - margins.left - spareX / 2) / scale, top + (event.clientY - box.top - margins.top - spareY / 2) / scale]);
            })}
            width={width} height={height} role={handle ? "group" : "img"} aria-label={title}>
            {sheet.paths.map((path) =>
              path.closed ? (
                <polygon key={path.id} className={`layer-${path.layer} shape-${path.id}`} points={points(path.points)} />
              ) : (
                <polyline key={path.id} className={`layer-${path.layer} shape-${path.id}`} points={points(path.points)} />
              ),
            )}
            {sheet.dimensions.map((one) => (
              <DimensionLine key={one.id} start={at(one.start)} end={at(one.end)} offset={one.offset * scale} />
            ))}
            {handle && <HandleMark handle={handle} at={at(handle.at)} scale={scale} />}
            {listed &&
              numbersOf(sheet.dimensions, at, scale).map(([x, y], i) => (
                <g key={sheet.dimensions[i]?.id} className="sheet-number" transform={`translate(${x} ${y})`}>
                  <circle r={NUMBER} />
                  <text>{i + 1}</text>
                </g>
              ))}
          </svg>
          {listed && (
            <ol className="sheet-list">
              {sheet.dimensions.map((one, i) => (
                <li key={one.id}>
                  <span className="badge">{i + 1}</span>
                  {label(one)}
                </li>
              ))}
            </ol>
          )}
          {!listed && sheet.texts.map((text) => {
            const [x, y] = at(text.at);
            return (
              <span key={text.id} className={`sheet-text text-${text.id}`} style={{ left: x, top: y }}>
                {text.text}
              </span>
            );
          })}
          {!listed && sheet.dimensions.map((one) => {
            const [sx, sy] = at(one.start);
            const [ex, ey] = at(one.end);
            const upright = Math.abs(sx - ex) < Math.abs(sy - ey) || one.start[0] === one.end[0];
            const shift = one.offset * scale;
            const side = upright ? (shift < 0 ? "west" : "east") : "south";
            return (
              <div
                key={one.id}
                className={`sheet-label ${side} label-${one.id}`}
                style={{ left: sx + (ex - sx) * one.label_at + (upright ? shift : 0), top: sy + (ey - sy) * one.label_at + (upright ? 0 : shift) }}
              >
                {label(one)}
              </div>
            );
          })}
        </>
      )}
    </div>
  );
}

interface Reach {
  width: number;
  left: number;
  right: number;
}

/** How much wider the margins must be for the widest labels: the drawing makes room rather than cutting words off. */
function useReach(ref: RefObject<HTMLDivElement | null>, size: Size | null, sheet: Sheet): Reach {
  const width = size?.width ?? 0;
  const [reach, setReach] = useState<Reach>({ width, left: 0, right: 0 });
  const now = reach.width === width ? reach : { width, left: 0, right: 0 };
  useLayoutEffect(() => {
    const box = ref.current?.getBoundingClientRect();
    const labels = [...(ref.current?.querySelectorAll(".sheet-label, .sheet-text") ?? [])].map((one) => one.getBoundingClientRect());
    if (!box || labels.length === 0 || now.left + now.right > width / 2) return;
    const left = Math.ceil(box.left + CLEAR - Math.min(...labels.map((one) => one.left)));
    const right = Math.ceil(Math.max(...labels.map((one) => one.right)) + CLEAR - box.right);
    if (left > 0 || right > 0) setReach({ width, left: now.left + Math.max(0, left), right: now.right + Math.max(0, right) });
  }, [ref, width, size, sheet, now.left, now.right]);
  return now;
}

function HandleMark({ handle, at: [x, y], scale }: { handle: Handle; at: readonly [number, number]; scale: number }) {
  const onPointer = (event: PointerEvent<SVGGElement>) => {
    const grip = event.currentTarget;
    grip.setPointerCapture(event.pointerId);
    const from = event.clientY;
    const start = handle.value;
    const move = (moved: globalThis.PointerEvent) => handle.onMove(start + (from - moved.clientY) / scale);
    const end = () => {
      grip.removeEventListener("pointermove", move);
      handle.onEnd();
    };
    grip.addEventListener("pointermove", move);
    grip.addEventListener("pointerup", end, { once: true });
    grip.addEventListener("pointercancel", end, { once: true });
  };
  const onKey = (event: KeyboardEvent<SVGGElement>) => {
    const way = event.key === "ArrowUp" ? 1 : event.key === "ArrowDown" ? -1 : 0;
    if (way === 0) return;
    event.preventDefault();
    handle.onMove(handle.value + way * handle.step);
  };
  return (
    <g
      className="sheet-handle" transform={`translate(${x} ${y})`} role="slider" tabIndex={0} aria-label={handle.label} aria-orientation="vertical"
      aria-valuenow={Math.round(handle.value)} aria-valuemin={0} aria-valuemax={20000} aria-valuetext={handle.said}
      onPointerDown={onPointer} onKeyDown={onKey} onBlur={handle.onEnd}
    >
      <circle r="22" className="grip" />
      <circle r="9" />
      <path d="M0 -15l5 -7h-10zM0 15l5 7h-10z" />
    </g>
  );
}

function DimensionLine({ start, end, offset }: { start: Point; end: Point; offset: number }) {
  const upright = Math.abs(start[0] - end[0]) < 0.01;
  const [dx, dy] = upright ? [offset, 0] : [0, offset];
  const [a, b] = [
    [start[0] + dx, start[1] + dy],
    [end[0] + dx, end[1] + dy],
  ] as const;
  const tick = upright ? `h${TICK * 2}` : `v${TICK * 2}`;
  const from = ([x, y]: Point) => (upright ? `M${x - TICK} ${y}` : `M${x} ${y - TICK}`);
  return (
    <g className="dimension">
      <path className="extension" d={`M${start[0]} ${start[1]}L${a[0]} ${a[1]}M${end[0]} ${end[1]}L${b[0]} ${b[1]}`} />
      <path d={`M${a[0]} ${a[1]}L${b[0]} ${b[1]}${from(a)}${tick}${from(b)}${tick}`} />
    </g>
  );
}

/** Where the numbers of distances stand: beside their lines, moved along where one would lie on another. */
function numbersOf(dimensions: readonly Dimension[], at: (point: Point) => [number, number], scale: number): [number, number][] {
  const placed: [number, number][] = [];
  for (const one of dimensions) {
    const upright = Math.abs(one.start[0] - one.end[0]) < 0.01;
    const [x, y] = at([one.start[0] + (one.end[0] - one.start[0]) * one.label_at, one.start[1] + (one.end[1] - one.start[1]) * one.label_at]);
    const spot: [number, number] = upright ? [x + one.offset * scale + Math.sign(one.offset) * 14, y] : [x, y + one.offset * scale];
    const taken = () => placed.find(([u, v]) => Math.hypot(u - spot[0], v - spot[1]) < 2 * NUMBER);
    for (let other = taken(); other; other = taken()) spot[upright ? 1 : 0] = other[upright ? 1 : 0] + 2 * NUMBER + 1;
    placed.push(spot);
  }
  return placed;
}
