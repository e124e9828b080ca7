import { expect, test } from "vitest";
import { ProblemError, type Design } from "./client";
import { sameDesign, withSettings } from "./design";

const design = {
  kind: "frame",
  feet: { gap_mm: 0.5 },
  outline: { half: { by: "points", points: [{ radius_mm: 9, height_mm: 11 }] } },
} as unknown as Design;

test("settings reach fields and list entries, and leave the first design alone", () => {
  const changed = withSettings(design, [
    { pointer: "/feet/gap_mm", value: 2 },
    { pointer: "/outline/half/points/0/radius_mm", value: 15 },
  ]);
  expect(changed).toMatchObject({
    feet: { gap_mm: 2 },
    outline: { half: { points: [{ radius_mm: 15, height_mm: 11 }] } },
  });
  expect(design).toMatchObject({ feet: { gap_mm: 0.5 } });
  expect(sameDesign(design, changed)).toBe(false);
  expect(
    sameDesign(
      design,
      withSettings(changed, [
        { pointer: "/feet/gap_mm", value: 0.5 },
        { pointer: "/outline/half/points/0/radius_mm", value: 9 },
      ]),
    ),
  ).toBe(true);
});

test("a problem is told on one line: title, value, limit, what to do", () => {
  const fault = { field: "/room_C", value: "99", limit: "at most 40", hint: "Choose less." };
  expect(new ProblemError(422, "Not taken.", [fault]).line).toBe(
    "Not taken. /room_C: got 99; must be at most 40. Choose less.",
  );
  expect(new ProblemError(0, "No answer.", [], "Start it again.").line).toBe("No answer. Start it again.");
});
