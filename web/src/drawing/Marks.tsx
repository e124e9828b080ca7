import { memo } from "react";
import { useTheme } from "styled-components";
import type { Geometry } from "../api/client";
import { rounded } from "../units";
import { turned } from "./MovingParts";
import { pathOf, type Place } from "./place";
import { Halo, LABEL_REM, Through } from "./Pushes";

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
  const moving = geometry.moving
    .filter((path) => path.carries)
    .map((path) => ({ path, seen: turned(path, geometry.pose) }));
  const near = moving.filter(({ seen }) => seen.depth > -1);
  const led = near.map(({ path, seen }) => (path.carries > 0 ? seen.points : [...seen.points].reverse()));
  const paths = [...geometry.current, ...led].filter((path) => path.length > 6).slice(0, 4);
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

/** Where one thing runs into another: a ring with a cross, whatever the colors. */
export function Clashes({ geometry, place }: { geometry: Geometry; place: Place }) {
  const theme = useTheme();
  return (
    <g fill="none" stroke={theme.state.fails} strokeWidth={2.5} data-clashes={geometry.clashes.length}>
      {geometry.clashes.map(([x = 0, y = 0], at) => (
        <path
          key={at}
          d="M-11 0A11 11 0 1 0 11 0A11 11 0 1 0 -11 0M-6 -6L6 6M-6 6L6 -6"
          transform={`translate(${place.x(x).toFixed(1)} ${place.y(y).toFixed(1)})`}
        />
      ))}
    </g>
  );
}

/** Current through the plane of the drawing. */
export function Flows({ geometry, place, amperes }: { geometry: Geometry; place: Place; amperes: number }) {
  const theme = useTheme();
  if (amperes <= 0) return null;
  return (
    <g>
      {geometry.flows.map((flow, at) => (
        <Through key={at} x={place.x(flow.x)} y={place.y(flow.y)} toward={flow.toward} color={theme.action} />
      ))}
    </g>
  );
}

const LETTER = 0.56; // of a line's height, the width of a letter in the middle
const SIZES = [1, 0.85, 0.72, 0.62]; // tried until the labels lie clear of each other

/** The largest size, in parts of the usual one, at which labels on a drawing do not run into each other. */
export function sizeOfLabels(labels: Geometry["labels"], place: Place, px: number): number {
  const clear = (size: number) => {
    const boxes = labels.map(({ x, y, text, anchor }) => {
      const [wide, high] = [text.length * LETTER * px * size, px * size];
      const left = place.x(x) - (anchor === "middle" ? wide / 2 : anchor === "end" ? wide : 0);
      return { left, right: left + wide, top: place.y(y) - high, bottom: place.y(y) };
    });
    return !boxes.some((one, at) =>
      boxes
        .slice(at + 1)
        .some(
          (other) =>
            one.left < other.right &&
            other.left < one.right &&
            one.top < other.bottom - 1 &&
            other.top < one.bottom - 1,
        ),
    );
  };
  return SIZES.find(clear) ?? SIZES.at(-1)!;
}

/** Words that the core put on the drawing. */
export function Labels({ geometry, place }: { geometry: Pick<Geometry, "labels">; place: Place }) {
  const theme = useTheme();
  const size = sizeOfLabels(geometry.labels, place, LABEL_REM * 16 * theme.scale);
  return (
    <g>
      {geometry.labels.map((label, at) => (
        <Halo key={at} x={place.x(label.x)} y={place.y(label.y)} anchor={label.anchor} bold={label.strong} size={size}>
          {label.text}
        </Halo>
      ))}
    </g>
  );
}

/** Center of mass, with how far it is off the axis. */
export function CenterOfMass({ geometry, place }: { geometry: Geometry; place: Place }) {
  const theme = useTheme();
  if (!geometry.mass) return null;
  const { x, y, off_mm } = geometry.mass;
  const quarter = (from: number) =>
    `M0 0L${7 * Math.cos(from)} ${7 * Math.sin(from)}A7 7 0 0 1 ${7 * Math.cos(from + Math.PI / 2)} ${7 * Math.sin(from + Math.PI / 2)}Z`;
  return (
    <g transform={`translate(${place.x(x)} ${place.y(y)})`}>
      <circle r={7} fill={theme.sheet} stroke={theme.text} strokeWidth={1.3} />
      <path d={quarter(-Math.PI / 2) + quarter(Math.PI / 2)} fill={theme.text} />
      <Halo x={-12} y={-10}>{`${rounded(off_mm, 2)} mm off`}</Halo>
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
      <text x={end + 8} y={y + 4} fontSize="0.75rem" fill={theme.text} stroke="none">
        10 mm
      </text>
    </g>
  );
}

/** Sizes, as on a drawing for the workbench. */
export function Dimensions({ geometry, place }: { geometry: Pick<Geometry, "dimensions">; place: Place }) {
  const theme = useTheme();
  return (
    <g stroke={theme.quiet} strokeWidth={1} fill="none">
      {geometry.dimensions.map((dimension, at) => {
        const [x0, y0] = [place.x(dimension.start[0]!), place.y(dimension.start[1]!)];
        const [x1, y1] = [place.x(dimension.end[0]!), place.y(dimension.end[1]!)];
        const upright = Math.abs(x1 - x0) < 1;
        const tick = upright ? "m-5 0h10" : "m0 -5v10";
        return (
          <g key={at}>
            <path d={`M${x0} ${y0}L${x1} ${y1}M${x0} ${y0}${tick}M${x1} ${y1}${tick}`} />
            <g
              stroke="none"
              transform={`translate(${(x0 + x1) / 2} ${(y0 + y1) / 2})${upright ? " rotate(-90) translate(0 -8)" : " translate(0 4)"}`}
            >
              <Halo x={0} y={0}>
                {dimension.text}
              </Halo>
            </g>
          </g>
        );
      })}
    </g>
  );
}
