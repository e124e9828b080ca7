import { memo, useId } from "react";
import { useTheme } from "styled-components";
import type { Place } from "./place";

/** Millimetre paper, to the drawing's own scale. */
export const Paper = memo(function Paper({ place }: { place: Place }) {
  const id = useId();
  const theme = useTheme();
  const small = place.scale;
  const large = 10 * place.scale;
  const shift = `translate(${place.x(0) % large} ${place.y(0) % large})`;
  return (
    <g aria-hidden>
      <defs>
        <pattern id={`${id}-mm`} width={small} height={small} patternUnits="userSpaceOnUse" patternTransform={shift}>
          <path d={`M0 0H${small}M0 0V${small}`} stroke={theme.grid} strokeWidth={0.8} fill="none" />
        </pattern>
        <pattern id={`${id}-cm`} width={large} height={large} patternUnits="userSpaceOnUse" patternTransform={shift}>
          <path d={`M0 0H${large}M0 0V${large}`} stroke={theme.gridStrong} strokeWidth={1} fill="none" />
        </pattern>
      </defs>
      <rect width={place.width} height={place.height} fill={theme.sheet} />
      {small > 4 && <rect width={place.width} height={place.height} fill={`url(#${id}-mm)`} />}
      <rect width={place.width} height={place.height} fill={`url(#${id}-cm)`} />
    </g>
  );
});
