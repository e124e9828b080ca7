import { useId } from "react";
import styled, { useTheme } from "styled-components";
import type { Curve, DesignMap } from "../api/client";
import { unitOf, useFigures } from "../theme/FiguresProvider";
import { predictedText, rounded } from "../units";
import { edgesOf, nearestAt, runsOf, stateAt, type Cell } from "./mapping";
import { scaleFor, ticksOf } from "./scale";
import { Slider, Row } from "./MapSlider";
import { Spot } from "./MapSpot";

interface Props {
  map: DesignMap;
  figure: Curve;
  at: Cell;
  pick: (cell: Cell) => void;
}

const WHOLE = { width: 860, height: 400 };
const LEFT = 64;
const RIGHT = 18;
const TOP = 12;
const BOTTOM = 44;

const NAMES: Record<string, string> = {
  holds: "goes, with room to spare",
  tight: "barely goes",
  fails: "does not go",
  none: "cannot be made",
};

/** The map: where it goes by shade and hatch, lines of equal figure, the present pair, the best, the picked. */
export function MapPlot({ map, figure, at, pick }: Props) {
  const theme = useTheme();
  const id = useId();
  // Drawn to fill the page: less paper makes everything on it larger.
  const [WIDTH, HEIGHT] = [WHOLE.width / theme.scale, WHOLE.height / Math.sqrt(theme.scale)];
  const columns = edgesOf(map.first_values);
  const rows = edgesOf(map.second_values);
  const x = scaleFor(map.first, [columns[0]!, columns.at(-1)!], [LEFT, WIDTH - RIGHT]);
  const y = scaleFor(map.second, [rows[0]!, rows.at(-1)!], [HEIGHT - BOTTOM, TOP]);
  const { unit, per } = unitOf(figure, useFigures().telling);
  const column = map.first_values[at.column]!;
  const row = map.second_values[at.row]!;
  const value = map.figure[at.row]![at.column]!;
  const state = stateAt(map, at);
  const link = map.links[map.weakest[at.row]![at.column]!]?.replace("_", " ");
  const words =
    state === "none"
      ? NAMES.none
      : `typical build: ${figure.label.toLowerCase()} ${predictedText(value * per, figure.unit)} ${unit}; ${NAMES[state]}, weakest: ${link}, ${rounded(map.margin[at.row]![at.column]!, 2)} × its limit`;
  const click = (event: React.PointerEvent<SVGRectElement>) => {
    const box = event.currentTarget.ownerSVGElement!.getBoundingClientRect();
    const scale = WIDTH / box.width;
    pick(nearestAt(map, x.invert((event.clientX - box.left) * scale), y.invert((event.clientY - box.top) * scale)));
  };
  return (
    <Row>
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        role="img"
        aria-label={`Map of ${map.first.name.toLowerCase()} and ${map.second.name.toLowerCase()}`}
      >
        <defs>
          <pattern id={`${id}-tight`} width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <rect width="7" height="7" fill={theme.sheet} />
            <rect width="3.5" height="7" fill={theme.state.tight} opacity="0.55" />
          </pattern>
          <pattern id={`${id}-fails`} width="6" height="6" patternUnits="userSpaceOnUse">
            <rect width="6" height="6" fill={theme.sheet} />
            <circle cx="3" cy="3" r="0.9" fill={theme.state.fails} />
          </pattern>
        </defs>
        {map.second_values.map((_, number) =>
          runsOf(map, number).map((run) => (
            <rect
              key={`${number}-${run.from}`}
              data-state={run.state}
              x={x(columns[run.from]!)}
              width={Math.max(x(columns[run.to + 1]!) - x(columns[run.from]!), 0.5)}
              y={y(rows[number + 1]!)}
              height={Math.max(y(rows[number]!) - y(rows[number + 1]!), 0.5)}
              fill={
                run.state === "holds"
                  ? theme.state.holds
                  : run.state === "none"
                    ? theme.ground
                    : `url(#${id}-${run.state})`
              }
              fillOpacity={run.state === "holds" ? 0.32 : 1}
              shapeRendering="crispEdges"
            />
          )),
        )}
        {map.contours.map((contour, number) => {
          const middle = contour.points[Math.floor(contour.points.length / 2)]!;
          return (
            <g key={number}>
              <path
                d={contour.points
                  .map(([a, b], step) => `${step ? "L" : "M"}${x(a!).toFixed(1)} ${y(b!).toFixed(1)}`)
                  .join("")}
                fill="none"
                stroke={theme.text}
                strokeWidth={1.2}
              />
              {contour.points.length > 8 && (
                <text
                  x={x(middle[0]!)}
                  y={y(middle[1]!) + 4}
                  textAnchor="middle"
                  fontSize={12}
                  fill={theme.text}
                  stroke={theme.sheet}
                  strokeWidth={4}
                  paintOrder="stroke"
                >
                  {rounded(contour.level * per)}
                </text>
              )}
            </g>
          );
        })}
        <rect
          x={LEFT}
          y={TOP}
          width={WIDTH - RIGHT - LEFT}
          height={HEIGHT - BOTTOM - TOP}
          fill="none"
          stroke={theme.text}
        />
        {ticksOf(x, 8).map((tick) => (
          <text key={tick} x={x(tick)} y={HEIGHT - BOTTOM + 16} textAnchor="middle" fontSize={12.5} fill={theme.text}>
            {rounded(tick)}
          </text>
        ))}
        {ticksOf(y, 6).map((tick) => (
          <text key={tick} x={LEFT - 8} y={y(tick) + 4} textAnchor="end" fontSize={12.5} fill={theme.text}>
            {rounded(tick)}
          </text>
        ))}
        <text x={WIDTH - RIGHT} y={HEIGHT - 10} textAnchor="end" fontSize={12.5} fill={theme.quiet}>
          {map.first.name.toLowerCase()}
          {map.first.unit && `, ${map.first.unit}`}
        </text>
        <text transform={`translate(14 ${TOP + 4}) rotate(-90)`} textAnchor="end" fontSize={12.5} fill={theme.quiet}>
          {map.second.name.toLowerCase()}
          {map.second.unit && `, ${map.second.unit}`}
        </text>
        <Spot x={x(map.first.value)} y={y(map.second.value)} words="now" left={x(map.first.value) > WIDTH * 0.7} />
        {map.best && (
          <Spot x={x(map.best[0]!)} y={y(map.best[1]!)} words="best" left={x(map.best[0]!) > WIDTH * 0.7} best />
        )}
        <path
          d={`M${x(column)} ${TOP}V${HEIGHT - BOTTOM}M${LEFT} ${y(row)}H${WIDTH - RIGHT}`}
          stroke={theme.action}
          strokeWidth={1.2}
          strokeDasharray="5 4"
        />
        <rect
          x={LEFT}
          y={TOP}
          width={WIDTH - RIGHT - LEFT}
          height={HEIGHT - BOTTOM - TOP}
          fill="transparent"
          onPointerDown={click}
        />
      </svg>
      <div>
        <Slider
          label={map.first.name}
          unit={map.first.unit}
          values={map.first_values}
          at={at.column}
          set={(next) => pick({ ...at, column: next })}
        />
        <Slider
          label={map.second.name}
          unit={map.second.unit}
          values={map.second_values}
          at={at.row}
          set={(next) => pick({ ...at, row: next })}
        />
        <p data-picked role="status">
          <b>
            {`${rounded(column)} ${map.first.unit}`.trim()}, {`${rounded(row)} ${map.second.unit}`.trim()}
          </b>
          : {words}.
        </p>
        <Key>
          {(["holds", "tight", "fails"] as const).map((item) => (
            <li key={item}>
              <svg width="26" height="16" aria-hidden>
                <rect
                  width="26"
                  height="16"
                  fill={item === "holds" ? theme.state.holds : `url(#${id}-${item})`}
                  fillOpacity={item === "holds" ? 0.32 : 1}
                  stroke={theme.text}
                />
              </svg>
              {NAMES[item]}
            </li>
          ))}
        </Key>
      </div>
    </Row>
  );
}
const Key = styled.ul`
  list-style: none;
  padding: 12px 0 0;
  font-size: 0.92rem;
  li {
    display: flex;
    gap: 10px;
    align-items: center;
    padding: 2px 0;
  }
`;
