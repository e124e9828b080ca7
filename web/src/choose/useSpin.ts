import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import type { Design, Spin } from "../api/client";
import { spinQuery } from "../api/queries";
import type { SpinFrame } from "../drawing/MovingParts";

const SHOWN_TURNS = 1.5; // turns a second that an eye can follow
const EIGHTH = Math.PI / 4;
const HAND = 0.05; // m
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
    touching,
    spark: moving && (breaks || (!touching && (run.touching[Math.max(looped - 1, 0)] ?? false))),
    hop: run.hops[looped] ?? false,
    live,
  };
}

/** Play the computed run. With reduced motion nothing moves by itself: `turnOn` shows an eighth turn more. */
export function useSpin(design: Design, travels: boolean) {
  const [on, setOn] = useState(false);
  const [frame, setFrame] = useState<SpinFrame | null>(null);
  const still = window.matchMedia("(prefers-reduced-motion: reduce)").matches;
  const { data: run } = useQuery({ ...spinQuery(design), enabled: on });
  const top = run ? Math.max(...run.speed.map(Math.abs)) : 0;
  const factor = run ? (travels ? slowingOfWay(run.seconds) : slowing(top)) : 1;

  useEffect(() => {
    if (!on || !run || still) return;
    const began = performance.now();
    let request = 0;
    const tick = (now: number) => {
      setFrame(frameAt(run, Math.max(now - began, 0) / 1000 / factor));
      request = requestAnimationFrame(tick);
    };
    request = requestAnimationFrame(tick);
    return () => cancelAnimationFrame(request);
  }, [on, run, still, factor]);

  const turnOn = () =>
    setFrame((before) => {
      const way = Math.sign(run?.speed.at(-1) ?? 0);
      const angle = (before?.angle ?? run?.angle[0] ?? 0) + way * (travels ? HAND : EIGHTH);
      return { angle, touching: true, spark: false, hop: false, live: liveAt(run?.live ?? [1], angle) };
    });
  return {
    on,
    toggle: () => setOn((was) => !was),
    frame: on ? frame : null,
    factor,
    run: on ? run : undefined,
    still,
    turnOn,
  };
}
