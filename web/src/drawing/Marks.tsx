import { memo } from "react";
import { useTheme } from "styled-components";
import type { Geometry, Verdict } from "../api/client";
import { figures } from "../units";
import { pathOf, type Place } from "./place";

/** The field of the magnets, as computed. */
export const FieldLines = memo(function FieldLines({ lines, place }: { lines: Geometry["field_lines"]; place: Place }) {
  const theme = useTheme();
  return (
    <g fill="none" stroke={theme.quiet} strokeWidth={1} strokeDasharray="1.5 3.5" opacity={0.9}>
      {lines.map((line, at) => (
        <path key={at} d={pathOf(line, place)} />
      ))}
    </g>
  );
});

/** Arrows along the wire, in the direction of the current. */
export function CurrentArrows({ geometry, place, amperes }: { geometry: Geometry; place: Place; amperes: number }) {
  const theme = useTheme();
  if (amperes <= 0) return null;
  const paths = geometry.current.filter((path) => path.length > 6).slice(0, 4);
  return (
    <g fill={theme.sheet} stroke={theme.action} strokeWidth={1.2}>
      {paths.flatMap((path, line) =>
        [0.35, 0.72].map((share) => {
          const at = Math.floor(path.length * share);
          const [x0 = 0, y0 = 0] = path[at - 1] ?? [];
          const [x1 = 0, y1 = 0] = path[at] ?? [];
          const angle = (Math.atan2(place.y(y1) - place.y(y0), place.x(x1) - place.x(x0)) * 180) / Math.PI;
          return (
            <path
              key={`${line}-${share}`}
              d="M7 0L-4 5.5L-4 -5.5Z"
              transform={`translate(${place.x(x1).toFixed(1)} ${place.y(y1).toFixed(1)}) rotate(${angle.toFixed(1)})`}
            />
          );
        }),
      )}
    </g>
  );
}

/** The push at each foot: toward the viewer a dot in a ring, away a cross in a ring. */
export function Pushes({ geometry, place, verdict }: { geometry: Geometry; place: Place; verdict: Verdict }) {
  const theme = useTheme();
  const push = verdict.figures.push?.value ?? 0;
  if (push <= 0 || verdict.direction === "none") return null;
  const counter = verdict.direction.startsWith("counter");
  return (
    <g>
      {geometry.pushes.map((mark) => {
        const toward = mark.toward_viewer_when_positive === counter;
        const side = mark.x > 0 ? 1 : -1;
        const x = place.x(mark.x) + side * 26;
        const y = place.y(0) + 22;
        const newtons = push / Math.abs(mark.x);
        return (
          <g key={side}>
            <circle cx={x} cy={y} r={8} fill={theme.sheet} stroke={theme.text} strokeWidth={1.5} />
            {toward ? (
              <circle cx={x} cy={y} r={2.6} fill={theme.text} />
            ) : (
              <path d={`M${x - 4.5} ${y - 4.5}l9 9m0 -9l-9 9`} stroke={theme.text} strokeWidth={1.5} />
            )}
            <text
              x={x + side * 14}
              y={y + 4.5}
              textAnchor={side > 0 ? "start" : "end"}
              fontSize={12.5}
              fill={theme.text}
            >
              push {toward ? "toward you" : "away from you"}, {figures(newtons)} mN
            </text>
          </g>
        );
      })}
    </g>
  );
}

/** Which way it turns, as a loop round the axis. */
export function TurnArrow({ verdict, place }: { verdict: Verdict; place: Place }) {
  const theme = useTheme();
  if (verdict.direction === "none") return null;
  const x = place.x(0);
  const y = 34;
  // The near side of the loop is its lower half: counter-clockwise from above it runs left to right.
  const counter = verdict.direction.startsWith("counter");
  const tip = counter ? "M38 -3l11 -4l-1.5 11z" : "M-38 -3l-11 -4l1.5 11z";
  return (
    <g transform={`translate(${x} ${y})`}>
      <text textAnchor="middle" y={-16} fontSize={13} fill={theme.text}>
        {verdict.direction} from above
      </text>
      <path d="M-44 -6A46 13 0 1 0 44 -6" fill="none" stroke={theme.text} strokeWidth={1.5} />
      <path d={tip} fill={theme.text} />
    </g>
  );
}

/** Center of mass, with how far it is off the axis. */
export function CenterOfMass({ geometry, place }: { geometry: Geometry; place: Place }) {
  const theme = useTheme();
  const [off = 0, height = 0] = geometry.center_of_mass;
  const x = place.x(off);
  const y = place.y(height);
  const quarter = (from: number) =>
    `M0 0L${7 * Math.cos(from)} ${7 * Math.sin(from)}A7 7 0 0 1 ${7 * Math.cos(from + Math.PI / 2)} ${7 * Math.sin(from + Math.PI / 2)}Z`;
  return (
    <g transform={`translate(${x} ${y})`}>
      <circle r={7} fill={theme.sheet} stroke={theme.text} strokeWidth={1.3} />
      <path d={quarter(-Math.PI / 2) + quarter(Math.PI / 2)} fill={theme.text} />
      <text
        x={-12}
        y={-10}
        textAnchor="middle"
        fontSize={12}
        fill={theme.text}
        stroke={theme.can}
        strokeWidth={3}
        paintOrder="stroke"
      >
        {figures(off, 2)} mm off
      </text>
    </g>
  );
}

/** A length to compare with. */
export function ScaleBar({ place }: { place: Place }) {
  const theme = useTheme();
  const y = place.height - 14;
  const end = 18 + 10 * place.scale;
  return (
    <g stroke={theme.text} strokeWidth={1.2}>
      <path d={`M18 ${y - 5}v10M18 ${y}H${end}M${end} ${y - 5}v10`} fill="none" />
      <text x={end + 8} y={y + 4} fontSize={12} fill={theme.text} stroke="none">
        10 mm
      </text>
    </g>
  );
}

/** Overall sizes, as on a drawing for the workbench. */
export function Dimensions({ geometry, place }: { geometry: Geometry; place: Place }) {
  const theme = useTheme();
  const wires = geometry.shapes.filter((shape) => shape.role === "wire" || shape.role === "far_wire");
  const points = wires.flatMap((shape) => shape.points);
  const left = Math.min(...points.map(([x = 0]) => x));
  const right = Math.max(...points.map(([x = 0]) => x));
  const tip = geometry.tip[1] ?? 0;
  const x = Math.min(place.x(right) + 28, place.width - 46);
  const y = place.y(0) + 44;
  return (
    <g stroke={theme.quiet} strokeWidth={1} fill="none">
      <path d={`M${place.x(left)} ${y}H${place.x(right)}M${place.x(left)} ${y - 5}v10M${place.x(right)} ${y - 5}v10`} />
      <path d={`M${x} ${place.y(0)}V${place.y(tip)}M${x - 5} ${place.y(0)}h10M${x - 5} ${place.y(tip)}h10`} />
      <g stroke={theme.sheet} strokeWidth={4} paintOrder="stroke" fill={theme.text} fontSize={12}>
        <text x={place.x(0)} y={y + 4} textAnchor="middle">
          {figures(right - left)} mm wide
        </text>
        <text
          x={x + 4}
          y={(place.y(0) + place.y(tip)) / 2}
          transform={`rotate(-90 ${x + 4} ${(place.y(0) + place.y(tip)) / 2})`}
          dy={-8}
          textAnchor="middle"
        >
          tip at {figures(tip)} mm
        </text>
      </g>
    </g>
  );
}
