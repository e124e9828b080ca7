import styled from "styled-components";
import type { Comparison } from "../api/client";
import { Quiet } from "../theme/parts";
import { rounded } from "../units";
import { BandBar } from "./BandBar";

/** One figure of a trial beside its prediction. */
export function ComparisonRow({ row, answer = false }: { row: Comparison; answer?: boolean }) {
  const name = answer ? { "data-answer": row.name } : { "data-comparison": row.name };
  return (
    <Row {...name} data-place={row.place}>
      <span>{row.label}</span>
      <b>
        {rounded(row.measured)} {row.unit}
      </b>
      <BandBar row={row} />
      <Quiet>
        {row.place === "inside" ? "as predicted" : `${row.place} the predicted`} {rounded(row.predicted)} (
        {rounded(row.band[0], 2)}–{rounded(row.band[1], 2)})
      </Quiet>
    </Row>
  );
}

const Row = styled.div`
  display: grid;
  grid-template-columns: minmax(110px, 1.3fr) minmax(90px, 0.8fr) 90px 2fr;
  gap: 8px;
  font-size: 0.88rem;
  align-items: center;
  @media (max-width: 640px) {
    grid-template-columns: 1fr 1fr;
  }
`;
