import { expect, test } from "vitest";
import type { HandleAxis } from "../api/client";
import { coordinateOf, pathOf, placeFor, settingsOf, spotOf, valueFor } from "./place";

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

test("a handle's value snaps to its step and stays in its limits", () => {
  const axis = { origin: -6.75, slope: 1, step: 0.1, minimum: 0, maximum: 8 };
  expect(valueFor(axis, 7.29)).toBe(0.5);
  expect(valueFor(axis, 1)).toBe(0);
  expect(valueFor(axis, 100)).toBe(8);
});

// The end of a bared arc that starts at 0 degrees on a lead drawn at (10, 50): width 180, middle at 90.
const arcEnd = {
  along: "turn",
  label: "end of the bared arc",
  pointer: "/width",
  value: 180,
  minimum: 1,
  maximum: 360,
  step: 1,
  origin: 0,
  slope: 1,
  unit: "°",
  center: [10, 50],
  follows: [{ pointer: "/center", per_unit: 0.5, plus: 0 }],
} as HandleAxis;

test("a handle that turns is where its angle puts it, and gives that angle back, whole turns kept", () => {
  const spot = spotOf(arcEnd, { x: 18, y: 50 });
  expect(spot.x).toBeCloseTo(2);
  expect(spot.y).toBeCloseTo(50);
  expect(coordinateOf(arcEnd, spot, 175)).toBeCloseTo(180);
  expect(coordinateOf(arcEnd, { x: 10, y: 42 }, 250)).toBeCloseTo(270);
  expect(coordinateOf(arcEnd, { x: 10, y: 42 }, -100)).toBeCloseTo(-90);
});

test("moving one end of an arc leaves the other where it is", () => {
  const [width, center] = settingsOf(arcEnd, 120);
  expect(width).toEqual({ pointer: "/width", value: 120 });
  expect((center!.value as number) - (width!.value as number) / 2).toBe(0);
});
