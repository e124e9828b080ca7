import { useRef, useState, type KeyboardEvent } from "react";
import { useMove } from "react-aria";
import styled from "styled-components";
import type { Handle, HandleAxis, Setting } from "../api/client";
import { figures } from "../units";
import { coordinateOf, settingsOf, valueFor, type Place } from "./place";

export interface HandleMoves {
  /** A move under way: settings to show at once. */
  onMove: (settings: Setting[]) => void;
  /** The hand has let go. */
  onDone: (words: string) => void;
}

const BIG_STEP = 10;

/** Handles of the drawing: each axis is a slider, moved by mouse, touch or arrow keys. */
export function Handles({ handles, place, ...moves }: { handles: Handle[]; place: Place } & HandleMoves) {
  return (
    <Layer>
      {handles.map((handle) => (
        <OneHandle key={handle.id} handle={handle} place={place} {...moves} />
      ))}
    </Layer>
  );
}

function OneHandle({ handle, place, onMove, onDone }: { handle: Handle; place: Place } & HandleMoves) {
  const [active, setActive] = useState(false);
  // The axes as they were when the hand took hold: the drawing may shift under it as it moves.
  const start = useRef({ x: 0, y: 0, dx: 0, dy: 0, axes: handle.axes });
  const words = handle.axes.map((axis) => readout(axis)).join(" · ");
  const { moveProps } = useMove({
    onMoveStart() {
      start.current = { x: handle.x, y: handle.y, dx: 0, dy: 0, axes: handle.axes };
      setActive(true);
    },
    onMove(event) {
      if (event.pointerType === "keyboard") return;
      const from = start.current;
      from.dx += event.deltaX / place.scale;
      from.dy -= event.deltaY / place.scale;
      const spot = { x: from.x + from.dx, y: from.y + from.dy };
      onMove(
        from.axes.flatMap((axis) => {
          const before = (axis.value - axis.origin) / axis.slope;
          return settingsOf(axis, valueFor(axis, coordinateOf(axis, spot, before)));
        }),
      );
    },
    onMoveEnd(event) {
      setActive(false);
      if (event.pointerType !== "keyboard")
        onDone(`moved ${handle.axes.map((axis) => axis.label.toLowerCase()).join(" and ")}`);
    },
  });
  const set = (axis: HandleAxis, value: number) => {
    const kept = Number(Math.min(Math.max(value, axis.minimum), axis.maximum).toFixed(3));
    onMove(settingsOf(axis, kept));
    onDone(`${axis.label} ${figures(kept)} ${axis.unit}`);
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
      {handle.axes.map((axis) => (
        <AxisInput key={axis.pointer} axis={axis} axes={handle.axes} set={set} />
      ))}
      <svg width="24" height="24" viewBox="-12 -12 24 24" aria-hidden>
        <path d="M0 -9L9 0L0 9L-9 0Z" />
      </svg>
      <Readout data-left={place.x(handle.x) > 0.68 * place.width || undefined}>{words}</Readout>
    </Spot>
  );
}

const readout = (axis: HandleAxis) =>
  `${axis.label.replace(/^.*point \d+ /, "").toLowerCase()} ${figures(axis.value)} ${axis.unit ?? "mm"}`;

function AxisInput({
  axis,
  axes,
  set,
}: {
  axis: HandleAxis;
  axes: HandleAxis[];
  set: (axis: HandleAxis, value: number) => void;
}) {
  const step = (of: HandleAxis, along: number, count: number) =>
    set(of, of.value + Math.sign(of.slope) * along * count * of.step);
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
      const other = axes.length === 1 ? axis : axes.find((one) => one.along === arrow[0]);
      if (other) step(other, axes.length === 1 ? arrow[1] * Math.sign(other.slope) : arrow[1], count);
    } else if (event.key === "PageUp" || event.key === "PageDown")
      step(axis, event.key === "PageUp" ? 1 : -1, BIG_STEP);
    else if (event.key === "Home") set(axis, axis.minimum);
    else if (event.key === "End") set(axis, axis.maximum);
    else return;
    event.preventDefault();
  };
  return (
    <input
      type="range"
      aria-label={axis.label}
      aria-valuetext={`${figures(axis.value)} ${axis.unit ?? "mm"}`}
      aria-orientation={axis.along === "y" ? "vertical" : "horizontal"}
      min={axis.minimum}
      max={axis.maximum}
      step={axis.step}
      value={axis.value}
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
