import { memo } from "react";
import styled from "styled-components";
import type { Geometry, Verdict } from "../api/client";
import {
  CenterOfMass,
  Clashes,
  CurrentArrows,
  Dimensions,
  FieldLines,
  Flows,
  Labels,
  ScaleBar,
} from "../drawing/Marks";
import { Pushes } from "../drawing/Pushes";
import { SpeedRibbon, TurnArrow } from "../drawing/TurnArrow";
import { Paper } from "../drawing/Paper";
import type { Place } from "../drawing/place";
import { Standing, Wires } from "../drawing/Shapes";
import { MovingParts, type SpinFrame } from "../drawing/MovingParts";
import { SpeedGauge } from "../spin/SpeedGauge";

interface Props {
  geometry: Geometry;
  place: Place;
  verdict: Verdict;
  pinned?: Geometry;
  shows: { lines: boolean; forces: boolean; dimensions: boolean };
  frame: SpinFrame | null;
  /** The moment of the pinned design's run. */
  ghostFrame?: SpinFrame | null;
}

/** The drawing without its handles: drawn anew only when an answer has come, not with every move of a hand. */
export const Scene = memo(function Scene({ geometry, place, verdict, pinned, shows, frame, ghostFrame = null }: Props) {
  const amperes = verdict.figures.current!.value;
  return (
    <>
      <Backdrop place={place} lines={shows.lines ? geometry.field_lines : NO_LINES} />
      <Front
        width={place.width}
        height={place.height}
        role="img"
        aria-label={`${geometry.caption}. ${verdict.headline}`}
      >
        <Standing geometry={geometry} place={place} />
        {pinned && <Wires geometry={pinned} place={place} ghost />}
        {pinned && <MovingParts geometry={pinned} place={place} frame={ghostFrame} ghost />}
        <Wires geometry={geometry} place={place} />
        <MovingParts geometry={geometry} place={place} frame={frame} />
        {!frame && (
          <>
            {shows.forces && <Flows geometry={geometry} place={place} amperes={amperes} />}
            {shows.forces && <CurrentArrows geometry={geometry} place={place} amperes={amperes} />}
            {shows.forces && <Pushes geometry={geometry} place={place} verdict={verdict} />}
            {shows.forces && <CenterOfMass geometry={geometry} place={place} />}
          </>
        )}
        {frame && shows.forces && frame.touching && frame.live > 0.5 && (
          <Pushes geometry={geometry} place={place} verdict={verdict} turned={frame.angle - geometry.pose} />
        )}
        {frame && <SpeedGauge speed={frame.speed} verdict={verdict} place={place} />}
        <SpeedRibbon geometry={geometry} verdict={verdict} place={place} />
        {shows.dimensions && <Dimensions geometry={geometry} place={place} />}
        <Labels geometry={geometry} place={place} />
        <Clashes geometry={geometry} place={place} />
        <TurnArrow geometry={geometry} verdict={verdict} place={place} />
        <ScaleBar place={place} />
      </Front>
    </>
  );
});

const NO_LINES: Geometry["field_lines"] = [];

/** What stays while a hand moves, on a layer of its own: the browser need not paint it again. */
const Backdrop = memo(function Backdrop({ place, lines }: { place: Place; lines: Geometry["field_lines"] }) {
  return (
    <Layer width={place.width} height={place.height} aria-hidden>
      <Paper place={place} />
      <FieldLines lines={lines} place={place} />
    </Layer>
  );
});

const Layer = styled.svg`
  position: absolute;
  inset: 0;
  will-change: transform;
`;
const Front = styled.svg`
  position: relative;
  will-change: transform;
`;
