import { useQuery } from "@tanstack/react-query";
import styled from "styled-components";
import type { Design } from "../api/client";
import { lookQuery } from "../api/queries";
import { Scene } from "../choose/Scene";
import { placeFor } from "../drawing/place";
import { useFrameSize } from "../drawing/useFrameSize";
import { Quiet } from "../theme/parts";
import { SpinBar } from "./SpinBar";
import { useSpin } from "./useSpin";

const FIRST_SIZE = { width: 420, height: 360 };
const SHOWS = { lines: false, forces: true, dimensions: false };

/** A design that spins, with its headline: for a class to look at, not to turn dials on. */
export function SpinView({ design, title }: { design: Design; title: string }) {
  const { data: look, error } = useQuery({ ...lookQuery(design), retry: false });
  const spin = useSpin(design, Boolean(look?.verdict.travels), null, true);
  const { frame, size } = useFrameSize(FIRST_SIZE);
  return (
    <Part aria-label={title}>
      <h3>{title}</h3>
      <Paper ref={frame}>
        {look && (
          <Scene
            geometry={{ ...look.drawing, labels: [] }}
            place={placeFor(look.drawing.bounds, size.width, size.height)}
            verdict={look.verdict}
            shows={SHOWS}
            frame={spin.frame}
          />
        )}
      </Paper>
      {look && <p data-headline>{look.verdict.headline}</p>}
      {error && <p role="alert">{error.message}</p>}
      {!look && !error && <Quiet role="status">Computing …</Quiet>}
      <Controls>{look && <SpinBar spin={spin} verdict={look.verdict} />}</Controls>
    </Part>
  );
}

const Part = styled.section`
  display: flex;
  flex-direction: column;
  min-width: 0;
  h3 {
    font-size: 1.1em;
  }
  p {
    font-size: 0.8em;
    line-height: 1.3;
  }
`;
const Paper = styled.div`
  position: relative;
  height: clamp(220px, 44vh, 640px);
  overflow: hidden;
  border: 1px solid ${({ theme }) => theme.rule};
  background: ${({ theme }) => theme.sheet};
  svg {
    display: block;
  }
`;
const Controls = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 2px 8px;
  font-size: 0.95rem;
`;
