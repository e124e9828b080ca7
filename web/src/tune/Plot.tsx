import { scaleLinear } from "d3-scale";
import { area, line } from "d3-shape";
import styled, { useTheme } from "styled-components";
import type { Curve, Link, Mark, SweepPoint } from "../api/client";
import { unitOf, useFigures } from "../theme/FiguresProvider";
import { rounded } from "../units";
import { scaleFor, ticksOf } from "./scale";
import { curveOf, nearest, stretches, type Drawn, type Stopped, type SweepSoFar } from "./sweep";

interface Props {
  sweep: SweepSoFar;
  other?: SweepPoint[];
  otherName?: string;
  curve: Curve;
  links: readonly Link[];
  picked: number;
  /** The best value of the number, where it is known. */
  best?: number;
  pick: (value: number) => void;
  /** What trials measured of the curve's figure. */
  marks: readonly Mark[];
  /** Where it does not go, and why. */
  stopped: readonly Stopped[];
}

const WHOLE_WIDTH = 1160;
const LEFT = 118;
const RIGHT = 18;
const CURVE = { top: 36, bottom: 252 };
const STRIP = { top: 276, step: 22, height: 9 };
const LABEL_GAP = 8;

const NEAR = 100; // px between two rulers whose words would meet

/** The curve with its band, and all links as strips under it, so that the usable window is seen. */
export function Plot({ sweep, other, otherName, curve, links, picked, best, pick, marks, stopped }: Props) {
  const theme = useTheme();
  // Drawn to fill the page: less paper makes everything on it larger.
  const WIDTH = WHOLE_WIDTH / theme.scale;
  const { factor, points } = sweep;
  const first = points[0]?.value ?? factor.minimum;
  const last = points.at(-1)?.value ?? factor.maximum;
  const x = scaleFor(factor, [first, last], [LEFT, WIDTH - RIGHT]);
  const drawn = curveOf(points, curve);
  const compared = curveOf(other ?? [], curve);
  const seen = marks.flatMap(({ group, value, measured }) => {
    const figure = measured[curve.id];
    return figure !== undefined && value >= first && value <= last ? [{ group, value, figure }] : [];
  });
  const top = Math.max(
    ...[...drawn, ...compared].map((point) => point.high),
    ...seen.map(({ figure }) => figure),
    1e-9,
  );
  const { unit, per } = unitOf(curve, useFigures().telling);
  // Ticks are round in the unit that is told.
  const y = scaleLinear()
    .domain([0, top * per])
    .nice()
    .range([CURVE.bottom, CURVE.top]);
  const middle = line<Drawn>(
    (point) => x(point.value),
    (point) => y(point.middle * per),
  );
  const band = area<Drawn>(
    (point) => x(point.value),
    (point) => y(point.low * per),
    (point) => y(point.high * per),
  );
  const height = STRIP.top + STRIP.step * links.length + 34;
  const end = STRIP.top + STRIP.step * links.length;
  const at = (event: React.PointerEvent<SVGRectElement>) => {
    const box = event.currentTarget.ownerSVGElement!.getBoundingClientRect();
    pick(x.invert(((event.clientX - box.left) / box.width) * WIDTH));
  };
  const ruler = (value: number, words: string, dashed: boolean, row: number) => (
    <g>
      <path
        d={`M${x(value)} ${CURVE.top - 8}V${end}`}
        stroke={theme.text}
        strokeWidth={1.4}
        strokeDasharray={dashed ? "4 3" : undefined}
      />
      <text
        x={x(value) + (x(value) > WIDTH / 2 ? -5 : 5)}
        y={14 + row}
        textAnchor={x(value) > WIDTH / 2 ? "end" : "start"}
        fontSize={13}
        fontWeight={700}
        fill={theme.text}
      >
        {words}
      </text>
    </g>
  );
  const inRange = factor.value >= first && factor.value <= last;
  return (
    <Frame
      viewBox={`0 0 ${WIDTH} ${height}`}
      role="img"
      aria-label={`${curve.label} over ${factor.name.toLowerCase()}`}
    >
      {y.ticks(4).map((tick) => (
        <g key={tick}>
          <path d={`M${LEFT} ${y(tick)}H${WIDTH - RIGHT}`} stroke={theme.rule} />
          <text x={LEFT - LABEL_GAP} y={y(tick) + 4} textAnchor="end" fontSize={12.5} fill={theme.text}>
            {rounded(tick)}
          </text>
        </g>
      ))}
      <text x={LEFT - LABEL_GAP} y={CURVE.top - 14} textAnchor="end" fontSize={12.5} fill={theme.quiet}>
        {unit}
      </text>
      <path d={band(drawn) ?? ""} fill={theme.carriesCurrent} opacity={0.22} />
      {compared.length > 0 && (
        <path d={middle(compared) ?? ""} fill="none" stroke={theme.text} strokeWidth={2} strokeDasharray="2 4" />
      )}
      <path d={middle(drawn) ?? ""} fill="none" stroke={theme.carriesCurrent} strokeWidth={3} />
      {compared.length > 0 && (
        <text
          x={x(compared.at(-1)!.value) - 6}
          y={y(compared.at(-1)!.middle * per) - 8}
          textAnchor="end"
          fontSize={12.5}
          fill={theme.text}
        >
          {otherName}
        </text>
      )}
      {stopped.map(({ from, to, why }) => (
        <g key={from} data-stopped>
          <path
            d={`M${x(from)} ${CURVE.bottom - 2}H${x(to)}`}
            stroke={theme.state.fails}
            strokeWidth={3}
            strokeDasharray="2.5 6"
          />
          <foreignObject x={x(from)} y={CURVE.top + 4} width={Math.max(x(to) - x(from), 0)} height={130}>
            <Why $fits={x(to) - x(from) > 130}>{why}</Why>
          </foreignObject>
        </g>
      ))}
      {seen.map(({ group, value, figure }, at) => (
        <g key={at} data-mark transform={`translate(${x(value)} ${y(figure * per)})`}>
          <title>{`${group || "Trial"}: ${rounded(figure * per)} ${unit}`}</title>
          <path d="M-5 -5L5 5M-5 5L5 -5" stroke={theme.state.holds} strokeWidth={2.5} />
        </g>
      ))}
      {links.map((link, row) => {
        const top = STRIP.top + row * STRIP.step;
        return (
          <g key={link.id} data-strip={link.id}>
            <text x={LEFT - LABEL_GAP} y={top + STRIP.height} textAnchor="end" fontSize={12.5} fill={theme.text}>
              {link.name}
            </text>
            {stretches(points, link.id).map((piece) => (
              <path
                key={piece.from}
                data-state={piece.state}
                d={`M${x(piece.from)} ${top + STRIP.height / 2}H${Math.max(x(piece.to), x(piece.from) + 2)}`}
                stroke={piece.state in theme.state ? theme.state[piece.state as Link["state"]] : "none"}
                strokeWidth={piece.state === "fails" ? 2.5 : STRIP.height}
                strokeDasharray={piece.state === "tight" ? "8 4" : piece.state === "fails" ? "2.5 6" : undefined}
              />
            ))}
          </g>
        );
      })}
      {ticksOf(x, 8).map((tick) => (
        <text key={tick} x={x(tick)} y={end + 14} textAnchor="middle" fontSize={12.5} fill={theme.text}>
          {rounded(tick)}
        </text>
      ))}
      <text x={WIDTH - RIGHT} y={end + 30} textAnchor="end" fontSize={12.5} fill={theme.quiet}>
        {factor.name.toLowerCase()}
        {factor.unit ? `, ${factor.unit}` : ""}
      </text>
      {inRange && ruler(factor.value, `now ${rounded(factor.value)}`, false, 0)}
      {best !== undefined && best >= first && best <= last && Math.abs(best - factor.value) > 1e-9 && (
        <g data-best-line>
          {ruler(best, `best ${rounded(best)}`, true, Math.abs(x(best) - x(factor.value)) < NEAR ? 14 : 0)}
        </g>
      )}
      {nearest(points, factor.value)?.value !== picked &&
        picked !== best &&
        ruler(picked, `picked ${rounded(picked)}`, true, 14)}
      <rect
        x={LEFT}
        y={CURVE.top}
        width={WIDTH - RIGHT - LEFT}
        height={end - CURVE.top}
        fill="transparent"
        cursor="crosshair"
        onPointerDown={at}
        data-plot
      />
    </Frame>
  );
}

const Why = styled.p<{ $fits: boolean }>`
  display: ${({ $fits }) => ($fits ? "block" : "none")};
  font-size: 12.5px;
  line-height: 1.25;
  padding: 0 4px;
  color: ${({ theme }) => theme.stateText.fails};
`;
const Frame = styled.svg`
  width: 100%;
  background: ${({ theme }) => theme.sheet};
  border: 1px solid ${({ theme }) => theme.rule};
`;
