import type { Geometry } from "../api/client";
import { placeFor } from "./place";
import { MovingParts } from "./MovingParts";
import { Standing, Wires } from "./Shapes";

interface Props {
  geometry: Geometry;
  width: number;
  height: number;
  /** Pixels a millimeter, to draw several alike; as large as fits where none is given. */
  scale?: number;
}

/** A demonstration drawn small from its own geometry. */
export function Thumbnail({ geometry, width, height, scale }: Props) {
  const place = placeFor(geometry.bounds, width, height, true, scale);
  return (
    <svg width={width} height={height} viewBox={`0 0 ${width} ${height}`} aria-hidden>
      <Standing geometry={geometry} place={place} small />
      <Wires geometry={geometry} place={place} small />
      <MovingParts geometry={geometry} place={place} small />
    </svg>
  );
}
