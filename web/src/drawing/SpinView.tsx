import { useTheme } from "styled-components";
import type { Geometry } from "../api/client";
import { pathOf, type Place } from "./place";

export interface SpinFrame {
  /** Angle turned, rad, counter-clockwise from above. */
  angle: number;
  touching: boolean;
  spark: boolean;
}

/** The moving wire turned to an angle: far pieces pale, near ones full; a spark where contact breaks. */
export function SpinView({ geometry, place, frame }: { geometry: Geometry; place: Place; frame: SpinFrame }) {
  const theme = useTheme();
  const cos = Math.cos(frame.angle);
  const sin = Math.sin(frame.angle);
  const turned = geometry.moving.map((path) => ({
    points: path.map(([x = 0, y = 0, z = 0]) => [x * cos - y * sin, z] as const),
    depth: path.reduce((sum, [x = 0, y = 0]) => sum + x * sin + y * cos, 0),
  }));
  turned.sort((one, other) => other.depth - one.depth);
  const foot = turned[turned.length - 1]?.points.at(-1);
  return (
    <g fill="none" strokeLinecap="round" strokeLinejoin="round" data-angle={frame.angle.toFixed(2)}>
      {turned.map((path, at) => (
        <path
          key={at}
          d={pathOf(path.points, place)}
          stroke={theme.carriesCurrent}
          strokeWidth={path.depth > 1 ? 3 : 4}
          opacity={path.depth > 1 ? 0.45 : 1}
        />
      ))}
      {frame.spark && foot && (
        <path
          d="M-9 0H9M0 -9V9M-6 -6L6 6M6 -6L-6 6"
          transform={`translate(${place.x(foot[0])} ${place.y(foot[1])})`}
          stroke={theme.state.tight}
          strokeWidth={2}
        />
      )}
    </g>
  );
}
