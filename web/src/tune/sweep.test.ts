import { expect, test } from "vitest";
import type { SweepPoint } from "../api/client";
import { SPEED } from "./curves.fixture";
import { wholeLines } from "../api/lines";
import { curveOf, nearest, standing, stretches } from "./sweep";

const point = (value: number, state: "holds" | "tight" | "fails", speed: number): SweepPoint => ({
  value,
  figures: { speed: [speed - 1, speed, speed + 1] },
  margins: {},
  states: { starts: state },
  share_that_goes: 1,
  refused: "",
});
const points = [point(1, "fails", 0), point(2, "tight", 10), point(3, "tight", 20), point(5, "holds", 30)];

test("lines come whole out of chunks that end anywhere", () => {
  const first = wholeLines("", '{"a":1}\n{"b"');
  expect(first).toEqual({ lines: ['{"a":1}'], rest: '{"b"' });
  expect(wholeLines(first.rest, ":2}\n")).toEqual({ lines: ['{"b":2}'], rest: "" });
});

test("stretches of one state meet half-way and cover the whole range", () => {
  expect(stretches(points, "starts")).toEqual([
    { from: 1, to: 1.5, state: "fails" },
    { from: 1.5, to: 4, state: "tight" },
    { from: 4, to: 5, state: "holds" },
  ]);
});

test("a refused point leaves a gap in the curve", () => {
  const refused = { ...point(4, "holds", 0), figures: {}, refused: "too thick" };
  expect(curveOf([...points, refused], SPEED).map((item) => item.value)).toEqual([1, 2, 3, 5]);
});

test("the nearest point is found between and beyond", () => {
  expect(nearest(points, 4.2)?.value).toBe(5);
  expect(nearest(points, -3)?.value).toBe(1);
  expect(nearest([], 1)).toBeUndefined();
});

test("stretches where most builds do not go are found, the longest first, with the value next to those that go", () => {
  const shares = [0, 0.1, 0.2, 0.9, 1, 0.4, 0.3, 0.2, 0.1, 0.9, 0];
  const swept = shares.map((share_that_goes, value) => ({ ...point(value, "holds", 1), share_that_goes }));
  expect(standing(swept)).toEqual([
    { from: 5, to: 8, edge: 5 },
    { from: 0, to: 2, edge: 2 },
  ]);
  expect(standing(swept.slice(3, 5))).toEqual([]);
});
