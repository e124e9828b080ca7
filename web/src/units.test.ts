import { expect, test } from "vitest";
import { band, rounded, readMeasure, readWireSize, wireSizeText } from "./units";

test.each([
  [1552.3, "1550"],
  [0.4567, "0.457"],
  [12, "12"],
  [0, "0"],
  [-3.14159, "-3.14"],
  [99.96, "100"],
])("%f shows as %s", (value, text) => expect(rounded(value)).toBe(text));

test("a band stands in brackets", () => expect(band([349.6, 612.2])).toBe("(350–612)"));

test.each([
  ["1/2 in", 12.7],
  ["1 1/2 in", 38.1],
  ['3/8"', 9.525],
  ["0.8mm", 0.8],
  ["1,2 cm", 12],
  [" 5 ", 5],
])("%s is read as %f mm", (text, value) => expect(readMeasure(text, "mm")).toBeCloseTo(value));

test.each(["", "abc", "1/0 in", "5 kg", "1..2"])("%j cannot be read as a length", (text) =>
  expect(readMeasure(text, "mm")).toBeNull(),
);

test("a unit of another kind is not guessed at", () => expect(readMeasure("5 mm", "g")).toBeNull());

test.each(["20 AWG", "20", "awg 20", "20 gauge"])("%s is a gauge and comes back as 20 AWG", (text) =>
  expect(wireSizeText(readWireSize(text)!)).toBe("20 AWG"),
);

test("a wire in millimetres stays in millimetres", () =>
  expect(readWireSize("0.8mm")).toEqual({ by: "diameter", diameter_mm: 0.8 }));
