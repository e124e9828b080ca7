import { useId } from "react";
import { Checkbox, CheckboxGroup, Label } from "react-aria-components";
import styled from "styled-components";
import type { Diagnosed, SignWord } from "../api/diagnose";
import type { Geometry } from "../api/client";
import { MovingParts, turned } from "../drawing/MovingParts";
import { placeWithin } from "../drawing/place";
import { Standing, Wires } from "../drawing/Shapes";
import { hasPicture, motionOf, type Motion } from "./motion";
import { useClock } from "./useClock";

const WIDE = 104;
const HIGH = 76;
const ROOM = 6;

interface Props {
  told: Diagnosed;
  geometry: Geometry;
  signs: string[];
  change: (signs: string[]) => void;
}

/** What can be seen, each as this very motor doing so, with its word; a tick is an answer. */
export function SignPictures({ told, geometry, signs, change }: Props) {
  const seconds = useClock();
  const pictured = told.signs.filter(({ id, group }) => hasPicture(id, group, told.travels));
  const worded = told.signs.filter((sign) => !pictured.includes(sign));
  // How it went is one of several: the next takes the place of the last.
  const went = new Set<string>(told.signs.filter(({ group }) => group === "went").map(({ id }) => id));
  const take = (next: string[]) => {
    const added = next.find((id) => !signs.includes(id));
    change(added && went.has(added) ? next.filter((id) => id === added || !went.has(id)) : next);
  };
  const sign = ({ id, word }: SignWord, picture: boolean) => (
    <Sign key={id} value={id} data-sign={id}>
      {picture && (
        <Small
          geometry={geometry}
          motion={motionOf(id, seconds, told.travels)}
          sense={told.sense}
          travels={told.travels}
        />
      )}
      <span>
        <span aria-hidden>{signs.includes(id) ? "☑" : "☐"}</span> {word}
      </span>
    </Sign>
  );
  return (
    <CheckboxGroup value={signs} onChange={take}>
      <Heading>
        <Label>What do you see?</Label>
        <small>tick all that is true</small>
      </Heading>
      <Pictures>{pictured.map((each) => sign(each, true))}</Pictures>
      <Words>{worded.map((each) => sign(each, false))}</Words>
    </CheckboxGroup>
  );
}

function Small(props: { geometry: Geometry; motion: Motion; sense: number; travels: boolean }) {
  const { geometry, motion, sense, travels } = props;
  const clip = useId();
  const bounds = nearBounds(geometry);
  const place = placeWithin(bounds, WIDE - 2 * ROOM, HIGH - 2 * ROOM);
  const tall = (bounds[3]! - bounds[1]!) * place.scale;
  const way = wayOf(geometry);
  const angle = travels ? motion.at * way : geometry.pose + sense * motion.at;
  const frame = {
    angle,
    speed: 0,
    touching: true,
    spark: motion.spark ?? false,
    hop: motion.hop ?? false,
    live: 0,
    plain: true,
  };
  return (
    <svg width={WIDE} height={HIGH} viewBox={`${-ROOM} ${-ROOM} ${WIDE} ${HIGH}`} aria-hidden>
      <clipPath id={clip}>
        <rect x={-ROOM} y={(HIGH - 2 * ROOM - tall) / 2 - ROOM / 2} width={WIDE} height={tall + ROOM} />
      </clipPath>
      <g clipPath={`url(#${clip})`}>
        <Standing geometry={geometry} place={place} small />
        <Wires geometry={geometry} place={place} small />
        <MovingParts geometry={geometry} place={place} frame={frame} small />
      </g>
    </svg>
  );
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

const Heading = styled.div`
  display: flex;
  gap: 10px;
  align-items: baseline;
  label,
  & > span {
    font: 650 1.1rem var(--display, inherit);
  }
  small {
    color: ${({ theme }) => theme.quiet};
  }
`;
const Pictures = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(116px, 1fr));
  gap: 6px;
  margin: 8px 0;
`;
const Words = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(180px, 1fr));
  gap: 0 10px;
`;
const Sign = styled(Checkbox)`
  display: flex;
  flex-direction: column;
  gap: 2px;
  font-size: 0.875rem;
  line-height: 1.2;
  padding: 3px 4px;
  cursor: pointer;
  border: 1px solid transparent;
  ${Pictures} & {
    border-color: ${({ theme }) => theme.rule};
    background: ${({ theme }) => theme.sheet};
    align-items: center;
    text-align: center;
  }
  &[data-selected] {
    border-color: ${({ theme }) => theme.carriesCurrent};
    font-weight: 650;
  }
  ${Pictures} &[data-selected] {
    border-width: 2px;
    padding: 2px 3px;
  }
  &[data-focus-visible] {
    outline: 2.5px solid ${({ theme }) => theme.action};
  }
`;
