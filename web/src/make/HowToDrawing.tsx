import styled from "styled-components";
import type { HowTo } from "../api/client";
import { Labels } from "../drawing/Marks";
import { placeFor } from "../drawing/place";
import { Standing, Wires } from "../drawing/Shapes";

const WIDTH = 420;
const MOST = 300;

/** How to hold and do it, drawn from what the core lays out. */
export function HowToDrawing({ figure }: { figure: HowTo }) {
  const [left = 0, bottom = 0, right = 1, top = 1] = figure.bounds;
  const height = Math.min((WIDTH * (top - bottom)) / (right - left), MOST);
  const place = placeFor(figure.bounds, WIDTH, height, true);
  return (
    <Frame>
      <svg viewBox={`0 0 ${WIDTH} ${height}`} role="img" aria-label={`${figure.title}. ${figure.text}`}>
        <Standing geometry={figure} place={place} />
        <Wires geometry={figure} place={place} />
        <Labels geometry={figure} place={place} />
      </svg>
      <figcaption>
        <b>{figure.title}.</b> {figure.text}
      </figcaption>
    </Frame>
  );
}

const Frame = styled.figure`
  margin: 6px 0 10px;
  max-width: 420px;
  break-inside: avoid;
  svg {
    width: 100%;
    background: ${({ theme }) => theme.sheet};
    border: 1px solid ${({ theme }) => theme.rule};
  }
  figcaption {
    font-size: 0.92rem;
  }
`;
