import { expect, test } from "vitest";
import { pathOf, placeFor, valueFor } from "./place";

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
