import { useTheme } from "styled-components";
import type { Geometry, Moving } from "../api/client";
import { pathOf, type Place } from "./place";
import { GHOSTS, lookOf } from "./roles";

export interface SpinFrame {
  /** Angle turned, rad, counterclockwise as it is looked at. */
  angle: number;
  /** rad/s, or m/s along a track. */
  speed: number;
  touching: boolean;
  spark: boolean;
  /** Thrown up from its support. */
  hop: boolean;
  /** Share of the current that the switch lets through at this angle. */
  live: number;
  /** Nothing is said of the current: wires are drawn as at rest. */
  plain?: boolean;
}

type Vector = readonly number[];
const dot = (a: Vector, b: Vector) => a[0]! * b[0]! + a[1]! * b[1]! + a[2]! * b[2]!;
const cross = (a: Vector, b: Vector): Vector => [
  a[1]! * b[2]! - a[2]! * b[1]!,
  a[2]! * b[0]! - a[0]! * b[2]!,
  a[0]! * b[1]! - a[1]! * b[0]!,
];

const HOP_MM = 1.2; // how far up a hopping part is shown

/** A moving path turned about its view's axis: where it is on the drawing, and how far toward the viewer. */
export function turned(path: Moving, angle: number) {
  if (path.route.length > 0) return travelled(path, angle);
  const { axis, right, up, origin } = path.view;
  const toward = cross(right, up);
  const cos = Math.cos(angle);
  const sin = Math.sin(angle);
  let depth = 0;
  const points = path.points.map((point) => {
    const side = cross(axis, point);
    const along = dot(axis, point) * (1 - cos);
    const now = point.map((value, at) => value! * cos + side[at]! * sin + axis[at]! * along);
    depth += dot(now, toward);
    return [origin[0]! + dot(now, right), origin[1]! + dot(now, up)] as const;
  });
  return { points, depth: depth / path.points.length, role: path.role, sparks: path.sparks, closed: path.closed };
}

/** A path that travels: its place after so many meters, heading along its route; a closed route leads on and on. */
export function travelled(path: Moving, meters: number) {
  const { route, route_per_m: perMeter } = path;
  const lengths = route.slice(1).map(([x, y], at) => Math.hypot(x! - route[at]![0]!, y! - route[at]![1]!));
  const whole = lengths.reduce((sum, length) => sum + length, 0);
  const [first, last] = [route[0]!, route.at(-1)!];
  const closed = Math.hypot(first[0]! - last[0]!, first[1]! - last[1]!) < 0.01;
  const gone = meters * perMeter;
  let left = closed ? ((gone % whole) + whole) % whole : Math.min(Math.max(gone, 0), whole);
  let at = 0;
  while (at < lengths.length - 1 && left > lengths[at]!) left -= lengths[at++]!;
  const [x0, y0] = route[at]!;
  const [x1, y1] = route[at + 1]!;
  const [ahead, aside] = [(x1! - x0!) / lengths[at]!, (y1! - y0!) / lengths[at]!];
  const points = path.points.map(
    ([u, v]) => [x0! + ahead * (left + u!) - aside * v!, y0! + aside * (left + u!) + ahead * v!] as const,
  );
  return { points, depth: 0, role: path.role, sparks: path.sparks, closed: path.closed };
}

const DEEP = -1; // mm behind the plane of the drawing from where a wire is drawn pale

interface Props {
  geometry: Pick<Geometry, "moving" | "pose" | "sparks">;
  place: Place;
  /** A moment of the run; none where it is drawn at rest. */
  frame?: SpinFrame | null;
  small?: boolean;
  /** Only the outline, as a pinned design leaves it. */
  ghost?: boolean;
}

/** What moves, at rest or turned to an angle: far pieces and those without current pale; a spark where contact breaks. */
export function MovingParts({ geometry, place, frame = null, small = false, ghost = false }: Props) {
  const theme = useTheme();
  const shown = geometry.moving.filter((path) => !ghost || GHOSTS.has(path.role));
  const paths = shown.map((path) => turned(path, frame?.angle ?? geometry.pose));
  const order = [...paths].sort((path, other) => path.depth - other.depth);
  const foot = order
    .filter((path) => path.sparks)
    .at(-1)
    ?.points.at(-1);
  const sparks = foot ? [foot] : geometry.sparks;
  const live = !frame || frame.plain || (frame.touching && frame.live > 0.5);
  const lift = frame?.hop ? -HOP_MM * place.scale : 0;
  const attributes = frame ? { "data-angle": frame.angle.toFixed(2), "data-live": live } : {};
  return (
    <g fill="none" strokeLinejoin="round" {...attributes}>
      <g transform={`translate(0 ${lift})`}>
        {frame && live && !frame.plain && (
          <g data-lit stroke={theme.lit} strokeWidth={13} strokeLinecap="round">
            {order
              .filter((path) => path.role === "wire" || path.role === "lead")
              .map((path, at) => (
                <path key={at} d={pathOf(path.points, place, path.closed)} />
              ))}
          </g>
        )}
        {order.map((path, at) => {
          const look = lookOf(path.role, theme);
          const wire = path.role === "wire";
          const far = wire && path.depth < DEEP;
          const dashes = ghost ? "6 5" : wire && !live ? "7 5" : look.dashes;
          return (
            <path
              key={at}
              data-role={far ? "far_wire" : path.role}
              d={pathOf(path.points, place, path.closed)}
              stroke={look.stroke}
              fill={path.closed && !ghost ? (look.fill ?? "none") : "none"}
              strokeWidth={ghost ? 1.6 : (look.width ?? 1.4) * (small ? 0.55 : 1)}
              strokeDasharray={dashes}
              strokeLinecap={dashes ? "butt" : "round"}
              opacity={ghost ? 0.75 : far ? 0.45 : wire && !live ? 0.6 : (look.opacity ?? 1)}
            />
          );
        })}
      </g>
      {frame?.spark &&
        sparks.map(([x = 0, y = 0], at) => (
          <path
            key={at}
            d="M-9 0H9M0 -9V9M-6 -6L6 6M6 -6L-6 6"
            transform={`translate(${place.x(x)} ${place.y(y)})`}
            stroke={theme.state.tight}
            strokeWidth={2}
          />
        ))}
    </g>
  );
}
