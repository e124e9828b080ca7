// @vitest-environment jsdom
import { cleanup, fireEvent, screen } from "@testing-library/react";
import { afterEach, expect, test, vi } from "vitest";
import type { Curve, DesignMap } from "../api/client";
import { inRoom } from "../__tests__/inRoom";
import { MapPlot } from "./MapPlot";
import { edgesOf, goingRanges, nearestAt, runsOf, stateAt } from "./mapping";

afterEach(cleanup);

const factor = (label: string, value: number) => ({ pointer: `/${label}`, label, part: "Coil", unit: "mm", value });
const map = {
  first: factor("Gap", 2),
  second: factor("Width", 20),
  first_values: [1, 2, 3, 4],
  second_values: [10, 20],
  curve: "speed",
  links: ["circuit", "starts"],
  figure: [
    [0, 100, 200, 0],
    [0, 120, 250, -1],
  ],
  margin: [
    [0.5, 1.1, 2, 0.9],
    [0.5, 1.5, 2, -1],
  ],
  weakest: [
    [1, 1, 0, 0],
    [1, 1, 0, -1],
  ],
  contours: [],
  best: [3, 20],
  best_settings: [],
} as unknown as DesignMap;
const SPEED: Curve = { id: "speed", label: "Speed", unit: "turns/min", of: "figure" };

test("a cell fails, is tight, holds or cannot be made by its least margin", () => {
  expect([0, 1, 2, 3].map((column) => stateAt(map, { column, row: 0 }))).toEqual(["fails", "tight", "holds", "fails"]);
  expect(stateAt(map, { column: 3, row: 1 })).toBe("none");
});

test("runs of one state cover each row without gaps", () => {
  expect(runsOf(map, 1)).toEqual([
    { from: 0, to: 0, state: "fails" },
    { from: 1, to: 2, state: "holds" },
    { from: 3, to: 3, state: "none" },
  ]);
  expect(edgesOf(map.first_values)).toEqual([1, 1.5, 2.5, 3.5, 4]);
});

test("zooming in keeps all that goes and one value more on each side", () => {
  expect(goingRanges(map)).toEqual({ first: [1, 4], second: [10, 20] });
  const dead = { ...map, margin: map.margin.map((row) => row.map(() => 0.2)) };
  expect(goingRanges(dead)).toBeNull();
});

test("the picked pair is told in words, and moved by either slider", () => {
  const pick = vi.fn();
  inRoom(<MapPlot map={map} figure={SPEED} at={nearestAt(map, 2.2, 11)} pick={pick} />);
  expect(screen.getByRole("status").textContent).toContain("2 mm, 10 mm: speed 100 turns/min; goes, but only just");
  expect(screen.getByRole("status").textContent).toContain("weakest: starts, 1.1 × its limit");
  fireEvent.change(screen.getByRole("slider", { name: "Picked gap" }), { target: { value: "3" } });
  expect(pick).toHaveBeenCalledWith({ column: 3, row: 0 });
  fireEvent.change(screen.getByRole("slider", { name: "Picked width" }), { target: { value: "1" } });
  expect(pick).toHaveBeenCalledWith({ column: 1, row: 1 });
});

test("now and best are marked apart, and what goes is told by hatch, not by color alone", () => {
  const { container } = inRoom(<MapPlot map={map} figure={SPEED} at={{ column: 1, row: 0 }} pick={() => {}} />);
  expect(screen.getByText("now")).toBeTruthy();
  expect(screen.getByText("best")).toBeTruthy();
  const fill = (state: string) => container.querySelector(`[data-state=${state}]`)!.getAttribute("fill");
  expect(fill("tight")).toMatch(/^url/);
  expect(fill("fails")).toMatch(/^url/);
  expect(fill("tight")).not.toBe(fill("fails"));
});
