import type { ClassMotor, ClassPlan } from "../api/classes";

/** Groups of the sample world, whose names are as good as any. */
export const NAMES = [
  "Limpet",
  "Kelp",
  "Tern",
  "Plover",
  "Dulse",
  "Whelk",
  "Gannet",
  "Eider",
  "Puffin",
  "Skate",
  "Brill",
  "Ling",
];

export const HANDS = [
  { key: "careful_adult", label: "a careful adult" },
  { key: "older_pupil", label: "older pupils" },
  { key: "young_pupil", label: "young pupils" },
];

/** A day of this computer's clock, as it is written in a plan. */
export function day(date: Date): string {
  const two = (value: number) => String(value).padStart(2, "0");
  return `${date.getFullYear()}-${two(date.getMonth() + 1)}-${two(date.getDate())}`;
}

/** A new class that builds one motor. */
export const newPlan = (motor: ClassMotor): ClassPlan => ({
  title: `${motor.title}, all groups`,
  date: day(new Date()),
  minutes: 60,
  opening: 4,
  closing: 5,
  groups: NAMES,
  pupils: 2,
  hands: "older_pupil",
  helpers: 1,
  way: "same",
  motors: [motor],
});

export type Numeric = "minutes" | "opening" | "closing" | "pupils" | "helpers";
export const LIMITS: Record<Numeric, [number, number, boolean]> = {
  minutes: [10, 600, false],
  opening: [0, 600, false],
  closing: [0, 600, false],
  pupils: [1, 12, true],
  helpers: [0, 12, true],
};

/** A number of a plan as it was written, or what is wrong with it. */
export function numberIn(name: Numeric, text: string): number | string {
  const [low, high, whole] = LIMITS[name];
  const value = text.trim() === "" ? NaN : Number(text.replace(",", "."));
  if (!(value >= low && value <= high) || (whole && !Number.isInteger(value)))
    return `Give ${whole ? "a whole number" : "a number"} from ${low} to ${high}.`;
  return value;
}

/** Names of groups as they were written, one a line, or what is wrong with them. */
export function groupsIn(text: string): string[] | string {
  const names = text
    .split("\n")
    .map((name) => name.trim())
    .filter(Boolean);
  if (names.length === 0) return "Give each group a name, one a line.";
  if (names.length > 40) return `${names.length} groups: at most 40.`;
  const long = names.find((name) => name.length > 40);
  if (long) return `“${long.slice(0, 20)}…” is too long: at most 40 characters.`;
  const twice = names.find((name, at) => names.findIndex((one) => one.toLowerCase() === name.toLowerCase()) < at);
  return twice ? `“${twice}” stands there twice.` : names;
}

/** A date as it was written, or what is wrong with it. */
export function dateIn(text: string): string | null {
  if (!/^\d{4}-\d\d-\d\d$/.test(text)) return null;
  const date = new Date(`${text}T12:00:00`);
  return !Number.isNaN(date.getTime()) && day(date) === text ? text : null;
}

/** A plan with another motor: groups that have several take turns. */
export const withMotors = (plan: ClassPlan, motors: ClassMotor[]): ClassPlan => ({
  ...plan,
  motors,
  way: motors.length > 1 ? "turns" : "same",
});
