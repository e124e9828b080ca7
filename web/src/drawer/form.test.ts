import { expect, test } from "vitest";
import type { Entry, Sort } from "../api/drawer";
import { changeOf, draftOf, emptyEntry, entryOf, telling } from "./form";

const wire: Sort = {
  id: "wire",
  name: "Wire",
  facts: [{ name: "diameter_mm", label: "Diameter", unit: "mm", low: 0.02, high: 200 }],
  words: [{ name: "metal", label: "Metal", options: ["copper", "steel"] }],
};
const found = { value: 0.49, how: "measured", low: 0.47, high: 0.51 } as const;
const spool: Entry = {
  ...emptyEntry(wire),
  name: "Spool",
  amount: 38,
  facts: { diameter_mm: found },
  words: { metal: "copper" },
};

test("a draft says the entry that it was made of, its found band too", () => {
  expect(entryOf(draftOf(spool), spool, wire)).toEqual({ entry: spool });
});

test("another value, or another way of knowing it, has no longer the band that was found", () => {
  const typed = { ...draftOf(spool), facts: { diameter_mm: "0,5 mm" } };
  expect(entryOf(typed, spool, wire)).toMatchObject({ entry: { facts: { diameter_mm: { value: 0.5, low: null } } } });
  const guessed = { ...draftOf(spool), how: { diameter_mm: "guessed" as const } };
  expect(entryOf(guessed, spool, wire)).toMatchObject({
    entry: { facts: { diameter_mm: { how: "guessed", low: null } } },
  });
});

test("what cannot be read is told by its field", () => {
  const wrong = { ...draftOf(spool), name: " ", amount: "", facts: { diameter_mm: "thick" }, price: "-1" };
  expect(entryOf(wrong, spool, wire)).toEqual({
    errors: {
      name: "What is it called?",
      amount: "How many are there?",
      diameter_mm: "A number, please, in mm.",
      price: "From 0 to 1000000.",
    },
  });
  expect(entryOf({ ...draftOf(spool), amount: "1.5" }, spool, { ...wire, id: "meter", facts: [] })).toEqual({
    errors: { amount: "A whole number, please." },
  });
});

test("words that are not known are left out", () => {
  const read = entryOf({ ...draftOf(spool), words: { metal: "" } }, spool, wire);
  expect(read).toMatchObject({ entry: { words: {} } });
});

test("a change is told in words", () => {
  expect(changeOf(spool, { ...spool, amount: 30, place: "rack" })).toBe("counted, place");
  expect(changeOf(spool, { ...spool, words: {} })).toBe("what is known");
  expect(changeOf(spool, spool)).toBe("saved");
});

test("the figure that tells most stands beside the name", () => {
  expect(telling(spool, wire)).toBe("0.49 mm, measured");
  expect(telling(emptyEntry(wire), wire)).toBe("");
});
