import { expect, test } from "vitest";
import type { ShelfMotor } from "../api/client";
import { arranged, AS_IT_COMES } from "./arrange";

const motor = (title: string, kind: string, state: string, changed: string) =>
  ({
    title,
    kind,
    kind_name: `${kind} motor`,
    changed_at: changed,
    glance: { headline: state === "fails" ? "Does not go." : "Turns clockwise", state },
  }) as unknown as ShelfMotor;

const MOTORS = [
  motor("Lantern 10", "frame", "holds", "2026-11-02"),
  motor("Fog bell", "cradle", "fails", "2026-11-03"),
  motor("Lantern 9", "frame", "tight", "2026-11-01"),
];
const titles = (part: Partial<typeof AS_IT_COMES>) =>
  arranged(MOTORS, { ...AS_IT_COMES, ...part }).map(({ title }) => title);

test.each([
  [{}, ["Fog bell", "Lantern 10", "Lantern 9"]],
  [{ order: "oldest" as const }, ["Lantern 10", "Fog bell", "Lantern 9"]],
  [{ order: "newest" as const }, ["Fog bell", "Lantern 10", "Lantern 9"]],
  [{ order: "name" as const }, ["Fog bell", "Lantern 9", "Lantern 10"]],
  [{ words: "lantern FRAME" }, ["Lantern 10", "Lantern 9"]],
  [{ words: "does not" }, ["Fog bell"]],
  [{ kind: "frame", doing: "tight" as const }, ["Lantern 9"]],
  [{ words: "tide" }, []],
])("%o shows %o", (part, shown) => {
  expect(titles(part)).toEqual(shown);
});

test("one's own motors come first, the newest first, then the samples as they come", () => {
  const sample = { ...motor("Sample", "frame", "holds", "2026-12-01"), shows: "the least" };
  const other = { ...motor("Other sample", "frame", "holds", "2026-12-02"), shows: "the most" };
  const found = arranged([sample, other, ...MOTORS], AS_IT_COMES).map(({ title }) => title);
  expect(found).toEqual(["Fog bell", "Lantern 10", "Lantern 9", "Sample", "Other sample"]);
});

test("the shelf itself is left as it was", () => {
  titles({ order: "newest" });
  expect(MOTORS.map(({ title }) => title)).toEqual(["Lantern 10", "Fog bell", "Lantern 9"]);
});
