import styled, { useTheme } from "styled-components";
import type { Forecast, Strip } from "../api/classes";
import { useFrameSize } from "../drawing/useFrameSize";

type Doing = Strip["spans"][number]["doing"];
const WORDS: Record<Doing, string> = {
  building: "building",
  waiting: "waits for help",
  mending: "mending",
  running: "running",
};
const LEFT = 84;
const RIGHT = 26;
const CURVE = 110;

/** One typical lesson as a strip a group, and below it how many groups run as the minutes go by. */
export function LessonPicture({ forecast }: { forecast: Forecast }) {
  const theme = useTheme();
  const { frame, size } = useFrameSize({ width: 640, height: 520 });
  const { width, height } = size;
  const minutes = forecast.over_time.at(-1)?.minute ?? 1;
  const across = (minute: number) => LEFT + (minute / minutes) * (width - LEFT - RIGHT);
  const rows = forecast.typical.length;
  const room = (height - CURVE - 44) / rows;
  const row = Math.min(room, 30);
  const axis = rows * row + 6;
  const top = axis + 30;
  const bottom = height - 8;
  const up = (groups: number) => bottom - (groups / forecast.groups) * (bottom - top);
  const step = minutes > 120 ? 30 : minutes > 50 ? 15 : 10;
  const marks = Array.from({ length: Math.floor(minutes / step) + 1 }, (_, at) => at * step);
  const points = forecast.over_time;
  const band = [
    ...points.map(({ minute, high }) => `${across(minute)} ${up(high)}`),
    ...[...points].reverse().map(({ minute, low }) => `${across(minute)} ${up(low)}`),
  ];
  const fill: Record<Doing, string> = {
    building: theme.grid,
    waiting: `url(#waits)`,
    mending: theme.state.tight,
    running: theme.state.holds,
  };
  return (
    <>
      <Key aria-hidden>
        {(["building", "waiting", "mending", "running"] as const).map((doing) => (
          <span key={doing}>
            <svg width="22" height="12">
              <rect width="22" height="12" fill={fill[doing]} stroke={theme.quiet} />
            </svg>{" "}
            {WORDS[doing]}
          </span>
        ))}
      </Key>
      <Frame ref={frame}>
        <svg width={width} height={height} role="img" aria-label={description(forecast)}>
          <defs>
            <pattern id="waits" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
              <rect width="6" height="6" fill={theme.raised} />
              <line x1="0" x2="0" y1="0" y2="6" stroke={theme.state.fails} strokeWidth="2.5" />
            </pattern>
          </defs>
          {marks.map((mark) => (
            <g key={mark}>
              <line x1={across(mark)} x2={across(mark)} y1={0} y2={bottom} stroke={theme.gridStrong} />
              <text x={across(mark)} y={axis + 14} textAnchor="middle" fontSize="0.8rem" fill={theme.quiet}>
                {mark} min
              </text>
            </g>
          ))}
          {forecast.typical.map(({ group, spans }, at) => (
            <g key={group} data-strip={group} data-runs={spans.at(-1)?.doing === "running" || undefined}>
              <text x={LEFT - 8} y={(at + 0.5) * row + 5} textAnchor="end" fontSize="0.85rem" fill={theme.text}>
                {group.length > 11 ? `${group.slice(0, 10)}…` : group}
              </text>
              {spans.map(({ doing, begins, ends }) => (
                <rect
                  key={begins}
                  x={across(begins)}
                  y={at * row + row * 0.18}
                  width={Math.max(across(ends) - across(begins), 0)}
                  height={row * 0.64}
                  fill={fill[doing]}
                  stroke={theme.quiet}
                  strokeWidth="0.7"
                />
              ))}
            </g>
          ))}
          <path d={`M${band.join("L")}z`} fill={theme.state.holds} opacity="0.28" />
          <path
            d={`M${points.map(({ minute, mean }) => `${across(minute)} ${up(mean)}`).join("L")}`}
            fill="none"
            stroke={theme.state.holds}
            strokeWidth="2.5"
          />
          <text x={LEFT - 8} y={bottom - 2} textAnchor="end" fontSize="0.85rem" fill={theme.text}>
            running
          </text>
          <text x={LEFT - 8} y={top + 8} textAnchor="end" fontSize="0.8rem" fill={theme.quiet}>
            {forecast.groups}
          </text>
        </svg>
      </Frame>
    </>
  );
}

/** The picture in words. */
function description({ typical, running, groups }: Forecast): string {
  const strips = typical.map(
    ({ group, spans }) =>
      `${group}: ${spans.map(({ doing, begins, ends }) => `${WORDS[doing]} from ${Math.round(begins)} to ${Math.round(ends)}`).join(", ")}`,
  );
  const { low, high } = running;
  return `A typical lesson, in minutes. ${strips.join(". ")}. At its end ${running.value} of ${groups} groups run, ${low} to ${high} in most lessons.`;
}

const Frame = styled.div`
  flex: 1;
  min-height: 380px;
  overflow: hidden;
  svg {
    display: block;
  }
`;
const Key = styled.p`
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  margin: 0 0 6px;
  font-size: 0.875rem;
  span {
    white-space: nowrap;
  }
`;
