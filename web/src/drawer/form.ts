import type { Entry, How, Known, Sort } from "../api/drawer";
import { readMeasure } from "../units";

/** An entry while it is written: every number as it was typed. */
export interface Draft {
  name: string;
  amount: string;
  facts: Record<string, string>;
  how: Record<string, How>;
  words: Record<string, string>;
  price: string;
  place: string;
  notes: string;
}

export const draftOf = (entry: Entry): Draft => {
  const facts = Object.entries(entry.facts);
  return {
    name: entry.name,
    amount: String(entry.amount),
    facts: Object.fromEntries(facts.map(([name, { value }]) => [name, String(value)])),
    how: Object.fromEntries(facts.map(([name, { how }]) => [name, how])),
    words: { ...entry.words },
    price: entry.price == null ? "" : String(entry.price),
    place: entry.place,
    notes: entry.notes,
  };
};

export const emptyEntry = (sort: Sort): Entry => ({
  sort: sort.id,
  name: "",
  amount: 1,
  facts: {},
  words: {},
  price: null,
  place: "",
  notes: "",
});

/** The entry that a draft says, on top of what it was; or what cannot be read, by field. */
export function entryOf(draft: Draft, was: Entry, sort: Sort): { entry: Entry } | { errors: Record<string, string> } {
  const errors: Record<string, string> = {};
  const number = (field: string, text: string, unit: string, low: number, high: number): number | null => {
    if (!text.trim()) return null;
    const value = readMeasure(text, unit);
    if (value === null) errors[field] = `A number, please${unit && `, in ${unit}`}.`;
    else if (value < low || value > high) errors[field] = `From ${low} to ${high} ${unit}.`.replace(" .", ".");
    return value;
  };
  const facts: Record<string, Known> = {};
  for (const { name, unit, low, high } of sort.facts) {
    const value = number(name, draft.facts[name] ?? "", unit, low, high);
    const before = was.facts[name];
    const how = draft.how[name] ?? "guessed";
    // A band that was found holds for the value that it was found with.
    if (value !== null)
      facts[name] = before?.value === value && before.how === how ? before : { value, how, low: null, high: null };
  }
  const amount = number("amount", draft.amount, sort.id === "wire" ? "m" : "", 0, 1e6);
  if (amount === null) {
    if (!draft.amount.trim()) errors.amount = "How many are there?";
  } else if (sort.id !== "wire" && !Number.isInteger(amount)) errors.amount = "A whole number, please.";
  if (!draft.name.trim()) errors.name = "What is it called?";
  const price = number("price", draft.price, "", 0, 1e6);
  if (Object.keys(errors).length > 0) return { errors };
  const words = Object.fromEntries(Object.entries(draft.words).filter(([, word]) => word));
  const plain = { name: draft.name.trim(), place: draft.place.trim(), notes: draft.notes };
  return { entry: { sort: sort.id, ...plain, amount: amount!, facts, words, price } };
}

/** Whether a draft says anything else than what is kept, be it readable or not. */
export function differs(draft: Draft, was: Entry, sort: Sort): boolean {
  const read = entryOf(draft, was, sort);
  return "errors" in read || changeOf(was, read.entry) !== AS_IT_WAS;
}

const AS_IT_WAS = "saved";

/** What was changed between two states of an entry, in a few words. */
export function changeOf(was: Entry, is: Entry): string {
  const parts = [
    ...(was.name !== is.name ? ["renamed"] : []),
    ...(was.amount !== is.amount ? ["counted"] : []),
    ...(JSON.stringify([was.facts, was.words]) !== JSON.stringify([is.facts, is.words]) ? ["what is known"] : []),
    ...(was.price !== is.price ? ["price"] : []),
    ...(was.place !== is.place ? ["place"] : []),
    ...(was.notes !== is.notes ? ["notes"] : []),
  ];
  return parts.join(", ") || AS_IT_WAS;
}

/** The figure that tells most of an entry, with its unit. */
export function telling(entry: Entry, sort: Sort | undefined): string {
  const fact = sort?.facts.find(({ name }) => entry.facts[name]);
  return fact ? `${entry.facts[fact.name]!.value} ${fact.unit}, ${entry.facts[fact.name]!.how}` : "";
}
