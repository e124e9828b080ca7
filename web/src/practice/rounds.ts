import { scaleLinear } from "d3-scale";
import type { Begin, Level, PracticeCase, RoundView } from "../api/practice";

const KEY = "oakspin.practice";

/** What was chosen to practise with: it holds for the whole round, and for the next time. */
export interface Chosen {
  level: Level;
  kind: string;
  motor: string;
}
export const AS_EVER: Chosen = { level: "one", kind: "", motor: "" };

export function chosen(): Chosen {
  try {
    return { ...AS_EVER, ...(JSON.parse(localStorage.getItem(KEY) ?? "null") as Partial<Chosen> | null) };
  } catch {
    return AS_EVER;
  }
}

export const keepChosen = (value: Chosen) => localStorage.setItem(KEY, JSON.stringify(value));

/** The question that begins a case of what was chosen. */
export const beginning = ({ level, kind, motor }: Chosen): Begin => ({
  level,
  ...(level !== "mixed" && motor ? { motor } : {}),
  ...(level !== "mixed" && !motor && kind ? { kind } : {}),
});

/** The question that begins the next case of a round. */
export const nextOf = ({ round, level }: PracticeCase): Begin => ({ ...beginning({ ...chosen(), level }), round });

export interface Dot {
  x: number;
  yours: number;
  ideal: number;
  round: RoundView;
}

/** Rounds of one level as places on a plot of this size, and the highest value of its axis. */
export function plotted(rounds: readonly RoundView[], width: number, height: number): { dots: Dot[]; top: number } {
  const most = Math.max(...rounds.flatMap(({ minutes, ideal }) => [minutes, ideal]), 1);
  const y = scaleLinear().domain([0, most]).nice(4).range([height, 0]);
  const top = y.domain()[1]!;
  const dots = rounds.map((round, at) => ({
    x: (width * (at + 0.5)) / rounds.length,
    yours: y(round.minutes),
    ideal: y(round.ideal),
    round,
  }));
  return { dots, top };
}
