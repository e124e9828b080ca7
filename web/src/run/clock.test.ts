import { expect, test } from "vitest";
import type { TrialForm } from "../api/client";
import { draftOf, emptyDraft, errorsOf, swingOf, trialOf } from "./draft";
import { clockText, turnsFromTaps } from "./clock";

test.each([
  [65, "1:05"],
  [0.2, "0:01"],
  [0, "0:00"],
  [-3, "0:00"],
])("%s seconds read %s", (seconds, text) => expect(clockText(seconds)).toBe(text));

test("the first tap starts the clock, each further one is a turn", () => {
  expect(turnsFromTaps([1000])).toBeNull();
  expect(turnsFromTaps([1000, 1500, 2000, 3500])).toEqual({ turns: 3, seconds: 2.5 });
});

const form = {
  readings: [
    { field: "amperes", label: "Current", unit: "A" },
    { field: "turns", label: "Turns counted", unit: "turns" },
    { field: "turns_seconds", label: "Seconds for them", unit: "s" },
  ],
  as_built: [{ pointer: "/feet/gap_mm", label: "Foot gap", unit: "mm", value: 0.5 }],
  seen: {},
  swings: false,
} as unknown as TrialForm;

test("a draft becomes a trial with numbers, or says what cannot be read", () => {
  const draft = {
    ...emptyDraft(),
    group: " Tern ",
    readings: { amperes: "3,2", turns: "" },
    built: { "/feet/gap_mm": "0.8 mm" },
  };
  const made = trialOf(draft, form);
  expect("trial" in made && made.trial).toMatchObject({
    group: "Tern",
    readings: { amperes: 3.2, turns: null },
    as_built: [{ pointer: "/feet/gap_mm", value: 0.8 }],
  });
  expect(trialOf({ ...draft, group: "", readings: { amperes: "many" } }, form)).toEqual({
    errors: { amperes: '"many" is no number. Type a number, in A.' },
  });
  expect(trialOf({ ...draft, group: " " }, form)).toMatchObject({ trial: { group: "me" } });
});

test("a kept trial comes back into the form as it was", () => {
  const draft = {
    ...emptyDraft(),
    group: "Kelp",
    readings: { turns: "40", turns_seconds: "5" },
    seen: ["runs"],
    built: { "/feet/gap_mm": "1" },
  };
  const made = trialOf(draft, form);
  if (!("trial" in made)) throw new Error("unreadable");
  expect(draftOf({ trial: made.trial } as Parameters<typeof draftOf>[0])).toEqual(draft);
});

test("the server's faults are put to the fields of the form", () => {
  const faults = [{ field: "/trial/readings/amperes", value: "900", limit: "at most 100", hint: "Read again." }];
  expect(errorsOf(faults, form)).toEqual({ amperes: "900: must be at most 100. Read again." });
});

test("a fault of a number as built is put to its own field", () => {
  const fault = { field: "/trial/as_built/feet/gap_mm", value: "99", limit: "at most 20", hint: "Measure again." };
  expect(Object.keys(errorsOf([fault], form))).toEqual(["/feet/gap_mm"]);
});

test("swings and seconds give a period; one of them alone gives none", () => {
  const draft = { ...emptyDraft(), readings: { swings: "10", swings_seconds: "14" } };
  expect(swingOf(draft)).toBeCloseTo(1.4);
  expect(swingOf({ ...draft, readings: { swings: "10" } })).toBeNull();
});
