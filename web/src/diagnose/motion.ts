/** What of it gets hot. */
export type Hot = "battery" | "motor";

/** How a small picture of this motor moves for a sign: what it does at a moment in seconds. */
export interface Motion {
  /** Turned from where it rests, rad; or the share of its way that it has gone. */
  at: number;
  hop?: boolean;
  spark?: boolean;
  hot?: Hot;
}

const still: Motion = { at: 0 };
const anyhow: Record<string, (t: number) => Motion> = {
  hot_battery: () => ({ at: 0, hot: "battery" }),
  hot_motor: () => ({ at: 0, hot: "motor" }),
};
const along: Record<string, (t: number) => Motion> = {
  ...anyhow,
  trembles: (t) => ({ at: 0.004 * Math.sin(50 * t) + 0.004 }),
  creeps: (t) => ({ at: (t * 0.06) % 1 }),
  starts_then_stops: (t) => ({ at: Math.min((t % 3.5) * 0.3, 0.45) }),
  same_place: (t) => ({ at: Math.min((t % 3.5) * 0.3, 0.45) }),
  comes_back: (t) => ({ at: Math.max(0.12 - Math.abs((t % 2) - 0.4) * 0.3, 0) }),
  runs: (t) => ({ at: (t * 0.45) % 1 }),
  runs_after_flick: (t) => ({ at: (t * 0.45) % 1 }),
  slow: (t) => ({ at: (t * 0.15) % 1 }),
};
const turning: Record<string, (t: number) => Motion> = {
  ...anyhow,
  trembles: (t) => ({ at: 0.09 * Math.sin(45 * t) }),
  rocks: (t) => ({ at: 0.8 * Math.sin(5 * t) }),
  creeps: (t) => ({ at: 0.5 * t }),
  starts_then_stops: (t) => ({ at: 7 * (1 - Math.exp(-1.4 * (t % 4))) }),
  runs: (t) => ({ at: 7 * t }),
  runs_after_flick: (t) => ({ at: 7 * Math.max((t % 6) - 0.8, 0) }),
  slow: (t) => ({ at: 1.6 * t }),
  other_way: (t) => ({ at: -7 * t }),
  hops: (t) => ({ at: 7 * t, hop: (t * 5) % 1 < 0.4 }),
  sparks: (t) => ({ at: 7 * t, spark: (t * 3) % 1 < 0.3 }),
  one_way_up: (t) => ({ at: 2.2 * Math.exp(-0.9 * (t % 5)) * Math.cos(4 * (t % 5)) }),
  drags: (t) => ({ at: 1.3 * (1 - Math.exp(-9 * (t % 2.5))) }),
};

export const motionOf = (sign: string, seconds: number, travels: boolean): Motion =>
  (travels ? along : turning)[sign]?.(seconds) ?? still;

/** Signs that are shown as pictures; the others are words. */
export const hasPicture = (sign: string, group: string, travels: boolean) =>
  group === "went" || sign in (travels ? along : turning);
