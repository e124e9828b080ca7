import { expect, test } from "vitest";
import type { ClassMotor } from "../api/classes";
import { counted } from "./counted";
import { dateIn, day, groupsIn, NAMES, newPlan, numberIn, withMotors } from "./planning";

const motor = { title: "Beacon", design: { kind: "hanging" }, prepared: ["lay_out"] } as unknown as ClassMotor;

test("numbers are taken within their limits, with either decimal sign", () => {
  expect(numberIn("minutes", "45")).toBe(45);
  expect(numberIn("opening", "2,5")).toBe(2.5);
  expect(numberIn("minutes", "9")).toBe("Give a number from 10 to 600.");
  expect(numberIn("helpers", "1.5")).toBe("Give a whole number from 0 to 12.");
  expect(numberIn("pupils", "")).toBe("Give a whole number from 1 to 12.");
  expect(numberIn("closing", "five")).toMatch(/^Give a number/);
});

test("groups are one a line, each once", () => {
  expect(groupsIn(" Kelp \n\nTern\n")).toEqual(["Kelp", "Tern"]);
  expect(groupsIn("Kelp\nkelp")).toBe("“kelp” stands there twice.");
  expect(groupsIn(" \n")).toMatch(/^Give each group a name/);
  expect(groupsIn(Array.from({ length: 41 }, (_, at) => `Group ${at}`).join("\n"))).toBe("41 groups: at most 40.");
  expect(groupsIn("x".repeat(41))).toMatch(/too long/);
});

test("dates are days that there are", () => {
  expect(dateIn("2026-12-01")).toBe("2026-12-01");
  expect(dateIn("2026-02-30")).toBeNull();
  expect(dateIn("1.12.2026")).toBeNull();
  expect(day(new Date(2026, 0, 5))).toBe("2026-01-05");
});

test("a new class has twelve groups and one motor; with several motors they take turns", () => {
  const plan = newPlan(motor);
  expect([plan.groups, plan.way, plan.motors]).toEqual([NAMES, "same", [motor]]);
  const turns = withMotors(plan, [motor, motor]);
  expect([turns.way, turns.motors.length]).toEqual(["turns", 2]);
  expect(withMotors(turns, [motor]).way).toBe("same");
});

test("wire is counted in meters, all else in pieces", () => {
  expect(counted(12.6, "m")).toBe("13 m");
  expect(counted(1.05, "m")).toBe("1.1 m");
  expect(counted(14, "pieces")).toBe("14");
});
