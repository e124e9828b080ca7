import { useId } from "react";
import { useTheme } from "styled-components";
import type { Geometry, Shape } from "../api/client";
import { pathOf, type Place } from "./place";

const STANDING = new Set(["cell", "terminal", "north", "south", "across", "cup", "bench"]);

/** Everything that stands still: bench, magnets, cell, cup. Poles are told by letter and hatch. */
export function Standing({ geometry, place, small = false }: { geometry: Geometry; place: Place; small?: boolean }) {
  const id = useId();
  return (
    <g>
      <Hatches id={id} />
      {geometry.shapes
        .filter((shape) => STANDING.has(shape.role) && !(small && shape.role === "bench"))
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
          {!small && <PoleLetter {...middle} letter={shape.label ?? ""} />}
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
          {!small && <PoleLetter x={middle.x + width / 4} y={middle.y} letter={shape.label ?? ""} />}
          {!small && <PoleLetter x={middle.x - width / 4} y={middle.y} letter={other} />}
        </g>
      );
    }
    case "cell":
      return (
        <g>
          <path d={d} fill={theme.can} {...line} />
          {!small && tall > 60 && (
            <text x={middle.x} y={middle.y} textAnchor="middle" fontSize={13} fill={theme.text}>
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
    default:
      return <path d={d} fill={theme.sheet} {...line} />;
  }
}

function PoleLetter({ x, y, letter }: { x: number; y: number; letter: string }) {
  const theme = useTheme();
  return (
    <g>
      <rect x={x - 9} y={y - 9} width={18} height={18} rx={3} fill={theme.sheet} />
      <text x={x} y={y + 5.5} textAnchor="middle" fontSize={15} fontWeight={700} fill={theme.text}>
        {letter}
      </text>
    </g>
  );
}

/** The moving wire, where the core put it. */
export function Wires({
  geometry,
  place,
  small = false,
  ghost = false,
}: {
  geometry: Geometry;
  place: Place;
  small?: boolean;
  ghost?: boolean;
}) {
  const theme = useTheme();
  const wires = geometry.shapes.filter((shape) => shape.role === "wire" || shape.role === "far_wire");
  const width = small ? 2.2 : 4;
  return (
    <g fill="none" strokeLinecap="round" strokeLinejoin="round">
      {wires.map((shape, at) => (
        <path
          key={at}
          d={pathOf(shape.points, place)}
          stroke={theme.carriesCurrent}
          strokeWidth={ghost ? 1.6 : width}
          strokeDasharray={ghost ? "6 5" : undefined}
          opacity={ghost ? 0.75 : shape.role === "far_wire" ? 0.45 : 1}
        />
      ))}
    </g>
  );
}
