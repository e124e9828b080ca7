import { memo } from "react";
import { useTheme } from "styled-components";
import type { Geometry, Verdict } from "../api/client";
import { useFigures } from "../theme/FiguresProvider";
import { MN_PER_GRAM, rounded } from "../units";
import { turned } from "./MovingParts";
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

const ARROW = 46; // px
const WORDS = 106; // px that the words beside an arrow need

interface PushesProps {
  geometry: Geometry;
  place: Place;
  verdict: Verdict;
  /** How far the machine has turned on from where it is drawn, rad. */
  turned?: number;
}

/** A push that goes round with what it pushes, about an upright axis: where it is then, and its way. */
export function carriedRound(mark: PushMark, angle: number): PushMark {
  if (!angle) return mark;
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  const [right = 0, up = 0, toward = 0] = mark.toward;
  return { ...mark, x: mark.x * cos, toward: [right * cos + toward * sin, up, toward * cos - right * sin] };
}

/** The push where it acts: across the drawing as an arrow; toward the viewer a dot in a ring, away a cross in a ring. */
export function Pushes({ geometry, place, verdict, turned: angle = 0 }: PushesProps) {
  const { telling } = useFigures();
  if (verdict.sense === 0) return null;
  return (
    <g>
      {geometry.pushes.map((still, at) => {
        const mark = geometry.turning.seen === "above" ? carriedRound(still, angle) : still;
        const words =
          telling === "plain" ? `${rounded(mark.force_mN / MN_PER_GRAM, 2)} g` : `${rounded(mark.force_mN)} mN`;
        const [right, up, toward] = mark.toward;
        return Math.abs(toward!) > Math.hypot(right!, up!) ? (
          <ThroughPage key={at} mark={mark} place={place} toward={toward! > 0} words={words} />
        ) : (
          <AcrossPage key={at} mark={mark} place={place} right={right!} up={up!} words={words} />
        );
      })}
    </g>
  );
}

type PushMark = Geometry["pushes"][number];

function AcrossPage(props: { mark: PushMark; place: Place; right: number; up: number; words: string }) {
  const theme = useTheme();
  const { mark, place, right, up, words } = props;
  const x = place.x(mark.x);
  const y = place.y(mark.y);
  const end = { x: x + ARROW * right, y: y - ARROW * up };
  const turn = (Math.atan2(-up, right) * 180) / Math.PI;
  return (
    <g data-push>
      <path d={`M${x} ${y}L${end.x} ${end.y}`} stroke={theme.state.holds} strokeWidth={3} />
      <path d="M8 0L-6 6V-6Z" transform={`translate(${end.x} ${end.y}) rotate(${turn})`} fill={theme.state.holds} />
      {end.x + WORDS > place.width ? (
        <Halo x={end.x + 6} y={end.y - 12} anchor="end">{`push ${words}`}</Halo>
      ) : (
        <Halo x={end.x + 12 * right} y={end.y + 4} anchor={right < 0 ? "end" : "start"}>{`push ${words}`}</Halo>
      )}
    </g>
  );
}

function ThroughPage({ mark, place, toward, words }: { mark: PushMark; place: Place; toward: boolean; words: string }) {
  const theme = useTheme();
  const side = mark.x > 0 ? 1 : -1;
  const x = place.x(mark.x) + side * 26;
  const y = place.y(mark.y) + 22;
  return (
    <g data-push>
      <Through x={x} y={y} toward={toward} />
      <text x={x + side * 14} y={y + 4.5} textAnchor={side > 0 ? "start" : "end"} fontSize="0.78rem" fill={theme.text}>
        push {toward ? "toward you" : "away from you"}, {words}
      </text>
    </g>
  );
}

