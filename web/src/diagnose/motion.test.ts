import { expect, test } from "vitest";
import { hasPicture, motionOf } from "./motion";

const over = (sign: string, travels = false) =>
  Array.from({ length: 60 }, (_, at) => motionOf(sign, at / 10, travels).at);

test("what does nothing stands, what trembles hardly moves, what rocks comes back", () => {
  expect(new Set(over("nothing"))).toEqual(new Set([0]));
  expect(Math.max(...over("trembles").map(Math.abs))).toBeLessThan(0.1);
  const rocks = over("rocks");
  expect(Math.max(...rocks)).toBeGreaterThan(0.6);
  expect(Math.min(...rocks)).toBeLessThan(-0.6);
});

test("the other way is the other way, slow is slower", () => {
  expect(motionOf("other_way", 1, false).at).toBe(-motionOf("runs", 1, false).at);
  expect(motionOf("slow", 1, false).at).toBeLessThan(motionOf("runs", 1, false).at / 3);
});

test("what travels stays on its way", () => {
  for (const sign of ["runs", "starts_then_stops", "comes_back", "trembles"]) {
    const gone = over(sign, true);
    expect(Math.min(...gone)).toBeGreaterThanOrEqual(0);
    expect(Math.max(...gone)).toBeLessThan(1);
  }
  expect(Math.max(...over("starts_then_stops", true))).toBeCloseTo(0.45);
});

test("how it went is shown, what is felt or heard is told", () => {
  expect(hasPicture("nothing", "went", false)).toBe(true);
  expect(hasPicture("hops", "beside", false)).toBe(true);
  expect(hasPicture("dull", "beside", false)).toBe(false);
  expect(hasPicture("hops", "beside", true)).toBe(false);
});
