import { useId } from "react";
import { useTheme } from "styled-components";
import type { Geometry, Shape } from "../api/client";
import { pathOf, type Place } from "./place";
import { GHOSTS, LARGE_ONLY, lookOf, WIRES } from "./roles";

type Shapes = Pick<Geometry, "shapes"> & Partial<Pick<Geometry, "dots">>;

/** Everything that stands still: bench, magnets, cell, cup. Poles are told by letter and hatch. */
export function Standing({ geometry, place, small = false }: { geometry: Shapes; place: Place; small?: boolean }) {
  const id = useId();
  return (
    <g>
      <Hatches id={id} />
      {geometry.shapes
        .filter((shape) => !WIRES.has(shape.role) && !(small && LARGE_ONLY.has(shape.role)))
        .map((shape, at) => (
          <StandingShape key={at} shape={shape} place={place} hatch={id} small={small} />
        ))}
    </g>
  );
}

function Hatches({ id }: { id: string }) {
  const theme = useTheme();
  const stroke = { stroke: theme.text, strokeWidth: 1 };
  return (
    <defs>
      <pattern id={`${id}-north`} width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <rect width="6" height="6" fill={theme.sheet} />
        <line x1="0" y1="0" x2="0" y2="6" {...stroke} />
      </pattern>
      <pattern id={`${id}-south`} width="6" height="6" patternUnits="userSpaceOnUse">
        <rect width="6" height="6" fill={theme.sheet} />
        <circle cx="3" cy="3" r="0.9" fill={theme.text} />
      </pattern>
    </defs>
  );
}

function StandingShape({ shape, place, hatch, small }: { shape: Shape; place: Place; hatch: string; small: boolean }) {
  const theme = useTheme();
  const xs = shape.points.map(([x = 0]) => place.x(x));
  const ys = shape.points.map(([, y = 0]) => place.y(y));
  const middle = { x: (Math.min(...xs) + Math.max(...xs)) / 2, y: (Math.min(...ys) + Math.max(...ys)) / 2 };
  const tall = Math.max(...ys) - Math.min(...ys);
  const d = pathOf(shape.points, place, true);
  const line = { stroke: theme.text, strokeWidth: small ? 1 : 1.4, strokeLinejoin: "round" as const };
  switch (shape.role) {
    case "bench":
      return <path d={d} fill={theme.quiet} />;
    case "north":
    case "south":
      return (
        <g>
          <path d={d} fill={`url(#${hatch}-${shape.role})`} {...line} />
          {!small && (
            <PoleLetter {...middle} letter={shape.label} room={Math.min(tall, Math.max(...xs) - Math.min(...xs))} />
          )}
        </g>
      );
    case "across": {
      const width = Math.max(...xs) - Math.min(...xs);
      const top = Math.min(...ys);
      const other = shape.label === "N" ? "S" : "N";
      return (
        <g>
          <rect
            x={middle.x}
            y={top}
            width={width / 2}
            height={tall}
            fill={`url(#${hatch}-${shape.label === "N" ? "north" : "south"})`}
          />
          <rect
            x={middle.x - width / 2}
            y={top}
            width={width / 2}
            height={tall}
            fill={`url(#${hatch}-${shape.label === "N" ? "south" : "north"})`}
          />
          <path d={d} fill="none" {...line} />
          {!small && <PoleLetter x={middle.x + width / 4} y={middle.y} letter={shape.label} />}
          {!small && <PoleLetter x={middle.x - width / 4} y={middle.y} letter={other} />}
        </g>
      );
    }
    case "cell":
      return (
        <g>
          <path d={d} fill={theme.can} {...line} />
          {!small && tall > 60 && (
            <text x={middle.x} y={middle.y} textAnchor="middle" fontSize="0.81rem" fill={theme.text}>
              {shape.label}
            </text>
          )}
        </g>
      );
    case "terminal":
      return (
        <g>
          <path d={d} fill={theme.can} {...line} />
        </g>
      );
    case "cup":
    case "core":
      return <path d={d} fill={theme.sheet} {...line} />;
    default:
      return <Line shape={shape} place={place} small={small} />;
  }
}

/** Anything that is a line with the look of its role. */
function Line({ shape, place, small, ghost = false }: { shape: Shape; place: Place; small: boolean; ghost?: boolean }) {
  const theme = useTheme();
  const look = lookOf(shape.role, theme);
  const filled = shape.closed && look.fill;
  const pale = shape.role.endsWith("_arc");
  return (
    <path
      data-role={shape.role}
      d={pathOf(shape.points, place, shape.closed)}
      fill={filled ? look.fill : "none"}
      fillOpacity={pale ? 0.22 : 1}
      stroke={look.stroke}
      strokeWidth={ghost ? 1.6 : (look.width ?? 1.4) * (small ? 0.55 : 1)}
      strokeDasharray={ghost ? "6 5" : look.dashes}
      strokeLinecap={look.dashes ? "butt" : "round"}
      strokeLinejoin="round"
      opacity={ghost ? 0.75 : (look.opacity ?? 1)}
    />
  );
}

/** Wires cut across: full where they carry current. */
function DotRow({ dots, place }: { dots: NonNullable<Geometry["dots"]>[number]; place: Place }) {
  const theme = useTheme();
  const live = dots.role === "wire";
  const radius = Math.max(dots.radius * place.scale, 0.8);
  const d = dots.points
    .map(
      ([x = 0, y = 0]) =>
        `M${(place.x(x) - radius).toFixed(1)} ${place.y(y).toFixed(1)}a${radius} ${radius} 0 1 0 ${2 * radius} 0a${radius} ${radius} 0 1 0 ${-2 * radius} 0`,
    )
    .join("");
  return (
    <path
      data-dots={dots.role}
      d={d}
      fill={live ? theme.carriesCurrent : theme.sheet}
      stroke={theme.carriesCurrent}
      strokeWidth={live ? 0.5 : 1}
      opacity={live ? 1 : 0.6}
    />
  );
}

const LETTER = { most: 15, least: 9 }; // px

/** A pole's letter on a patch of paper, as large as its half of the magnet has room for. */
function PoleLetter({ x, y, letter, room = 18 }: { x: number; y: number; letter: string; room?: number }) {
  const theme = useTheme();
  const size = Math.min(Math.max(room - 1, LETTER.least), LETTER.most);
  const half = Math.min(size * 0.6, room / 2 + 1);
  return (
    <g>
      <rect x={x - half} y={y - size * 0.6} width={2 * half} height={1.2 * size} rx={2} fill={theme.sheet} />
      <text x={x} y={y + size * 0.36} textAnchor="middle" fontSize={size} fontWeight={700} fill={theme.text}>
        {letter}
      </text>
    </g>
  );
}

/** Wires that stand still, and those cut across. */
export function Wires({
  geometry,
  place,
  small = false,
  ghost = false,
}: {
  geometry: Shapes;
  place: Place;
  small?: boolean;
  ghost?: boolean;
}) {
  return (
    <g>
      {!ghost && geometry.dots?.map((dots, at) => <DotRow key={at} dots={dots} place={place} />)}
      {geometry.shapes
        .filter((shape) => (ghost ? GHOSTS : WIRES).has(shape.role))
        .map((shape, at) => (
          <Line key={at} shape={shape} place={place} small={small} ghost={ghost} />
        ))}
    </g>
  );
}