/** Something that runs through the page: a dot in a ring toward the viewer, a cross away. */
function Through({ x, y, toward, color }: { x: number; y: number; toward: boolean; color?: string }) {
  const theme = useTheme();
  const ink = color ?? theme.text;
  return (
    <g>
      <circle cx={x} cy={y} r={8} fill={theme.sheet} stroke={ink} strokeWidth={1.5} />
      {toward ? (
        <circle cx={x} cy={y} r={2.6} fill={ink} />
      ) : (
        <path d={`M${x - 4.5} ${y - 4.5}l9 9m0 -9l-9 9`} stroke={ink} strokeWidth={1.5} />
      )}
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

/** Words with a rim of paper round them, so that lines below do not cross them out. */
interface HaloProps {
  x: number;
  y: number;
  anchor?: "start" | "middle" | "end";
  bold?: boolean;
  /** Parts of the usual size. */
  size?: number;
  children: string;
}

function Halo(props: HaloProps) {
  const theme = useTheme();
  return (
    <text
      x={props.x}
      y={props.y}
      textAnchor={props.anchor}
      fontSize={`${LABEL_REM * (props.size ?? 1)}rem`}
      fontWeight={props.bold ? 700 : 400}
      fill={theme.text}
      stroke={theme.sheet}
      strokeWidth={4}
      paintOrder="stroke"
    >
      {props.children}
    </text>
  );
}

const LABEL_REM = 0.78;
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

/** Which way it turns: a loop round an upright axis, or an arc round a shaft that is seen end-on. */
export function TurnArrow({ geometry, verdict, place }: { geometry: Geometry; verdict: Verdict; place: Place }) {
  const theme = useTheme();
  if (verdict.sense === 0) return null;
  const { x, y, seen, radius } = geometry.turning;
  const forward = verdict.sense > 0;
  if (seen === "along") return <AlongArrow x={place.x(x)} y={place.y(y)} r={radius * place.scale} forward={forward} words={verdict.direction} />; // prettier-ignore
  if (seen === "end") return <EndArrow x={place.x(x)} y={place.y(y)} r={radius * place.scale} forward={forward} words={verdict.direction} />; // prettier-ignore
  // The near side of the loop is its lower half: counter-clockwise from above it runs left to right.
  const tip = forward ? "M38 -3l11 -4l-1.5 11z" : "M-38 -3l-11 -4l1.5 11z";
  return (
    <g transform={`translate(${place.x(x)} 34)`}>
      <text textAnchor="middle" y={-16} fontSize="0.81rem" fill={theme.text}>
        {verdict.direction} {verdict.seen}
      </text>
      <path d="M-44 -6A46 13 0 1 0 44 -6" fill="none" stroke={theme.text} strokeWidth={1.5} />
      <path d={tip} fill={theme.text} />
    </g>
  );
}

function AlongArrow({ x, y, r, forward, words }: { x: number; y: number; r: number; forward: boolean; words: string }) {
  const theme = useTheme();
  const way = forward ? 1 : -1;
  return (
    <g data-turn={words}>
      <path d={`M${x - way * r} ${y}H${x + way * r}`} stroke={theme.text} strokeWidth={1.8} />
      <path d={`M${x + way * r} ${y}l${-13 * way} -6v12z`} fill={theme.text} />
      <Halo x={x} y={y - 8}>
        {words}
      </Halo>
    </g>
  );
}

/** Speed along the way as a ribbon under the track, with its band; where it stops, and why. */
export function SpeedRibbon({ geometry, verdict, place }: { geometry: Geometry; verdict: Verdict; place: Place }) {
  const theme = useTheme();
  const { ribbon } = geometry;
  const { trip } = verdict;
  if (!ribbon || !trip) return null;
  const top = Math.max(...trip.speeds.map((band) => band[2]!), 1e-6);
  const spots = (which: number) =>
    trip.places.map(
      (mm, at) => [ribbon.x + mm * ribbon.per_mm, ribbon.y + (trip.speeds[at]![which]! / top) * ribbon.height] as const,
    );
  const floor = [
    [ribbon.x + trip.places.at(-1)! * ribbon.per_mm, ribbon.y],
    [ribbon.x + trip.places[0]! * ribbon.per_mm, ribbon.y],
  ] as const;
  const fastest = trip.speeds.reduce((best, band, at) => (band[1]! > trip.speeds[best]![1]! ? at : best), 0);
  const stop = ribbon.x + trip.reached * ribbon.per_mm;
  return (
    <g data-ribbon>
      <path d={pathOf([...spots(2), ...spots(0).reverse()], place, true)} fill={theme.carriesCurrent} opacity={0.18} />
      <path d={pathOf([...spots(1), ...floor], place, true)} fill={theme.carriesCurrent} opacity={0.28} />
      <path d={pathOf(spots(1), place)} fill="none" stroke={theme.carriesCurrent} strokeWidth={2} />
      <Halo
        x={place.x(spots(1)[fastest]![0])}
        y={place.y(spots(1)[fastest]![1]) - 6}
        anchor={fastest > trip.places.length / 2 ? "end" : "start"}
      >
        {`${rounded(trip.speeds[fastest]![1]!, 2)} ${trip.unit} (${rounded(trip.speeds[fastest]![0]!, 2)}–${rounded(trip.speeds[fastest]![2]!, 2)})`}
      </Halo>
      {trip.stops && (
        <g data-stops>
          <path
            d={`M${place.x(stop)} ${place.y(ribbon.y + ribbon.height)}V${place.y(ribbon.y) + 6}`}
            stroke={theme.state.fails}
            strokeWidth={2}
          />
          <Halo x={place.x(stop)} y={place.y(ribbon.y) + 20} bold anchor={stop > 0 ? "end" : "start"}>
            {trip.stops}
          </Halo>
        </g>
      )}
    </g>
  );
}

const SPAN = 0.42; // rad either side of the top

function EndArrow({ x, y, r, forward, words }: { x: number; y: number; r: number; forward: boolean; words: string }) {
  const theme = useTheme();
  const at = (angle: number) => ({ x: x + r * Math.sin(angle), y: y - r * Math.cos(angle) });
  const left = at(-SPAN);
  const right = at(SPAN);
  const tip = forward ? left : right;
  const turn = forward ? 180 - (SPAN * 180) / Math.PI : (SPAN * 180) / Math.PI;
  return (
    <g data-turn={words}>
      <path
        d={`M${left.x} ${left.y}A${r} ${r} 0 0 1 ${right.x} ${right.y}`}
        fill="none"
        stroke={theme.text}
        strokeWidth={1.8}
      />
      {/* prettier-ignore */}
      <path d="M9 0L-5 5.5V-5.5Z" transform={`translate(${tip.x} ${tip.y}) rotate(${turn})`} fill={theme.text} />
      <Halo x={x} y={y - r - 8}>
        {words}
      </Halo>
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
