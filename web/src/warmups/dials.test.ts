import { expect, test } from "vitest";
import { dialIn, figureText } from "./dials";

const dial = { id: "turns", label: "Turns", unit: "", low: 1, high: 60, step: 1, start: 10, words: [] };

test("a dial takes what lies within its limits", () => {
  expect(dialIn(dial, "20")).toBe(20);
  expect(dialIn(dial, "2,5")).toBe(2.5);
  for (const wrong of ["", "0", "61", "ten"]) expect(dialIn(dial, wrong)).toBe("Give a number from 1 to 60.");
});

test("figures have three digits at most, and their unit", () => {
  expect(figureText(63.24, "°")).toBe("63.2°");
  expect(figureText(11234, "mN")).toBe("11,200 mN");
  expect(figureText(0.68712, "g")).toBe("0.687 g");
  expect(figureText(18.7, "")).toBe("18.7");
});
