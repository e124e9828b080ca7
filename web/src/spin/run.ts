import type { Spin } from "../api/client";
import type { SpinFrame } from "../drawing/MovingParts";

const SHOWN_TURNS = 1.5; // turns a second that an eye can follow
const SPARK_RAD = 0.25; // how far past the edge of the bared metal the spark is shown

/** How many times slower than life a run of this top speed (rad/s) must be shown: the nearest power of two. */
export function slowing(top: number): number {
  const wanted = top / (2 * Math.PI) / SHOWN_TURNS;
  return wanted <= 1 ? 1 : 2 ** Math.round(Math.log2(wanted));
}

const SHOWN_SECONDS = 4; // that a way along a track is shown for

/** How many times slower than life a way of so many seconds must be shown. */
export function slowingOfWay(seconds: number): number {
  return seconds >= SHOWN_SECONDS ? 1 : 2 ** Math.round(Math.log2(SHOWN_SECONDS / seconds));
}

/** The share of the current that a switch, given at equal angles over one turn, lets through at an angle. */
export function liveAt(live: readonly number[], angle: number): number {
  const turn = (((angle / (2 * Math.PI)) % 1) + 1) % 1;
  return live[Math.round(turn * live.length) % live.length] ?? 1;
}

/** The state of a computed run at a time; after its end it goes on at its last speed. */
export function frameAt(run: Spin, seconds: number): SpinFrame {
  const steps = run.angle.length - 1;
  const place = Math.min(seconds / run.seconds, 1) * steps;
  const at = Math.min(Math.floor(place), steps - 1);
  const share = place - at;
  const lerp = (row: readonly number[]) => row[at]! + (row[at + 1]! - row[at]!) * share;
  const beyond = Math.max(seconds - run.seconds, 0);
  const looped = beyond > 0 ? Math.floor((seconds / run.seconds) * steps) % steps : at;
  const touching = run.touching[looped]!;
  const moving = Math.abs(lerp(run.speed)) > 0.01;
  const angle = lerp(run.angle) + beyond * run.speed[steps]!;
  const live = liveAt(run.live, angle);
  const breaks = touching && live < 0.5 && liveAt(run.live, angle - Math.sign(lerp(run.speed)) * SPARK_RAD) >= 0.5;
  return {
    angle,
    speed: lerp(run.speed),
    touching,
    spark: moving && (breaks || (!touching && (run.touching[Math.max(looped - 1, 0)] ?? false))),
    hop: run.hops[looped] ?? false,
    live,
  };
}

const SLOWEST_TURN = 10; // s that a turn takes at the slowest
const SLOWEST_WAY = 16; // times slower than life, along a track

/** How many times slower than life a run can be shown: from true speed down to a turn in ten seconds. */
export function paces(top: number, travels: boolean): number[] {
  const slowest = travels ? SLOWEST_WAY : Math.max((SLOWEST_TURN * top) / (2 * Math.PI), 1);
  const powers = Array.from({ length: Math.ceil(Math.log2(slowest)) }, (_, at) => 2 ** at);
  return slowest > 1 ? [...powers, slowest] : [1];
}

const DEGREE = Math.PI / 180;
const HAND_MM = 0.002; // m that one step goes along a track

/** The frame turned on by so many small steps by hand: a degree each, or 2 mm along a track. */
export function stepped(frame: SpinFrame, run: Spin, steps: number, travels: boolean): SpinFrame {
  if (steps === 0) return frame;
  const angle = frame.angle + steps * (travels ? HAND_MM : DEGREE);
  const live = liveAt(run.live, angle);
  return { ...frame, angle, live, touching: true, spark: false, hop: false };
}
