import { expect, test } from "vitest";
import { draftOf, emptyDraft, errorsOf, trialOf } from "./draft";
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

test("a draft becomes a trial with numbers, or says what cannot be read", () => {
  const draft = { ...emptyDraft(), group: " Tern ", readings: { amperes: "3,2", turns: "" }, gap: "0.8 mm" };
  const made = trialOf(draft);
  expect("trial" in made && made.trial).toMatchObject({
    group: "Tern",
    readings: { amperes: 3.2, turns: null },
    as_built: [{ pointer: "/feet/gap_mm", value: 0.8 }],
  });
  expect(trialOf({ ...draft, group: "", readings: { amperes: "many" } })).toEqual({
    errors: { amperes: '"many" is no number. Type a number, in A.', group: "Write which group ran it." },
  });
});

test("a kept trial comes back into the form as it was", () => {
  const draft = {
    ...emptyDraft(),
    group: "Kelp",
    readings: { turns: "40", turns_seconds: "5" },
    seen: ["runs"],
    gap: "1",
  };
  const made = trialOf(draft);
  if (!("trial" in made)) throw new Error("unreadable");
  expect(draftOf({ trial: made.trial } as Parameters<typeof draftOf>[0])).toEqual(draft);
});

test("the server's faults are put to the fields of the form", () => {
  const faults = [{ field: "/trial/readings/amperes", value: "900", limit: "at most 100", hint: "Read again." }];
  expect(errorsOf(faults)).toEqual({ amperes: "900: must be at most 100. Read again." });
});
