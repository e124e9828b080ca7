import { expect, test } from "vitest";
import type { HandleAxis } from "../api/client";
import { coordinateOf, movedBy, pathOf, placeFor, valueAt } from "./place";

const bounds = [-30, -1, 30, 79];

test("the whole drawing lands inside the page, upright and centered", () => {
  const place = placeFor(bounds, 660, 640);
  expect(place.x(0)).toBe(330);
  expect(place.y(79)).toBeGreaterThan(0);
  expect(place.y(-1)).toBeLessThan(640);
  expect(place.y(79)).toBeLessThan(place.y(-1));
  expect(place.x(30) - place.x(-30)).toBeCloseTo(60 * place.scale);
});

test("a millimetre more does not change the scale", () => {
  expect(placeFor([-25, 0, 25, 75], 600, 600).scale).toBe(placeFor([-26, 0, 26, 76], 600, 600).scale);
});

test("a closed outline returns to its start", () => {
  expect(
    pathOf(
      [
        [0, 0],
        [1, 0],
        [1, 1],
      ],
      placeFor(bounds, 600, 600),
      true,
    ),
  ).toMatch(/^M.*L.*L.*Z$/);
});

const along = (axis: "x" | "y", slope: number) => ({ along: axis, pointer: "/n", slope, center: [0, 0] }) as HandleAxis;
const gap = { value: 0.5, step: 0.1, minimum: 0, maximum: 8 };

test("a number goes on as its handle does, snaps to its step and stays in its limits", () => {
  const from = { x: 7.25, y: 3 };
  expect(valueAt(along("x", 1), gap, from, { x: 7.99, y: 9 })).toBe(1.2);
  expect(valueAt(along("x", -2), gap, from, { x: 7.15, y: 3 })).toBe(0.7);
  expect(valueAt(along("x", 1), gap, from, { x: -40, y: 3 })).toBe(0);
  expect(valueAt(along("x", 1), gap, from, { x: 99, y: 3 })).toBe(8);
});

test("a handle stands where its number has gone on to, along its own way only", () => {
  expect(movedBy(along("y", 2), { x: 4, y: 10 }, 6)).toEqual({ x: 4, y: 13 });
  expect(movedBy(along("x", -1), { x: 4, y: 10 }, 6)).toEqual({ x: -2, y: 10 });
});

// The end of a bared arc on a lead drawn at (10, 50): each degree that it goes on widens the arc by two.
const arcEnd = { along: "turn", pointer: "/width", slope: 2, center: [10, 50] } as HandleAxis;

test("a handle that turns keeps its distance, and whole turns are counted", () => {
  const spot = movedBy(arcEnd, { x: 18, y: 50 }, 180);
  expect(spot.x).toBeCloseTo(10);
  expect(spot.y).toBeCloseTo(58);
  expect(coordinateOf(arcEnd, { x: 10, y: 42 }, 250)).toBeCloseTo(270);
  expect(coordinateOf(arcEnd, { x: 10, y: 42 }, -100)).toBeCloseTo(-90);
  const width = { value: 180, step: 1, minimum: 1, maximum: 360 };
  expect(valueAt(arcEnd, width, { x: 18, y: 50 }, { x: 10, y: 58 })).toBe(360);
  expect(valueAt(arcEnd, width, { x: 18, y: 50 }, { x: 10, y: 42 })).toBe(1);
});
