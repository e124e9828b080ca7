import { withLearned } from "../api/learning";
import { linesOf } from "../api/lines";
import { posted, type Curve, type Design, type Factor, type SweepPoint } from "../api/client";

/** What to sweep. `low` and `high` narrow the factor's own range. */
export interface Request {
  design: Design;
  pointer: string;
  low: number | null;
  high: number | null;
  /** Key of what trials taught, where the curve is to be as learned. */
  learned?: string | undefined;
}

export interface SweepSoFar {
  factor: Factor;
  total: number;
  points: SweepPoint[];
}

interface Head {
  factor: Factor;
  total: number;
}

const withLine = (soFar: SweepSoFar | null, line: unknown): SweepSoFar =>
  soFar ? { ...soFar, points: [...soFar.points, ...(line as SweepPoint[])] } : { ...(line as Head), points: [] };

/** Run a sweep; `show` gets what has come so far after every few points. Stops when aborted. */
export async function runSweep(
  request: Request,
  signal: AbortSignal,
  show: (soFar: SweepSoFar) => void,
): Promise<void> {
  const { learned, ...body } = request;
  const response = await posted(withLearned("/api/sweep", learned), body, signal);
  let soFar: SweepSoFar | null = null;
  for await (const lines of linesOf(response)) {
    for (const line of lines) soFar = withLine(soFar, line);
    if (soFar) show(soFar);
  }
}

export interface Drawn {
  value: number;
  low: number;
  middle: number;
  high: number;
}

/** The points of one curve; places where no motor can be made are left out. */
export function curveOf(points: readonly SweepPoint[], curve: Curve): Drawn[] {
  return points.flatMap((point) => {
    const band = (curve.of === "figure" ? point.figures : point.margins)[curve.id];
    return band ? [{ value: point.value, low: band[0]!, middle: band[1]!, high: band[2]! }] : [];
  });
}

/** Stretches of equal state along the points, each reaching half-way to its neighbors. */
export function stretches(points: readonly SweepPoint[], link: string): { from: number; to: number; state: string }[] {
  const pieces: { from: number; to: number; state: string }[] = [];
  points.forEach((point, at) => {
    const state = point.states[link] ?? "none";
    const from = at === 0 ? point.value : (points[at - 1]!.value + point.value) / 2;
    const to = at === points.length - 1 ? point.value : (points[at + 1]!.value + point.value) / 2;
    const last = pieces.at(-1);
    if (last && last.state === state) last.to = to;
    else pieces.push({ from, to, state });
  });
  return pieces;
}

/** The point closest to a value. */
export const nearest = (points: readonly SweepPoint[], value: number): SweepPoint | undefined =>
  points.reduce<SweepPoint | undefined>(
    (best, point) => (!best || Math.abs(point.value - value) < Math.abs(best.value - value) ? point : best),
    undefined,
  );

/** A stretch of values over which most builds do not go. */
export interface Stretch {
  from: number;
  to: number;
  /** The value in it that is nearest to those that go. */
  edge: number;
}

/** A stretch with what stops it. */
export interface Stopped extends Stretch {
  why: string;
}

const SHORTEST = 3; // points; what is shorter is no stretch to write into

/** Where most builds do not go, the longest first. */
export function standing(points: readonly SweepPoint[]): Stretch[] {
  const found: { stretch: Stretch; length: number }[] = [];
  let begin = -1;
  points.forEach((point, at) => {
    const goes = point.share_that_goes >= 0.5;
    if (!goes && begin < 0) begin = at;
    const ends = begin >= 0 && (goes || at === points.length - 1);
    if (!ends) return;
    const last = goes ? at - 1 : at;
    const length = last - begin + 1;
    const edge = points[begin > 0 ? begin : last]!.value;
    if (length >= SHORTEST)
      found.push({ stretch: { from: points[begin]!.value, to: points[last]!.value, edge }, length });
    begin = -1;
  });
  return found.sort((one, other) => other.length - one.length).map(({ stretch }) => stretch);
}
