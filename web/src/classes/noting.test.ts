import { expect, test } from "vitest";
import type { ClassResults, GroupResults, MotorToNote, TryResult } from "../api/classes";
import { ProblemError } from "../api/client";
import { goes, groupIn, missingIn, motorIn, newTry, numberOrNone, refusalIn, withGroup, withTries } from "./noting";

const nothing = { groups: [], questions: null, magnets_in: null, foretold: null, note: "" } as ClassResults;
const seen = (...words: TryResult["seen"]): TryResult => ({ ...newTry(), seen: words });
const read = (change: Partial<TryResult["readings"]>): TryResult => ({
  ...seen("runs"),
  readings: { ...newTry().readings, ...change },
});
const motors = [
  {
    title: "Beacon",
    shelf: "m1",
    form: {
      turns: ["runs", "runs_after_flick"],
      ends: ["jumps_off", "starts_then_stops"],
      groups: [
        { id: "count", label: "Turns", fields: ["turns", "turns_seconds"], usual: true },
        { id: "volts", label: "Volts", fields: ["volts_open", "volts_loaded"], usual: false },
      ],
      readings: [
        { field: "turns", label: "Turns counted", unit: "turns" },
        { field: "turns_seconds", label: "Seconds for them", unit: "s" },
        { field: "volts_open", label: "Volts, open", unit: "V" },
        { field: "volts_loaded", label: "Volts, running", unit: "V" },
      ],
    },
    faults: [],
  },
] as unknown as MotorToNote[];
const of = (...tries: TryResult[]): ClassResults => withGroup(nothing, withTries(groupIn(nothing, "Kelp"), 0, tries));

test("a group of which nothing is noted has an empty entry, whatever its name is written like", () => {
  expect(groupIn(nothing, "Kelp")).toMatchObject({ group: "Kelp", motors: [], waited: null });
  const results = withGroup(nothing, { ...groupIn(nothing, "Kelp"), waited: 3 });
  expect(groupIn(results, "kelp").waited).toBe(3);
});

test("another entry of a group takes the place of the one before and leaves those of others", () => {
  const first = withGroup(withGroup(nothing, groupIn(nothing, "Kelp")), groupIn(nothing, "Tern"));
  const then = withGroup(first, { ...groupIn(first, "Kelp"), learned: "Scrape more." });
  expect(then.groups.map(({ group }) => group).sort()).toEqual(["Kelp", "Tern"]);
  expect(groupIn(then, "Kelp").learned).toBe("Scrape more.");
});

test("tries of a motor stand in the order of the plan, and can be taken out whole", () => {
  const entry = withTries(withTries(groupIn(nothing, "Kelp"), 1, [seen("runs")]), 0, []);
  expect(entry.motors.map(({ motor }) => motor)).toEqual([0, 1]);
  expect(motorIn(entry, 0)?.tries).toEqual([]); // not built in time
  expect(motorIn(withTries(entry, 0, null) as GroupResults, 0)).toBeNull();
});

test.each([
  [["runs"], true],
  [["runs_after_flick", "sparks"], true],
  [["runs", "jumps_off"], false],
  [["starts_then_stops"], false],
  [["trembles", "gets_hot"], false],
  [[], false],
] as [TryResult["seen"], boolean][])("a try of which %j was seen goes: %s", (words, gone) => {
  expect(goes(seen(...words), motors[0]!.form)).toBe(gone);
});

test("what is still missing is told by group and try, and holds nothing else up", () => {
  expect(missingIn(nothing, motors)).toBe("");
  expect(missingIn(of(), motors)).toBe("");
  expect(missingIn(of(seen("runs"), newTry()), motors)).toBe("Kelp, try 2: tick what was seen.");
  expect(missingIn(of(read({ turns: 40 })), motors)).toBe("Kelp, try 1: “Seconds for them” is missing.");
  expect(missingIn(of(read({ turns_seconds: 5 })), motors)).toBe("Kelp, try 1: “Turns counted” is missing.");
  expect(missingIn(of(read({ turns: 40, turns_seconds: 5 })), motors)).toBe("");
  // Volts open say something by themselves.
  expect(missingIn(of(read({ volts_open: 1.5 })), motors)).toBe("");
});

test("what the server refuses is told by group, try and field, and not by where it stands in a file", () => {
  const fault = { field: "/results/groups/0/motors/0/tries/0/readings/turns", value: "0.4", limit: "a whole number", hint: "Correct it." }; // prettier-ignore
  const refused = new ProblemError(422, "No.", [fault]);
  expect(refusalIn(refused, of(read({ turns: 0.4, turns_seconds: 5 })), motors)).toBe(
    "Kelp, try 1, Turns counted: 0.4: must be a whole number. Correct it.",
  );
  expect(refusalIn(new Error("Away."), nothing, motors)).toContain("Away.");
});

test("a number may be left out, has its limits, and is read in its unit", () => {
  expect(numberOrNone("  ", 0, 10)).toBeNull();
  expect(numberOrNone("2,5", 0, 10)).toBe(2.5);
  expect(numberOrNone("12", 0, 10)).toBe("Give a number from 0 to 10, or nothing.");
  expect(numberOrNone("2.5", 0, 10, true)).toBe("Give a whole number from 0 to 10, or nothing.");
  expect(numberOrNone("many", 0, 600, false, "min")).toBe("Give a number from 0 to 600, in min, or nothing.");
});
