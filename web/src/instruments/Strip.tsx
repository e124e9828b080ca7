import { useTheme } from "styled-components";

const WIDTH = 230;
const HEIGHT = 64;
const MINUTE = 60; // s

interface Props {
  readings: readonly { seconds: number; value: number }[];
  /** The predicted band behind them, where there is one. */
  band: readonly [number, number] | null;
}

/** Readings of the last minute as a line, the predicted band behind it. */
export function Strip({ readings, band }: Props) {
  const theme = useTheme();
  const now = readings.at(-1)?.seconds ?? 0;
  const values = readings.map(({ value }) => value);
  const high = Math.max(...values, band?.[1] ?? 0, 1e-9);
  const low = Math.min(...values, band?.[0] ?? 0, 0);
  const x = (seconds: number) => WIDTH - ((now - seconds) / MINUTE) * WIDTH;
  const y = (value: number) => HEIGHT - 3 - ((value - low) / (high - low)) * (HEIGHT - 6);
  return (
    <svg width={WIDTH} height={HEIGHT} viewBox={`0 0 ${WIDTH} ${HEIGHT}`} aria-hidden>
      {band && (
        <rect
          x={0}
          y={y(band[1])}
          width={WIDTH}
          height={Math.max(y(band[0]) - y(band[1]), 2)}
          fill={theme.carriesCurrent}
          opacity={0.25}
        />
      )}
      <polyline
        points={readings.map(({ seconds, value }) => `${x(seconds).toFixed(1)},${y(value).toFixed(1)}`).join(" ")}
        fill="none"
        stroke={theme.text}
        strokeWidth={1.6}
      />
    </svg>
  );
}
