import { useTheme } from "styled-components";
import type { Cause } from "../api/diagnose";
import type { Geometry } from "../api/client";
import { MovingParts } from "../drawing/MovingParts";
import { placeWithin } from "../drawing/place";
import { Standing, Wires } from "../drawing/Shapes";
import { useFrameSize } from "../drawing/useFrameSize";

const ROOM = 22;
const RADIUS = 12;

interface Props {
  geometry: Geometry;
  causes: Cause[];
  height?: string;
  /** One place alone: circled, without a number. */
  single?: boolean;
}

/** The motor with a number at each place to look at, in the order of the list. */
export function WhereToLook({ geometry, causes, height = "min(52vh, 460px)", single = false }: Props) {
  const theme = useTheme();
  const { frame, size } = useFrameSize({ width: 420, height: 420 });
  const place = placeWithin(geometry.bounds, size.width - 2 * ROOM, size.height - 2 * ROOM);
  const placed: { x: number; y: number }[] = [];
  const marks = causes.flatMap(({ id, at }, number) => {
    if (!at) return [];
    // No number hides another: it moves to the right until it is free.
    const y = place.y(at[1]!);
    let x = place.x(at[0]!);
    while (placed.some((other) => Math.hypot(other.x - x, other.y - y) < 2 * RADIUS)) x += RADIUS / 2;
    placed.push({ x, y });
    return [{ id, number: number + 1, x, y }];
  });
  const numbers = marks.map(({ number }) => number).join(", ");
  const says = single ? "The motor with a circle where to look" : `The motor with numbers where to look: ${numbers}`;
  return (
    <div ref={frame} style={{ height }}>
      <svg
        width={size.width}
        height={size.height}
        viewBox={`${-ROOM} ${-ROOM} ${size.width} ${size.height}`}
        role="img"
        aria-label={numbers ? says : "The motor"}
      >
        <Standing geometry={geometry} place={place} />
        <Wires geometry={geometry} place={place} />
        <MovingParts geometry={geometry} place={place} />
        {marks.map(({ id, number, x, y }) => (
          <g key={id} transform={`translate(${x} ${y})`}>
            <circle
              r={single ? 1.6 * RADIUS : RADIUS}
              fill={single ? "none" : theme.ground}
              stroke={theme.stateText.fails}
              strokeWidth={single ? 4 : 2}
            />
            {!single && (
              <text textAnchor="middle" dy="0.35em" fontSize={14} fontWeight={650} fill={theme.stateText.fails}>
                {number}
              </text>
            )}
          </g>
        ))}
      </svg>
    </div>
  );
}
