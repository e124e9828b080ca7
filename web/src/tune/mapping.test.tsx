// @vitest-environment jsdom
import { cleanup, fireEvent, screen } from "@testing-library/react";
import { afterEach, expect, test, vi } from "vitest";
import type { DesignMap } from "../api/client";
import { inRoom } from "../__tests__/inRoom";
import { SPEED } from "./curves.fixture";
import { MapPlot } from "./MapPlot";
import { edgesOf, nearestAt, runsOf } from "./mapping";
import { whatStops, zoomOf } from "./TwoNumbers";

afterEach(cleanup);

const factor = (label: string, value: number) => ({
  pointer: `/${label}`,
  label,
  name: label,
  part: "Coil",
  unit: "mm",
  value,
});
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
  states: [
    ["fails", "tight", "holds", "fails"],
    ["fails", "holds", "holds", "none"],
  ],
  going: null,
  contours: [],
  best: [3, 20],
  best_settings: [],
  stops: [
    ["Starts", 0.4],
    ["Circuit closes", 0.1],
  ],
} as unknown as DesignMap;

test("runs of one state cover each row without gaps", () => {
  expect(runsOf(map, 1)).toEqual([
    { from: 0, to: 0, state: "fails" },
    { from: 1, to: 2, state: "holds" },
    { from: 3, to: 3, state: "none" },
  ]);
  expect(edgesOf(map.first_values)).toEqual([1, 1.5, 2.5, 3.5, 4]);
});

test("the picked pair is told in words, and moved by either slider", () => {
  const pick = vi.fn();
  inRoom(<MapPlot map={map} figure={SPEED} at={nearestAt(map, 2.2, 11)} pick={pick} />);
  expect(screen.getByRole("status").textContent).toContain(
    "2 mm, 10 mm: typical build: speed 100 turns a minute; barely goes",
  );
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

test("a map opens at what goes where that is a good deal smaller, and says what stops it", () => {
  const going: DesignMap["going"] = [
    [1, 2],
    [10, 20],
  ];
  expect(zoomOf({ ...map, going })).toEqual(going);
  expect(zoomOf({ ...map, going: [[1, 4], [10, 20]] })).toBeNull(); // prettier-ignore
  expect(zoomOf(map)).toBeNull();
  expect(whatStops(map)).toMatch(/^What stops it most: “starts” \(40 % of the map\), then “circuit closes” \(10 %/);
});
