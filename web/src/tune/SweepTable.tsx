import styled from "styled-components";
import type { Curve, Link } from "../api/client";
import { unitOf, useFigures } from "../theme/FiguresProvider";
import { Table } from "../theme/stage";
import { band, predictedText, rounded } from "../units";
import { curveOf, type SweepSoFar } from "./sweep";

/** The sweep as a table: the figure with its band, and the state of every link in words. */
export function SweepTable({ sweep, curve, links }: { sweep: SweepSoFar; curve: Curve; links: readonly Link[] }) {
  const { unit, per } = unitOf(curve, useFigures().telling);
  return (
    <Scroll tabIndex={0} role="region" aria-label="Table of the sweep">
      <Table>
        <thead>
          <tr>
            <th>
              {sweep.factor.name}
              {sweep.factor.unit && `, ${sweep.factor.unit}`}
            </th>
            <th>
              {curve.label}, {unit}
            </th>
            {links.map((link) => (
              <th key={link.id}>{link.name}</th>
            ))}
          </tr>
        </thead>
        <tbody>
          {sweep.points.map((point) => {
            const [drawn] = curveOf([point], curve);
            return (
              <tr key={point.value}>
                <td>{rounded(point.value)}</td>
                <td>
                  {drawn
                    ? `${predictedText(drawn.middle * per, curve.unit)} ${band([drawn.low * per, drawn.high * per], 2)}`
                    : point.refused}
                </td>
                {links.map((link) => (
                  <td key={link.id}>{point.states[link.id] ?? ""}</td>
                ))}
              </tr>
            );
          })}
        </tbody>
      </Table>
    </Scroll>
  );
}

const Scroll = styled.div`
  max-height: 60vh;
  overflow: auto;
`;
