import styled from "styled-components";
import type { HowTo } from "../api/client";
import { Labels } from "../drawing/Marks";
import { placeFor } from "../drawing/place";
import { Standing, Wires } from "../drawing/Shapes";

const SIZE = { width: 420, height: 290 };

/** How to hold and do it, drawn from what the core lays out. */
export function HowToDrawing({ figure }: { figure: HowTo }) {
  const place = placeFor(figure.bounds, SIZE.width, SIZE.height, true);
  return (
    <Frame>
      <svg viewBox={`0 0 ${SIZE.width} ${SIZE.height}`} role="img" aria-label={`${figure.title}. ${figure.text}`}>
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
