import { useQuery } from "@tanstack/react-query";
import styled from "styled-components";
import type { Design } from "../api/client";
import { lookQuery } from "../api/queries";
import { Dimensions, Labels } from "../drawing/Marks";
import { TurnArrow } from "../drawing/TurnArrow";
import { MovingParts } from "../drawing/MovingParts";
import { placeWithin } from "../drawing/place";
import { Standing, Wires } from "../drawing/Shapes";

const WIDTH = 620;
const MOST = 400;
const MARGIN = 9; // mm of paper round the motor

/** The motor large enough to be read across a desk; `toMark`: without poles, current and way, for a class to put in. */
export function MotorDrawing({ design, toMark = false }: { design: Design; toMark?: boolean }) {
  const { data } = useQuery(lookQuery(design));
  if (!data) return <p role="status">Drawing the motor …</p>;
  const { drawing, verdict } = data;
  const [left = 0, bottom = 0, right = 1, top = 1] = drawing.bounds;
  const bounds = [left - MARGIN, bottom - MARGIN, right + MARGIN, top + MARGIN];
  const height = Math.min((WIDTH * (top - bottom + 2 * MARGIN)) / (right - left + 2 * MARGIN), MOST);
  const place = placeWithin(bounds, WIDTH, height);
  const words = toMark ? `${drawing.caption}. Nothing is marked on it yet.` : `${drawing.caption}. ${verdict.headline}`;
  return (
    <Frame>
      <svg viewBox={`0 0 ${WIDTH} ${height}`} role="img" aria-label={words}>
        <Standing geometry={drawing} place={place} small={toMark} />
        <Wires geometry={drawing} place={place} />
        <MovingParts geometry={drawing} place={place} />
        {!toMark && (
          <>
            <Dimensions geometry={drawing} place={place} />
            <Labels geometry={drawing} place={place} />
            <TurnArrow geometry={drawing} verdict={verdict} place={place} />
          </>
        )}
      </svg>
    </Frame>
  );
}

const Frame = styled.figure`
  margin: 2mm 0 4mm;
  break-inside: avoid;
  svg {
    display: block;
    width: 100%;
    max-height: 110mm;
    border: 1px solid ${({ theme }) => theme.rule};
  }
`;
