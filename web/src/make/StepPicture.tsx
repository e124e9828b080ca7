import styled from "styled-components";
import type { HowTo } from "../api/client";
import { Dimensions, Labels } from "../drawing/Marks";
import { placeWithin } from "../drawing/place";
import { Standing, Wires } from "../drawing/Shapes";

/** Sizes in px of the drawing's own paper; it is then as large as its frame. */
const SIZES = { beside: { width: 420, most: 300 }, large: { width: 420, most: 320 } };
const FAINT = 0.3;

interface Props {
  picture: HowTo;
  /** What it is a picture of, for who cannot see it. */
  label: string;
  /** Large: for a step that has the screen to itself. */
  size?: keyof typeof SIZES;
}

/** One step of the build as a drawing: what is new full, what was there before faint. */
export function StepPicture({ picture, label, size = "beside" }: Props) {
  const [left = 0, bottom = 0, right = 1, top = 1] = picture.bounds;
  const { width, most } = SIZES[size];
  const height = Math.max(Math.min((width * (top - bottom)) / (right - left), most), 60);
  const place = placeWithin(picture.bounds, width, height);
  const part = (faint: boolean) => ({
    ...picture,
    shapes: picture.shapes.filter((shape) => shape.faint === faint),
    dots: faint ? [] : picture.dots,
  });
  return (
    <Frame>
      <svg viewBox={`0 0 ${width} ${height}`} role="img" aria-label={[label, picture.text].filter(Boolean).join(". ")}>
        {[true, false].map((faint) => (
          <g key={String(faint)} opacity={faint ? FAINT : 1}>
            <Standing geometry={part(faint)} place={place} />
            <Wires geometry={part(faint)} place={place} />
          </g>
        ))}
        <Dimensions geometry={picture} place={place} />
        <Labels geometry={picture} place={place} />
        {picture.spots.map(({ id, number, x, y }) => (
          <Spot key={id} transform={`translate(${place.x(x).toFixed(1)} ${place.y(y).toFixed(1)})`}>
            <circle r="9" />
            <text dy="4.5" textAnchor="middle">
              {number}
            </text>
          </Spot>
        ))}
      </svg>
      {picture.text && <figcaption>{picture.text}</figcaption>}
    </Frame>
  );
}

const Spot = styled.g`
  circle {
    fill: ${({ theme }) => theme.sheet};
    stroke: ${({ theme }) => theme.text};
    stroke-width: 1.5;
  }
  text {
    fill: ${({ theme }) => theme.text};
    font-size: 12.5px;
    font-weight: 700;
  }
`;
const Frame = styled.figure`
  margin: 0;
  break-inside: avoid;
  svg {
    display: block;
    width: 100%;
    background: ${({ theme }) => theme.sheet};
    border: 1px solid ${({ theme }) => theme.rule};
  }
  figcaption {
    font-size: 0.9rem;
  }
`;
