import styled from "styled-components";
import type { Curve, Factor, SweepPoint } from "../api/client";
import { unitOf, useFigures } from "../theme/FiguresProvider";
import { band, predictedText, rounded } from "../units";
import { curveOf } from "./sweep";

interface Props {
  factor: Factor;
  points: SweepPoint[];
  point: SweepPoint;
  pick: (value: number) => void;
  curve: Curve;
}

/** The value under the finger: a slider over the swept points, with what holds there. */
export function Picked({ factor, points, point, pick, curve }: Props) {
  const { unit, per } = unitOf(curve, useFigures().telling);
  const at = points.indexOf(point);
  const [drawn] = curveOf([point], curve);
  const weak = Object.entries(point.states).filter(([, state]) => state !== "holds");
  const words = drawn
    ? `${curve.label} ${predictedText(drawn.middle * per, curve.unit)} ${unit} ${band([drawn.low * per, drawn.high * per], 2)}`
    : point.refused;
  const value = `${rounded(point.value)} ${factor.unit}`.trim();
  return (
    <Row>
      <label>
        <span>Picked value</span>
        <input
          type="range"
          min={0}
          max={points.length - 1}
          value={at}
          aria-valuetext={`${value}: ${words}`}
          onChange={(event) => pick(points[Number(event.target.value)]!.value)}
        />
      </label>
      <p data-picked>
        <b>{value}</b>: {words}. {Math.round(100 * point.share_that_goes)} of 100 builds go.{" "}
        {weak.length > 0 && `Not safe: ${weak.map(([id, state]) => `${id.replace("_", " ")} ${state}`).join(", ")}.`}
      </p>
    </Row>
  );
}

const Row = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 16px;
  flex: 1;
  min-width: 260px;
  label {
    display: flex;
    align-items: center;
    gap: 8px;
    font-size: 0.9rem;
  }
  input {
    width: 260px;
    accent-color: ${({ theme }) => theme.action};
  }
  p {
    font-size: 0.92rem;
  }
`;
