import { useTheme } from "styled-components";
import type { Explanation, Geometry, Verdict } from "../api/client";
import { FieldLines, Labels, ScaleBar } from "../drawing/Marks";
import { TurnArrow } from "../drawing/TurnArrow";
import { Paper } from "../drawing/Paper";
import { placeFor } from "../drawing/place";
import { Standing, Wires } from "../drawing/Shapes";
import { MovingParts } from "../drawing/MovingParts";

interface Props {
  geometry: Geometry;
  verdict: Verdict;
  explanation: Explanation;
}

const SIZE = { width: 560, height: 560 };
const LONG = 62;
const BESIDE = 20;

/** The motor with current, field and force drawn at the named point. */
export function ForceDrawing({ geometry, verdict, explanation }: Props) {
  const theme = useTheme();
  const place = placeFor(geometry.bounds, SIZE.width, SIZE.height);
  const [x = 0, z = 0] = explanation.at;
  const at = { x: place.x(x), y: place.y(z) };
  const colors = [theme.action, theme.text, theme.state.holds];
  return (
    <svg
      viewBox={`0 0 ${SIZE.width} ${SIZE.height}`}
      width="100%"
      role="img"
      aria-label={`At a point ${explanation.point}: ${explanation.pointers.map((pointer) => `${pointer.what} ${pointer.words}`).join(", ")}`}
    >
      <Paper place={place} />
      <FieldLines lines={geometry.field_lines} place={place} />
      <Standing geometry={geometry} place={place} />
      <Wires geometry={geometry} place={place} />
      <MovingParts geometry={geometry} place={place} />
      <circle cx={at.x} cy={at.y} r={7} fill="none" stroke={theme.text} strokeWidth={1.5} />
      {explanation.pointers.map((pointer, number) => (
        <VectorMark
          key={pointer.what}
          at={at}
          number={number}
          vector={pointer.vector}
          color={colors[number]!}
          label={pointer.what}
        />
      ))}
      <Labels geometry={geometry} place={place} />
      <TurnArrow geometry={geometry} verdict={verdict} place={place} />
      <ScaleBar place={place} />
    </svg>
  );
}

interface MarkProps {
  at: { x: number; y: number };
  number: number;
  vector: readonly number[];
  color: string;
  label: string;
}

/** An arrow in the plane, or a ring with a dot (toward you) or a cross (away from you) across it. */
function VectorMark({ at, number, vector, color, label }: MarkProps) {
  const [x = 0, y = 0, z = 0] = vector;
  const flat = Math.hypot(x, z);
  const ink = { stroke: color, strokeWidth: 2.4, fill: "none" };
  if (flat < 0.5) {
    // Beside the point, on the side that has room for the words.
    const side = at.x > 0.65 * SIZE.width ? -1 : 1;
    const cx = at.x + side * 84;
    const cy = at.y + 56;
    return (
      <g>
        <path
          d={`M${at.x + side * 7} ${at.y + 3}L${cx - side * 11} ${cy - 4}`}
          stroke={color}
          strokeWidth={1}
          strokeDasharray="2 3"
        />
        <circle cx={cx} cy={cy} r={10} {...ink} />
        {y < 0 ? (
          <circle cx={cx} cy={cy} r={3} fill={color} />
        ) : (
          <path d={`M${cx - 6} ${cy - 6}l12 12m0 -12l-12 12`} {...ink} />
        )}
        <Label
          x={cx + side * 16}
          y={cy + 5}
          color={color}
          text={label.split(",")[0]!}
          anchor={side > 0 ? "start" : "end"}
        />
      </g>
    );
  }
  // What flows is drawn beside the wire and up to the point, so that the magnets stay clear.
  const flows = number === 0;
  const step = { x: (LONG * x) / flat, y: (-LONG * z) / flat };
  const near = { x: at.x + BESIDE, y: at.y - BESIDE };
  const start = flows ? (x < 0 ? { x: near.x - step.x, y: near.y - step.y } : near) : at;
  const end = { x: start.x + step.x, y: start.y + step.y };
  const angle = (Math.atan2(end.y - start.y, end.x - start.x) * 180) / Math.PI;
  return (
    <g>
      <path d={`M${start.x} ${start.y}L${end.x} ${end.y}`} {...ink} />
      <path d="M0 0L-12 5.5V-5.5Z" transform={`translate(${end.x} ${end.y}) rotate(${angle})`} fill={color} />
      <Label
        x={flows ? Math.max(start.x, end.x) + 8 : end.x + (step.x < -20 ? -8 : 8)}
        y={flows ? Math.min(start.y, end.y) + 4 : end.y + (z > 0 ? -4 : 8)}
        color={color}
        text={label.split(",")[0]!}
        anchor={!flows && step.x < -20 ? "end" : "start"}
      />
    </g>
  );
}

interface LabelProps {
  x: number;
  y: number;
  text: string;
  color: string;
  anchor?: "start" | "end";
}

function Label({ x, y, text, color, anchor = "start" }: LabelProps) {
  const theme = useTheme();
  return (
    <text
      x={x}
      y={y}
      textAnchor={anchor}
      fontSize="0.94rem"
      fontWeight={700}
      fill={color}
      stroke={theme.sheet}
      strokeWidth={4}
      paintOrder="stroke"
    >
      {text}
    </text>
  );
}
