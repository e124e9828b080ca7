import type { Fault, KeptTrial, Trial, TrialForm } from "../api/client";
import { readMeasure } from "../units";

/** A trial while it is written: every reading as it was typed, and by pointer what came out otherwise. */
export interface Draft {
  group: string;
  readings: Record<string, string>;
  seen: string[];
  built: Record<string, string>;
  note: string;
  /** Read with a clamp round a wire: no meter stood in the circuit. */
  clamp: boolean;
  /** Built anew since this group's last trial. */
  rebuilt: boolean;
  /** A fresh battery since this group's last trial. */
  fresh_battery: boolean;
  /** Its readings are of the simulated motor. */
  simulated: boolean;
  /** What instruments recorded, as a table; empty where nothing is kept. */
  recording: string;
  /** Whose hands built it, where other than the plan's. */
  hands: Trial["hands"];
  /** What was found wrong after it, by its id. */
  fault: string;
}

export const emptyDraft = (): Draft => ({
  group: "",
  readings: {},
  seen: [],
  built: {},
  note: "",
  clamp: false,
  rebuilt: false,
  fresh_battery: false,
  simulated: false,
  recording: "",
  hands: null,
  fault: "",
});

/** Where this browser keeps a trial that is being written. */
export const unsentKey = (id: string) => `oakspin.trial.${id}`;

/** A kept trial, to be corrected. */
export const draftOf = ({ trial }: KeptTrial): Draft => ({
  group: trial.group,
  readings: Object.fromEntries(
    Object.entries(trial.readings)
      .filter(([name, value]) => value !== null && name !== "meter")
      .map(([name, value]) => [name, String(value)]),
  ),
  seen: [...trial.seen],
  built: Object.fromEntries(trial.as_built.map((noted) => [noted.pointer, String(noted.value)])),
  note: trial.note,
  clamp: trial.readings.meter === "clamp",
  rebuilt: trial.rebuilt,
  fresh_battery: trial.fresh_battery,
  simulated: trial.simulated,
  recording: "",
  hands: trial.hands,
  fault: trial.fault,
});

/** The trial that a draft says, or what cannot be read, by field (a reading's name, or a pointer). */
export function trialOf(draft: Draft, form: TrialForm): { trial: Trial } | { errors: Record<string, string> } {
  const errors: Record<string, string> = {};
  const number = (field: string, text: string, unit: string): number | null => {
    if (!text.trim()) return null;
    const value = readMeasure(text, unit);
    if (value === null) errors[field] = `"${text}" is no number. Type a number${unit && `, in ${unit}`}.`;
    return value;
  };
  const readings: Record<string, number | null> = {};
  for (const { field, unit } of form.readings) readings[field] = number(field, draft.readings[field] ?? "", unit);
  const built = form.as_built
    .map(({ pointer, unit }) => ({ pointer, value: number(pointer, draft.built[pointer] ?? "", unit) }))
    .filter((noted): noted is { pointer: string; value: number } => noted.value !== null);
  if (Object.keys(errors).length > 0) return { errors };
  const trial: Trial = {
    // Whoever is alone at a bench needs no name.
    group: draft.group.trim() || "me",
    as_built: built,
    readings: { ...readings, meter: draft.clamp ? "clamp" : null } as Trial["readings"],
    seen: draft.seen as Trial["seen"],
    rebuilt: draft.rebuilt,
    fresh_battery: draft.fresh_battery,
    simulated: draft.simulated,
    note: draft.note,
    hands: draft.hands,
    fault: draft.fault,
  };
  return { trial };
}

/** Faults of the server, put to the fields of the form they speak of. */
export function errorsOf(faults: readonly Fault[], form: TrialForm): Record<string, string> {
  return Object.fromEntries(
    faults.map((fault) => {
      const built = form.as_built.find((planned) => fault.field.endsWith(planned.pointer));
      const field = built?.pointer ?? fault.field.split("/").at(-1) ?? "";
      return [field, `${fault.value}: must be ${fault.limit}. ${fault.hint}`];
    }),
  );
}

/** Period of a swing in s, from a draft's readings; null while one of the two is missing. */
export function swingOf(draft: Draft): number | null {
  const swings = readMeasure(draft.readings.swings ?? "", "swings");
  const seconds = readMeasure(draft.readings.swings_seconds ?? "", "s");
  return swings && seconds && swings > 0 && seconds > 0 ? seconds / swings : null;
}
