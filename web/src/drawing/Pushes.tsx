import { useTheme } from "styled-components";
import type { Geometry, Verdict } from "../api/client";
import { useFigures } from "../theme/FiguresProvider";
import { MN_PER_GRAM, rounded } from "../units";
import { type Place } from "./place";

export const LABEL_REM = 0.78;

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
export function Through({ x, y, toward, color }: { x: number; y: number; toward: boolean; color?: string }) {
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

export function Halo(props: HaloProps) {
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
