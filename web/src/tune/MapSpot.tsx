import { useTheme } from "styled-components";

export function Spot({
  x,
  y,
  words,
  left,
  best = false,
}: {
  x: number;
  y: number;
  words: string;
  left: boolean;
  best?: boolean;
}) {
  const theme = useTheme();
  return (
    <g>
      <path
        d={best ? "M0 -8L2.4 -2.6L8 -2L3.7 1.8L5 7.5L0 4.5L-5 7.5L-3.7 1.8L-8 -2L-2.4 -2.6Z" : "M0 -7L7 0L0 7L-7 0Z"}
        transform={`translate(${x} ${y})`}
        fill={best ? theme.state.holds : theme.carriesCurrent}
        stroke={theme.sheet}
        strokeWidth={1.5}
      />
      <text
        x={x + (left ? -12 : 12)}
        y={y - 8}
        textAnchor={left ? "end" : "start"}
        fontSize={13}
        fontWeight={700}
        fill={theme.text}
        stroke={theme.sheet}
        strokeWidth={4}
        paintOrder="stroke"
      >
        {words}
      </text>
    </g>
  );
}
