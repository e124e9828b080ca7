import styled, { useTheme } from "styled-components";
import type { Geometry } from "../api/client";
import type { WarmUpAnswer } from "../api/warmups";
import { placeWithin } from "../drawing/place";
import { Standing, Wires } from "../drawing/Shapes";
import { useFrameSize } from "../drawing/useFrameSize";

interface Props {
  drawn: WarmUpAnswer["drawn"];
  name: string;
}

/** A small bench, to scale, as the core draws it. */
export function WarmUpDrawing({ drawn, name }: Props) {
  const theme = useTheme();
  const { frame, size } = useFrameSize({ width: 560, height: 460 });
  const { width, height } = size;
  const place = placeWithin(drawn.bounds, width, height);
  const geometry = { shapes: drawn.shapes } as Pick<Geometry, "shapes">;
  return (
    <Frame ref={frame}>
      <svg width={width} height={height} role="img" aria-label={`${name}, to scale`}>
        <Standing geometry={geometry} place={place} />
        <Wires geometry={geometry as Geometry} place={place} />
        {drawn.labels.map(({ x, y, text, anchor, strong }) => (
          <text
            key={text}
            x={place.x(x)}
            y={place.y(y)}
            textAnchor={anchor}
            fontSize={strong ? "1.6rem" : "0.9rem"}
            fontWeight={strong ? 700 : 400}
            fill={theme.text}
          >
            {text}
          </text>
        ))}
      </svg>
    </Frame>
  );
}

const Frame = styled.div`
  flex: 1;
  min-height: 320px;
  overflow: hidden;
  background: ${({ theme }) => theme.sheet};
  border: 1px solid ${({ theme }) => theme.rule};
  svg {
    display: block;
  }
`;
