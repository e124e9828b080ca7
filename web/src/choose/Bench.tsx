import { useLayoutEffect, useMemo, useRef, useState } from "react";
import { ToggleButton } from "react-aria-components";
import styled from "styled-components";
import type { Geometry, Handle, Setting, Verdict } from "../api/client";
import { Handles } from "../drawing/Handles";
import { placeFor, spotOf } from "../drawing/place";
import { Scene } from "./Scene";
import { PlainButton, Quiet, Unseen } from "../theme/parts";
import { figures } from "../units";
import type { useSpin } from "./useSpin";

interface Props {
  geometry: Geometry;
  verdict: Verdict;
  pinned?: Geometry;
  isPinned: boolean;
  togglePin: () => void;
  spin: ReturnType<typeof useSpin>;
  onMove: (settings: Setting[]) => void;
  onDone: (words: string) => void;
  /** The design's own value of a field, newer than the geometry while a handle moves. */
  valueAt: (pointer: string) => number | undefined;
}

const FIRST_SIZE = { width: 640, height: 580 };

/** The drawing on millimetre paper with its handles, and what can be shown on it. */
export function Bench({ geometry, verdict, pinned, isPinned, togglePin, spin, onMove, onDone, valueAt }: Props) {
  const frame = useRef<HTMLDivElement>(null);
  const [size, setSize] = useState(FIRST_SIZE);
  const [shows, setShows] = useState({ lines: true, forces: true, dimensions: false });
  useLayoutEffect(() => {
    const box = frame.current;
    if (!box) return;
    const watch = new ResizeObserver(([entry]) => {
      const { width, height } = entry!.contentRect;
      if (width > 50 && height > 50) setSize({ width, height });
    });
    watch.observe(box);
    return () => watch.disconnect();
  }, []);
  const place = useMemo(
    () => placeFor(geometry.bounds, size.width, size.height),
    [geometry.bounds, size.width, size.height],
  );
  const handles = geometry.handles.map((handle) => underTheHand(handle, valueAt));
  return (
    <Column aria-label="Drawing">
      <Frame ref={frame}>
        <Scene geometry={geometry} place={place} verdict={verdict} pinned={pinned} shows={shows} frame={spin.frame} />
        {!spin.on && <Handles handles={handles} place={place} onMove={onMove} onDone={onDone} />}
      </Frame>
      <Bar>
        <Tool isSelected={spin.on} onChange={spin.toggle}>
          {spin.on ? "■ Stop" : "▶ Spin"}
        </Tool>
        {spin.on && <SpinWords spin={spin} verdict={verdict} />}
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
          </>
        )}
      </Bar>
    </Column>
  );
}

/** The handle where the hand has it: the field's newest value, before the answer has come. */
function underTheHand(handle: Handle, valueAt: (pointer: string) => number | undefined): Handle {
  const moved = {
    ...handle,
    axes: handle.axes.map((axis) => ({ ...axis, value: valueAt(axis.pointer) ?? axis.value })),
  };
  return moved.axes.reduce((spot, axis) => ({ ...spot, ...spotOf(axis, spot) }), moved);
}

function SpinWords({ spin, verdict }: { spin: ReturnType<typeof useSpin>; verdict: Verdict }) {
  const top = Math.abs(spin.run?.speed.at(-1) ?? 0);
  const rate = figures(top * verdict.rate_per, 2);
  if (!spin.run) return <Quiet role="status">computing the run …</Quiet>;
  if (top === 0) return <Quiet role="status">It stays where it is. {verdict.causes[0] ?? ""}</Quiet>;
  const travels = Boolean(verdict.geometry.ribbon);
  const leaves = spin.run.leaves_at >= 0 ? ` After ${figures(spin.run.leaves_at, 2)} s it ${spin.run.leaves}.` : "";
  return (
    <Quiet role="status">
      {spin.still ? "Motion is reduced: move it by hand. " : `Shown at 1/${spin.factor} of its speed. `}
      Reaches {rate} {verdict.rate_words}.{leaves}
      {spin.still && <PlainButton onPress={spin.turnOn}>{travels ? "Move it on" : "Turn on an eighth"}</PlainButton>}
      <Unseen>{verdict.direction}</Unseen>
    </Quiet>
  );
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
