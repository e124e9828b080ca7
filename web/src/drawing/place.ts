import type { Dial, HandleAxis } from "../api/client";

/** Where millimetres of the core's drawing land on the screen. */

export interface Place {
  x: (mm: number) => number;
  y: (mm: number) => number;
  /** Pixels per millimetre. */
  scale: number;
  width: number;
  height: number;
}

const MARGIN = { top: 46, side: 40, bottom: 60 };
const STEP = 10;

/** Fit a drawing of these bounds; the frame grows in whole centimetres so that it does not jitter. */
export function placeFor(bounds: readonly number[], width: number, height: number, bare = false, to?: number): Place {
  const [left = 0, bottom = 0, right = 1, top = 1] = bounds;
  const margin = bare ? { top: 6, side: 6, bottom: 6 } : MARGIN;
  const half = bare ? Math.max(-left, right) : Math.ceil(Math.max(-left, right) / STEP) * STEP;
  const tall = bare ? top - bottom : Math.ceil((top - bottom) / STEP) * STEP;
  const fits = Math.max(
    Math.min((width - 2 * margin.side) / (2 * half), (height - margin.top - margin.bottom) / tall),
    0.1,
  );
  const scale = to ?? fits;
  const base =
    height - margin.bottom - (bare ? 0 : Math.max(0, height - margin.top - margin.bottom - tall * scale) / 2);
  return { x: (mm) => width / 2 + mm * scale, y: (mm) => base - (mm - bottom) * scale, scale, width, height };
}

/** Fit a drawing of these bounds right into a frame, wherever its middle lies. */
export function placeWithin(bounds: readonly number[], width: number, height: number): Place {
  const [left = 0, bottom = 0, right = 1, top = 1] = bounds;
  const scale = Math.min(width / (right - left), height / (top - bottom));
  const [middle, half] = [(left + right) / 2, (bottom + top) / 2];
  return {
    x: (mm) => width / 2 + (mm - middle) * scale,
    y: (mm) => height / 2 - (mm - half) * scale,
    scale,
    width,
    height,
  };
}

export const pathOf = (points: readonly (readonly number[])[], place: Place, closed = false) =>
  points.map(([x = 0, y = 0], at) => `${at ? "L" : "M"}${place.x(x).toFixed(1)} ${place.y(y).toFixed(1)}`).join("") +
  (closed ? "Z" : "");

/** The coordinate of a spot along an axis: mm, or degrees round the center, whole turns as near as may be to `near`. */
export function coordinateOf(axis: HandleAxis, spot: { x: number; y: number }, near = 0): number {
  if (axis.along !== "turn") return spot[axis.along];
  const [cx, cy] = axis.center;
  const degrees = (Math.atan2(spot.y - cy, spot.x - cx) * 180) / Math.PI;
  return degrees + 360 * Math.round((near - degrees) / 360);
}

/** Where a handle is when one of its numbers has gone on by so much: along x or y, or round its center. */
export function movedBy(axis: HandleAxis, from: { x: number; y: number }, change: number): { x: number; y: number } {
  const way = change / axis.slope;
  if (axis.along === "x") return { ...from, x: from.x + way };
  if (axis.along === "y") return { ...from, y: from.y + way };
  const [cx, cy] = axis.center;
  const radius = Math.hypot(from.x - cx, from.y - cy);
  const angle = ((coordinateOf(axis, from) + way) * Math.PI) / 180;
  return { x: cx + radius * Math.cos(angle), y: cy + radius * Math.sin(angle) };
}

/** The value of a number after its handle has gone from spot to spot: snapped to its step, kept in its limits. */
export function valueAt(
  axis: HandleAxis,
  number: Pick<Dial, "value" | "step" | "minimum" | "maximum">,
  from: { x: number; y: number },
  to: { x: number; y: number },
): number {
  const before = coordinateOf(axis, from);
  const raw = (number.value as number) + axis.slope * (coordinateOf(axis, to, before) - before);
  const snapped = Math.round(raw / number.step) * number.step;
  return Number(Math.min(Math.max(snapped, number.minimum), number.maximum).toFixed(6));
}
