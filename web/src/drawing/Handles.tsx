import { useRef, useState, type KeyboardEvent } from "react";
import { useMove } from "react-aria";
import styled from "styled-components";
import type { Dial, Handle, HandleAxis, Turn } from "../api/client";
import { rounded } from "../units";
import { valueAt, type Place } from "./place";

export interface HandleMoves {
  /** Numbers turned by a move under way; or at one go, with words for the history. */
  onMove: (turns: Turn[], words?: string) => void;
  /** The hand has let go. */
  onDone: (words: string) => void;
}

/** A handle's axis with the number that it turns. */
interface Axis extends HandleAxis {
  number: Dial;
}

const BIG_STEP = 10;

/** Handles of the drawing: each axis is a slider, moved by mouse, touch or arrow keys. */
export function Handles({
  handles,
  numbers,
  place,
  ...moves
}: { handles: Handle[]; numbers: Map<string, Dial>; place: Place } & HandleMoves) {
  return (
    <Layer>
      {handles.map((handle) => (
        <OneHandle key={handle.id} handle={handle} axes={axesOf(handle, numbers)} place={place} {...moves} />
      ))}
    </Layer>
  );
}

const axesOf = (handle: Handle, numbers: Map<string, Dial>): Axis[] =>
  handle.axes.flatMap((axis) => {
    const number = numbers.get(axis.pointer);
    return number ? [{ ...axis, number }] : [];
  });

function OneHandle({
  handle,
  axes,
  place,
  onMove,
  onDone,
}: { handle: Handle; axes: Axis[]; place: Place } & HandleMoves) {
  const [active, setActive] = useState(false);
  // The handle and its numbers as they were when the hand took hold: the drawing may shift under it as it moves.
  const start = useRef({ x: 0, y: 0, dx: 0, dy: 0, axes });
  const words = axes.map((axis) => readout(axis.number)).join(" · ");
  const { moveProps } = useMove({
    onMoveStart() {
      start.current = { x: handle.x, y: handle.y, dx: 0, dy: 0, axes };
      setActive(true);
    },
    onMove(event) {
      if (event.pointerType === "keyboard") return;
      const from = start.current;
      from.dx += event.deltaX / place.scale;
      from.dy -= event.deltaY / place.scale;
      const spot = { x: from.x + from.dx, y: from.y + from.dy };
      onMove(from.axes.map((axis) => ({ pointer: axis.pointer, value: valueAt(axis, axis.number, from, spot) })));
    },
    onMoveEnd(event) {
      setActive(false);
      if (event.pointerType !== "keyboard")
        onDone(`moved ${axes.map((axis) => axis.number.name.toLowerCase()).join(" and ")}`);
    },
  });
  const set = ({ number }: Axis, value: number) => {
    const kept = Number(Math.min(Math.max(value, number.minimum), number.maximum).toFixed(6));
    onMove([{ pointer: number.pointer, value: kept }], `${number.name} ${rounded(kept)} ${number.unit}`.trim());
  };
  return (
    <Spot
      {...moveProps}
      onKeyDown={(event) => event.stopPropagation()}
      data-active={active || undefined}
      data-foot={handle.id === "foot" || undefined}
      data-handle={handle.id}
      style={{ left: place.x(handle.x), top: place.y(handle.y) }}
    >
      {axes.map((axis) => (
        <AxisInput key={axis.pointer} axis={axis} axes={axes} set={set} />
      ))}
      <svg width="24" height="24" viewBox="-12 -12 24 24" aria-hidden>
        <path d="M0 -9L9 0L0 9L-9 0Z" />
      </svg>
      <Readout data-left={place.x(handle.x) > 0.68 * place.width || undefined}>{words}</Readout>
    </Spot>
  );
}

const valueText = (number: Dial) => `${rounded(number.value as number)} ${number.unit}`.trim();
const readout = (number: Dial) => `${number.name.replace(/^.*point \d+ /, "").toLowerCase()} ${valueText(number)}`;

function AxisInput({ axis, axes, set }: { axis: Axis; axes: Axis[]; set: (axis: Axis, value: number) => void }) {
  const { number } = axis;
  const step = (of: Axis, along: number, count: number) =>
    set(of, (of.number.value as number) + Math.sign(of.slope) * along * count * of.number.step);
  const onKeyDown = (event: KeyboardEvent) => {
    const arrows: Record<string, ["x" | "y", number]> = {
      ArrowRight: ["x", 1],
      ArrowLeft: ["x", -1],
      ArrowUp: ["y", 1],
      ArrowDown: ["y", -1],
    };
    const arrow = arrows[event.key];
    const count = event.shiftKey ? BIG_STEP : 1;
    if (arrow) {
      // A handle that moves one way only takes every arrow.
      const other = axes.length === 1 ? axis : axes.find((axis) => axis.along === arrow[0]);
      if (other) step(other, axes.length === 1 ? arrow[1] * Math.sign(other.slope) : arrow[1], count);
    } else if (event.key === "PageUp" || event.key === "PageDown")
      step(axis, event.key === "PageUp" ? 1 : -1, BIG_STEP);
    else if (event.key === "Home") set(axis, number.minimum);
    else if (event.key === "End") set(axis, number.maximum);
    else return;
    event.preventDefault();
  };
  return (
    <input
      type="range"
      aria-label={number.name}
      aria-valuetext={valueText(number)}
      aria-orientation={axis.along === "y" ? "vertical" : "horizontal"}
      min={number.minimum}
      max={number.maximum}
      step={number.step}
      value={number.value as number}
      onChange={(event) => set(axis, Number(event.target.value))}
      onKeyDown={onKeyDown}
    />
  );
}

const Layer = styled.div`
  position: absolute;
  inset: 0;
  pointer-events: none;
`;

const Readout = styled.span`
  display: none;
  position: absolute;
  left: 30px;
  top: -2px;
  white-space: nowrap;
  padding: 2px 8px;
  font-size: 0.8rem;
  border: 1.5px solid ${({ theme }) => theme.action};
  background: ${({ theme }) => theme.sheet};
  color: ${({ theme }) => theme.text};
  z-index: 2;
  &[data-left] {
    left: auto;
    right: 30px;
  }
`;

const Spot = styled.div`
  position: absolute;
  width: 28px;
  height: 28px;
  margin: -14px 0 0 -14px;
  padding: 2px;
  pointer-events: auto;
  touch-action: none;
  cursor: grab;
  z-index: 1;
  input {
    position: absolute;
    inset: 0;
    opacity: 0;
    pointer-events: none;
    margin: 0;
    width: 100%;
    height: 100%;
  }
  path {
    fill: ${({ theme }) => theme.sheet};
    stroke: ${({ theme }) => theme.action};
    stroke-width: 2;
  }
  &[data-foot] path {
    fill: ${({ theme }) => theme.carriesCurrent};
  }
  &[data-active] {
    cursor: grabbing;
  }
  &:focus-within {
    outline: 2.5px solid ${({ theme }) => theme.action};
    outline-offset: 1px;
  }
  &:hover ${Readout}, &:focus-within ${Readout}, &[data-active] ${Readout} {
    display: block;
  }
  &:hover,
  &:focus-within,
  &[data-active] {
    z-index: 3;
  }
`;
