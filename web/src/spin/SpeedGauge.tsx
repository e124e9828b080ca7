import { useTheme } from "styled-components";
import type { Verdict } from "../api/client";
import type { Place } from "../drawing/place";
import { rounded } from "../units";

const HIGH = 150; // px
const WIDE = 14;
const LEAST_TOP = 1e-9;

/** The speed as it rises, beside the band that is predicted for builds like this one. */
export function SpeedGauge({ speed, verdict, place }: { speed: number; verdict: Verdict; place: Place }) {
  const theme = useTheme();
  const figure = verdict.figures.speed!;
  const now = Math.abs(speed) * verdict.rate_per;
  const top = Math.max(figure.band[1]!, figure.value, now, LEAST_TOP) * 1.1;
  const x = place.width - 70 * theme.scale;
  const base = place.height - 30 - 16 * theme.scale;
  const y = (value: number) => base - (HIGH * value) / top;
  return (
    <g data-gauge={now.toFixed(2)}>
      <rect
        x={x}
        y={y(figure.band[1]!)}
        width={WIDE}
        height={Math.max(y(figure.band[0]!) - y(figure.band[1]!), 1)}
        fill={theme.carriesCurrent}
        opacity={0.28}
      />
      <path d={`M${x} ${y(figure.value)}H${x + WIDE}`} stroke={theme.carriesCurrent} strokeWidth={2} />
      <path d={`M${x} ${base}V${base - HIGH}`} stroke={theme.text} strokeWidth={1} />
      <path d={`M${x - 9} ${y(now) - 5}L${x} ${y(now)}L${x - 9} ${y(now) + 5}Z`} fill={theme.text} />
      <text x={place.width - 8} y={base + 18 * theme.scale} textAnchor="end" fontSize="0.78rem" fill={theme.text}>
        {rounded(now, 2)} {verdict.travels ? "m/s" : "a minute"}
      </text>
      <text x={x + WIDE + 4} y={y(figure.value) + 4} fontSize="0.69rem" fill={theme.quiet}>
        {rounded(figure.value, 2)}
      </text>
    </g>
  );
}
