import { useTheme } from "styled-components";
import type { Comparison } from "../api/client";

const WIDTH = 88;

/** The predicted band as a bar, the measured value as a tick. */
export function BandBar({ row }: { row: Comparison }) {
  const theme = useTheme();
  const [low = 0, high = 1] = row.band;
  const from = Math.min(low, row.measured);
  const to = Math.max(high, row.measured);
  const x = (value: number) => 6 + ((value - from) / Math.max(to - from, 1e-12)) * (WIDTH - 12);
  return (
    <svg width={WIDTH} height={18} viewBox={`0 0 ${WIDTH} 18`} aria-hidden>
      <rect
        x={x(low)}
        y={6}
        width={Math.max(x(high) - x(low), 1)}
        height={6}
        fill={theme.carriesCurrent}
        opacity={0.45}
      />
      <path d={`M${x(row.predicted)} 4v10`} stroke={theme.carriesCurrent} strokeWidth={1.5} />
      <path
        d={`M${x(row.measured)} 1v16`}
        stroke={row.place === "inside" ? theme.state.holds : theme.state.fails}
        strokeWidth={3}
      />
    </svg>
  );
}
