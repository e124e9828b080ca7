import { useTheme } from "styled-components";
import type { Geometry, Verdict } from "../api/client";
import { pathOf, type Place } from "./place";
import { Halo } from "./Pushes";

/** Which way it turns: a loop round an upright axis, or an arc round a shaft that is seen end-on. */
export function TurnArrow({ geometry, verdict, place }: { geometry: Geometry; verdict: Verdict; place: Place }) {
  const theme = useTheme();
  if (verdict.sense === 0) return null;
  const { x, y, seen, radius } = geometry.turning;
  const forward = verdict.sense > 0;
  if (seen === "along") return <AlongArrow x={place.x(x)} y={place.y(y)} r={radius * place.scale} forward={forward} words={verdict.direction} />; // prettier-ignore
  if (seen === "end") return <EndArrow x={place.x(x)} y={place.y(y)} r={radius * place.scale} forward={forward} words={verdict.direction} />; // prettier-ignore
  // The near side of the loop is its lower half: counterclockwise from above it runs left to right.
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

/** The speed that the run chain tells: where each build is fastest, not what all have at one place. */
function topSpeed(verdict: Verdict): string {
  const { text, band } = verdict.links.find((link) => link.id === "keeps_going")!.spoken;
  return `reaches ${text}${band && ` (${band})`}`;
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
        {topSpeed(verdict)}
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
