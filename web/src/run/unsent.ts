import { rounded } from "../units";
import { type Draft, emptyDraft } from "./draft";

const TAKEN = "oakspin.instruments";

/** What was measured before beside the usual: who has a meter has it tomorrow, too. */
export function takenBefore(): string[] {
  try {
    return JSON.parse(localStorage.getItem(TAKEN) ?? "[]") as string[];
  } catch {
    return [];
  }
}

export function keepTaken(taken: string[]): string[] {
  localStorage.setItem(TAKEN, JSON.stringify(taken));
  return taken;
}

export const newKey = () =>
  Array.from(crypto.getRandomValues(new Uint8Array(12)), (n) => n.toString(16).padStart(2, "0")).join("");

/** The draft outlives a reload; where this browser keeps no more, a long recording is the first that it leaves out. */
export function keepUnsent(kept: string, draft: Draft) {
  for (const each of [draft, { ...draft, recording: "" }]) {
    try {
      return localStorage.setItem(kept, JSON.stringify(each));
    } catch {
      continue;
    }
  }
}

/** A recording's length and what it holds, in words. */
export function recordedWords(table: string): string {
  const rows = table
    .split("\n")
    .slice(1)
    .filter(Boolean)
    .map((line) => line.split(","));
  const names = [...new Set(rows.map((row) => row[1]))].join(", ");
  const seconds = Number(rows.at(-1)?.[0] ?? 0) - Number(rows[0]?.[0] ?? 0);
  return `${rounded(seconds, 2)} s (${names})`;
}

export function unsent(kept: string): Draft | null {
  try {
    return { ...emptyDraft(), ...(JSON.parse(localStorage.getItem(kept) ?? "null") as Draft | null) };
  } catch {
    return null;
  }
}
