import { useId } from "react";
import { useTheme } from "styled-components";
import type { Geometry } from "../api/client";
import { MovingParts, turned } from "../drawing/MovingParts";
import { placeWithin, type Place } from "../drawing/place";
import { Standing, Wires } from "../drawing/Shapes";
import { motionOf, type Hot } from "./motion";

const ROOM = 6;

interface Props {
  geometry: Geometry;
  /** The sign by which it moves, and further ones that show on it. */
  sign: string;
  alsoSeen?: readonly string[];
  /** The moment, in seconds. */
  seconds: number;
  /** The way it turns as planned. */
  sense: number;
  travels: boolean;
  width: number;
  height: number;
}

/** This very motor doing what a sign says, without figures: what moves, and what it stands on. */
export function MovingMotor({ geometry, sign, alsoSeen = [], seconds, sense, travels, width, height }: Props) {
  const clip = useId();
  const bounds = nearBounds(geometry);
  const place = placeWithin(bounds, width - 2 * ROOM, height - 2 * ROOM);
  const tall = (bounds[3]! - bounds[1]!) * place.scale;
  const motion = motionOf(sign, seconds, travels);
  const more = alsoSeen.map((each) => motionOf(each, seconds, travels));
  const back = alsoSeen.includes("other_way") ? -1 : 1;
  const angle = travels ? motion.at * wayOf(geometry) : geometry.pose + back * sense * motion.at;
  const any = (what: "spark" | "hop") => [motion, ...more].some((each) => each[what]);
  const frame = {
    angle,
    speed: 0,
    touching: true,
    spark: any("spark"),
    hop: any("hop"),
    live: 0,
    plain: true,
  };
  const hot = [motion, ...more].flatMap((each) => each.hot ?? []);
  return (
    <svg width={width} height={height} viewBox={`${-ROOM} ${-ROOM} ${width} ${height}`} aria-hidden>
      <clipPath id={clip}>
        <rect x={-ROOM} y={(height - 2 * ROOM - tall) / 2 - ROOM / 2} width={width} height={tall + ROOM} />
      </clipPath>
      <g clipPath={`url(#${clip})`}>
        <Standing geometry={geometry} place={place} small />
        <Wires geometry={geometry} place={place} small />
        <MovingParts geometry={geometry} place={place} frame={frame} small />
        {hot.map((what) => (
          <Heat key={what} at={hotAt(geometry, what)} place={place} seconds={seconds} />
        ))}
      </g>
    </svg>
  );
}

/** Warm air over what is hot. */
function Heat({ at, place, seconds }: { at: number[]; place: Place; seconds: number }) {
  const theme = useTheme();
  const [x, y] = [place.x(at[0]!), place.y(at[1]!) + 8];
  const rise = (seconds * 4) % 4;
  return (
    <g fill="none" stroke={theme.state.fails} strokeWidth={2.4} strokeLinecap="round">
      {[-9, 0, 9].map((aside) => (
        <path key={aside} d={`M${x + aside} ${y - rise} q4 -4 0 -8 q-4 -4 0 -8`} />
      ))}
    </g>
  );
}

/** Where heat shows: in the middle of the battery, or of the first wire that moves. */
function hotAt(geometry: Geometry, what: Hot): number[] {
  const cell = geometry.shapes.find(({ role }) => role === "cell")?.points;
  const wire = geometry.moving.find(({ role, route }) => route.length === 0 && !BESIDE.has(role));
  const points = (what === "battery" ? cell : wire && turned(wire, geometry.pose).points) ?? cell ?? [[0, 0]];
  const x = points.map(([x]) => x!);
  const y = points.map(([, y]) => y!);
  return [(Math.min(...x) + Math.max(...x)) / 2, (Math.min(...y) + Math.max(...y)) / 2];
}

const ROUND = [0, 0.5, 1, 1.5].map((half) => half * Math.PI);
const TOP = 0.06; // of its height that stays free over what moves

/** What is drawn small: what moves and all below it, without the figures beside. */
function nearBounds(geometry: Geometry): number[] {
  const [left = 0, bottom = 0, right = 1, top = 1] = geometry.bounds;
  const paths = geometry.moving.filter(({ role, route }) => route.length === 0 && !BESIDE.has(role));
  const points = paths.flatMap((path) => ROUND.flatMap((angle) => turned(path, angle).points));
  if (points.length === 0) return [left, bottom, right, top];
  const x = points.map(([x]) => x!);
  const y = points.map(([, y]) => y!);
  const [low, high] = [Math.min(...y), Math.max(...y)];
  const room = TOP * (high - Math.min(low, bottom));
  return [Math.max(left, Math.min(...x) - 3), bottom, Math.min(right, Math.max(...x) + 3), Math.min(top, high + room)];
}

const BESIDE = new Set<string>(["bared", "enamel", "paint", "mark", "push_arc", "brake_arc", "idle_arc"]);

/** Length of the way along which it travels, in m. */
function wayOf(geometry: Geometry): number {
  const path = geometry.moving.find(({ route }) => route.length > 1);
  if (!path) return 1;
  const lengths = path.route
    .slice(1)
    .map(([x, y], at) => Math.hypot(x! - path.route[at]![0]!, y! - path.route[at]![1]!));
  return lengths.reduce((sum, each) => sum + each, 0) / path.route_per_m;
}
