import type { ClassResults, GroupResults, MotorResults, MotorToNote, TryResult } from "../api/classes";
import { ProblemError, errorLine } from "../api/client";
import { readMeasure } from "../units";

const READINGS = {
  turns: null,
  turns_seconds: null,
  film_turns: null,
  film_frames: null,
  film_rate: null,
  tach_per_min: null,
  tach_error: null,
  amperes: null,
  meter: null,
  volts_open: null,
  volts_loaded: null,
  temperature_C: null,
  swings: null,
  swings_seconds: null,
  rests_deg: null,
  first_gate_mm: null,
  second_gate_mm: null,
  gate_seconds: null,
  climb_deg: null,
  seconds_run: null,
} satisfies TryResult["readings"];
export type Reading = Exclude<keyof typeof READINGS, "meter">;

/** A try of which nothing is noted yet. */
export const newTry = (): TryResult => ({
  seen: [],
  minute: null,
  readings: READINGS,
  fault: "",
  minutes: null,
  rebuilt: false,
  changed: "",
});

const newGroup = (group: string): GroupResults => ({
  group,
  motors: [],
  waited: null,
  predicted: "",
  learned: "",
  before: null,
  after: null,
});

/** What is noted of a group; an empty entry where nothing is. */
export const groupIn = (results: ClassResults, group: string): GroupResults =>
  results.groups.find((each) => each.group.toLowerCase() === group.toLowerCase()) ?? newGroup(group);

/** What came, with another entry of a group. */
export const withGroup = (results: ClassResults, entry: GroupResults): ClassResults => ({
  ...results,
  groups: [...results.groups.filter(({ group }) => group.toLowerCase() !== entry.group.toLowerCase()), entry],
});

/** What a group made of a motor; null where nothing is noted. */
export const motorIn = (entry: GroupResults, motor: number): MotorResults | null =>
  entry.motors.find((each) => each.motor === motor) ?? null;

/** A group's entry with other tries of a motor; with null nothing is noted of it any more. */
export function withTries(entry: GroupResults, motor: number, tries: TryResult[] | null): GroupResults {
  const others = entry.motors.filter((each) => each.motor !== motor);
  const motors = tries ? [...others, { motor, tries }] : others;
  return { ...entry, motors: motors.sort((one, other) => one.motor - other.motor) };
}

/** Whether a motor went in a try, by the words of its form. */
export const goes = ({ seen }: TryResult, { turns, ends }: Pick<MotorToNote["form"], "turns" | "ends">) =>
  seen.some((each) => turns.includes(each)) && !seen.some((each) => ends.includes(each));

/** What is still missing in what was noted, in words; nothing where it can be kept. */
export function missingIn(results: ClassResults, motors: MotorToNote[]): string {
  for (const { group, motors: made } of results.groups)
    for (const { motor, tries } of made)
      for (const [at, one] of tries.entries()) {
        const where = `${group}, try ${at + 1}`;
        if (one.seen.length === 0) return `${where}: tick what was seen.`;
        for (const { fields } of motors[motor]?.form.groups ?? []) {
          const given = fields.filter((field) => one.readings[field as Reading] !== null);
          const open = fields.find((field) => one.readings[field as Reading] === null);
          const label = motors[motor]?.form.readings.find(({ field }) => field === open)?.label;
          if (TOGETHER.has(fields[0] ?? "") && given.length > 0 && open && label)
            return `${where}: “${label}” is missing.`;
        }
      }
  return "";
}

const AT = /^\/results\/groups\/(\d+)\/motors\/(\d+)\/tries\/(\d+)\/(?:readings\/)?([^/]+)/;

/** What the server refused, told by group, try and field; as it is told elsewhere where it is of no try. */
export function refusalIn(error: Error, results: ClassResults, motors: MotorToNote[]): string {
  if (!(error instanceof ProblemError)) return errorLine(error);
  const lines = error.faults.map(({ field, value, limit, hint }) => {
    const [, group, made, at, name] = AT.exec(field) ?? [];
    const entry = results.groups[Number(group)];
    const motor = motors[entry?.motors[Number(made)]?.motor ?? -1];
    if (!entry || !motor) return null;
    const label = motor.form.readings.find((reading) => reading.field === name)?.label ?? name;
    return `${entry.group}, try ${Number(at) + 1}, ${label}: ${value}: must be ${limit}. ${hint}`;
  });
  return lines.length > 0 && !lines.includes(null) ? lines.join(" ") : errorLine(error);
}

// Readings that only say something with those beside them, by the first of each group.
const TOGETHER = new Set(["turns", "film_turns", "first_gate_mm", "swings"]);

/** A number as it was written: null where nothing is, or what is wrong with it. */
export function numberOrNone(
  text: string,
  low: number,
  high: number,
  whole = false,
  unit = "",
): number | null | string {
  if (!text.trim()) return null;
  const value = readMeasure(text, unit);
  if (value === null || value < low || value > high || (whole && !Number.isInteger(value)))
    return `Give ${whole ? "a whole number" : "a number"} from ${low} to ${high}${unit && `, in ${unit}`}, or nothing.`;
  return value;
}
