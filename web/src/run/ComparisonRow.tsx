import styled, { css } from "styled-components";
import { phone } from "../theme/narrow";
import type { Comparison } from "../api/client";
import { unitOf, useFigures } from "../theme/FiguresProvider";
import { Quiet } from "../theme/parts";
import { predictedText, rounded } from "../units";
import { BandBar } from "./BandBar";

/** One figure of a trial beside its prediction. */
export function ComparisonRow({ row, answer = false }: { row: Comparison; answer?: boolean }) {
  const name = answer ? { "data-answer": row.name } : { "data-comparison": row.name };
  const { unit, per } = unitOf(row, useFigures().telling);
  return (
    <Row {...name} data-place={row.place}>
      <span>{row.label}</span>
      <b>
        {rounded(row.measured * per)} {unit}
      </b>
      <BandBar row={row} />
      <Quiet>
        {row.place === "inside" ? "as predicted" : `${row.place} the predicted`}{" "}
        {predictedText(row.predicted * per, row.unit)} ({rounded(row.band[0] * per, 2)}–{rounded(row.band[1] * per, 2)})
        {row.condition && `, ${row.condition}`}
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
  ${phone(css`
    grid-template-columns: 1fr 1fr;
  `)}
`;
