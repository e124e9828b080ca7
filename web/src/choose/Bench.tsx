import { useMemo, useState } from "react";
import { ToggleButton } from "react-aria-components";
import { Link } from "react-router";
import styled from "styled-components";
import type { Dial, Geometry, Handle, Turn, Verdict } from "../api/client";
import { Handles } from "../drawing/Handles";
import { movedBy, placeFor } from "../drawing/place";
import { useFrameSize } from "../drawing/useFrameSize";
import { Scene } from "./Scene";
import { PIN } from "../compare/useEntries";
import { SpinBar } from "../spin/SpinBar";
import type { Spinning } from "../spin/useSpin";

interface Props {
  drawing: Geometry;
  verdict: Verdict;
  /** Every dial of the design by its pointer. */
  numbers: Map<string, Dial>;
  /** Turned by the hand and not yet answered. */
  turns: readonly Turn[];
  id: string;
  pinned?: Geometry;
  isPinned: boolean;
  togglePin: () => void;
  spin: Spinning;
  onMove: (turns: Turn[], words?: string) => void;
  onDone: (words: string) => void;
}

const FIRST_SIZE = { width: 640, height: 580 };

/** The drawing on millimetre paper with its handles, and what can be shown on it. */
export function Bench({ id, drawing, verdict, numbers, turns, pinned, isPinned, togglePin, spin, ...moves }: Props) {
  const { frame, size } = useFrameSize(FIRST_SIZE);
  const [shows, setShows] = useState({ lines: true, forces: true, dimensions: false });
  const place = useMemo(
    () => placeFor(drawing.bounds, size.width, size.height),
    [drawing.bounds, size.width, size.height],
  );
  // Where the hand has them: their newest values, before the answer has come.
  const held = useMemo(() => withTurns(numbers, turns), [numbers, turns]);
  const handles = drawing.handles.map((handle) => underTheHand(handle, numbers, held));
  return (
    <Column aria-label="Drawing">
      <Frame ref={frame}>
        <Scene
          geometry={drawing}
          place={place}
          verdict={verdict}
          pinned={pinned}
          shows={shows}
          frame={spin.frame}
          ghostFrame={spin.ghost}
        />
        {!spin.on && <Handles handles={handles} numbers={held} place={place} {...moves} />}
      </Frame>
      <Bar>
        <Tool isSelected={spin.on} onChange={spin.toggle}>
          {spin.on ? "■ Stop" : "▶ Spin"}
        </Tool>
        {spin.on && <SpinBar spin={spin} verdict={verdict} />}
        {!spin.on && (
          <>
            <Tool isSelected={shows.lines} onChange={(lines) => setShows({ ...shows, lines })}>
              Field lines
            </Tool>
            <Tool isSelected={shows.forces} onChange={(forces) => setShows({ ...shows, forces })}>
              Forces
            </Tool>
            <Tool isSelected={shows.dimensions} onChange={(dimensions) => setShows({ ...shows, dimensions })}>
              Dimensions
            </Tool>
            <Tool isSelected={isPinned} onChange={togglePin}>
              {isPinned ? "Unpin" : "Pin to compare"}
            </Tool>
            {isPinned && <CompareLink to={`/compare?motors=${id},${PIN}${id}`}>Side by side</CompareLink>}
          </>
        )}
      </Bar>
    </Column>
  );
}

function withTurns(numbers: Map<string, Dial>, turns: readonly Turn[]): Map<string, Dial> {
  if (turns.length === 0) return numbers;
  const held = new Map(numbers);
  for (const { pointer, value } of turns) {
    const dial = numbers.get(pointer);
    if (dial?.type === "number") held.set(pointer, { ...dial, value });
  }
  return held;
}

/** The handle moved on by what its numbers have gone on since the answer that is shown. */
function underTheHand(handle: Handle, shown: Map<string, Dial>, held: Map<string, Dial>): Handle {
  const gone = (pointer: string) => Number(held.get(pointer)?.value ?? 0) - Number(shown.get(pointer)?.value ?? 0);
  return handle.axes.reduce((spot, axis) => ({ ...spot, ...movedBy(axis, spot, gone(axis.pointer)) }), handle);
}

const Column = styled.section`
  display: flex;
  flex-direction: column;
  min-width: 0;
  min-height: 0;
  border: 1px solid ${({ theme }) => theme.rule};
  border-bottom: 0;
`;
const Frame = styled.div`
  position: relative;
  flex: 1;
  min-height: 300px;
  overflow: hidden;
  user-select: none;
  svg {
    display: block;
  }
`;
const Bar = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 2px 8px;
  min-height: 44px;
  padding: 4px 10px;
  background: ${({ theme }) => theme.sheet};
  border-top: 1px solid ${({ theme }) => theme.rule};
  font-size: 0.9rem;
`;
const Tool = styled(ToggleButton)`
  background: none;
  border: 0;
  border-bottom: 2px solid transparent;
  padding: 4px 6px;
  min-height: 30px;
  cursor: pointer;
  color: ${({ theme }) => theme.action};
  &:first-child {
    font-weight: 650;
  }
  &[data-selected] {
    color: ${({ theme }) => theme.text};
    border-bottom-color: ${({ theme }) => theme.carriesCurrent};
  }
  &:hover {
    background: ${({ theme }) => theme.actionPale};
  }
`;
const CompareLink = styled(Link)`
  color: ${({ theme }) => theme.action};
  padding: 0.25rem 0.4rem;
`;
