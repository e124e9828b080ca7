import { expect, test } from "vitest";
import type { Factor } from "../api/client";
import { namedIn, numberOptions } from "./named";
import { scaleFor, ticksOf } from "./scale";

test("a number that spans decades is laid out by its powers, others evenly", () => {
  const even = scaleFor({ decades: false }, [10, 1000], [0, 100]);
  const powers = scaleFor({ decades: true }, [10, 1000], [0, 100]);
  expect(even(505)).toBeCloseTo(50);
  expect(powers(100)).toBeCloseTo(50);
  // Powers of nothing do not exist: then it is even after all.
  expect(scaleFor({ decades: true }, [0, 1000], [0, 100])(500)).toBeCloseTo(50);
});

test("one value alone still has its place", () => {
  const scale = scaleFor({ decades: false }, [5, 5], [0, 100]);
  expect(Number.isFinite(scale(5))).toBe(true);
});

test("ticks of powers are those that begin with 1, 2 or 5, as many as can be read", () => {
  const ticks = ticksOf(scaleFor({ decades: true }, [1, 1000], [0, 300]), 6);
  expect(ticks.length).toBeLessThanOrEqual(10);
  expect(ticks).toEqual(expect.arrayContaining([1, 10, 100, 1000]));
  expect(ticks.every((tick) => /^[125]/.test(tick.toExponential()))).toBe(true);
  expect(ticksOf(scaleFor({ decades: false }, [0, 10], [0, 300]), 5)).toEqual([0, 2, 4, 6, 8, 10]);
});

test("numbers are picked under their parts", () => {
  const turns = { pointer: "/coil/turns", name: "Turns", part: "Coil" } as Factor;
  expect(namedIn(turns)).toBe("Coil: turns");
  expect(numberOptions([turns])).toEqual([{ key: "/coil/turns", label: "Turns", group: "Coil" }]);
});
