import type { Design, Fault, KeptTrial, Trial } from "../api/client";
import { readMeasure } from "../units";

/** A trial while it is written: every reading as it was typed. */
export interface Draft {
  group: string;
  readings: Record<string, string>;
  seen: string[];
  gap: string;
  height: string;
  note: string;
}

export const READINGS = [
  ["turns", "Turns counted", "turns"],
  ["turns_seconds", "Seconds for them", "s"],
  ["film_turns", "Turns on film", "turns"],
  ["film_frames", "Frames they took", "frames"],
  ["film_rate", "Film speed", "frames/s"],
  ["amperes", "Current", "A"],
  ["volts_open", "Volts, open", "V"],
  ["volts_loaded", "Volts, running", "V"],
  ["temperature_C", "Warmest place", "°C"],
  ["seconds_run", "Power on for", "s"],
] as const;

export const SEEN = [
  ["runs", "runs by itself"],
  ["runs_after_flick", "runs after a flick"],
  ["starts_then_stops", "starts, then stops"],
  ["trembles", "trembles"],
  ["nothing", "nothing at all"],
  ["gets_hot", "gets hot"],
  ["jumps_off", "jumps off"],
  ["sparks", "sparks"],
  ["leans", "leans or drags"],
] as const;

export const emptyDraft = (): Draft => ({ group: "", readings: {}, seen: [], gap: "", height: "", note: "" });

const asBuilt = (trial: Trial, pointer: string) =>
  trial.as_built?.find((one) => one.pointer === pointer)?.value.toString() ?? "";

/** A kept trial, to be corrected. */
export const draftOf = ({ trial }: KeptTrial): Draft => ({
  group: trial.group,
  readings: Object.fromEntries(
    Object.entries(trial.readings ?? {})
      .filter(([, value]) => value !== null)
      .map(([name, value]) => [name, String(value)]),
  ),
  seen: [...(trial.seen ?? [])],
  gap: asBuilt(trial, "/feet/gap_mm"),
  height: asBuilt(trial, "/feet/height_mm"),
  note: trial.note ?? "",
});

/** The trial that a draft says, or what cannot be read, by field. */
export function trialOf(draft: Draft): { trial: Trial } | { errors: Record<string, string> } {
  const errors: Record<string, string> = {};
  const number = (field: string, text: string, unit: string): number | null => {
    if (!text.trim()) return null;
    const value = readMeasure(text, unit);
    if (value === null) errors[field] = `"${text}" is no number. Type a number, in ${unit}.`;
    return value;
  };
  const readings: Record<string, number | null> = {};
  for (const [name, , unit] of READINGS) readings[name] = number(name, draft.readings[name] ?? "", unit);
  const built = [
    { pointer: "/feet/gap_mm", value: number("gap", draft.gap, "mm") },
    { pointer: "/feet/height_mm", value: number("height", draft.height, "mm") },
  ].filter((one): one is { pointer: string; value: number } => one.value !== null);
  if (!draft.group.trim()) errors.group = "Write which group ran it.";
  if (Object.keys(errors).length > 0) return { errors };
  const trial: Trial = {
    group: draft.group.trim(),
    as_built: built,
    readings: readings as Trial["readings"],
    seen: draft.seen as Trial["seen"],
    note: draft.note,
  };
  return { trial };
}

/** Faults of the server, put to the fields of the form they speak of. */
export function errorsOf(faults: readonly Fault[]): Record<string, string> {
  const named: Record<string, string> = { gap_mm: "gap", height_mm: "height" };
  return Object.fromEntries(
    faults.map((fault) => {
      const last = fault.field.split("/").at(-1) ?? "";
      return [named[last] ?? last, `${fault.value}: must be ${fault.limit}. ${fault.hint}`];
    }),
  );
}

/** What the plan says where something may be built otherwise. */
export const planned = (design: Design) => ({ gap: design.feet?.gap_mm ?? 0, height: design.feet?.height_mm ?? 0 });
