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
export function placeFor(bounds: readonly number[], width: number, height: number, bare = false): Place {
  const [left = 0, bottom = 0, right = 1, top = 1] = bounds;
  const margin = bare ? { top: 6, side: 6, bottom: 6 } : MARGIN;
  const half = bare ? Math.max(-left, right) : Math.ceil(Math.max(-left, right) / STEP) * STEP;
  const tall = bare ? top - bottom : Math.ceil((top - bottom) / STEP) * STEP;
  const scale = Math.max(
    Math.min((width - 2 * margin.side) / (2 * half), (height - margin.top - margin.bottom) / tall),
    0.1,
  );
  const base =
    height - margin.bottom - (bare ? 0 : Math.max(0, height - margin.top - margin.bottom - tall * scale) / 2);
  return { x: (mm) => width / 2 + mm * scale, y: (mm) => base - (mm - bottom) * scale, scale, width, height };
}

export const pathOf = (points: readonly (readonly number[])[], place: Place, closed = false) =>
  points.map(([x = 0, y = 0], at) => `${at ? "L" : "M"}${place.x(x).toFixed(1)} ${place.y(y).toFixed(1)}`).join("") +
  (closed ? "Z" : "");

/** The handle axis' field value for a place on the drawing: snapped to its step, kept in its limits. */
export function valueFor(
  axis: { origin: number; slope: number; step: number; minimum: number; maximum: number },
  coordinate: number,
): number {
  const raw = axis.origin + axis.slope * coordinate;
  const snapped = Math.round(raw / axis.step) * axis.step;
  return Number(Math.min(Math.max(snapped, axis.minimum), axis.maximum).toFixed(3));
}
