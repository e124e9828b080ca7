import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import type { Design } from "../api/client";
import { spinQuery } from "../api/queries";
import { frameAt, paces, slowing, slowingOfWay, stepped } from "./run";

const EIGHTH = 45; // degrees
const HAND = 25; // steps along a track that a hand moves it at a time
const PAUSE = 1; // s that the end of a way is shown for

/**
 * Play the computed run of a design, and with it that of a pinned one. It can be slowed from true speed to a turn in
 * ten seconds, stopped, and turned on by hand a degree at a time. With reduced motion nothing moves by itself.
 */
export function useSpin(
  design: Design,
  travels: boolean,
  pinned: Design | null = null,
  begin = false,
  learned?: string,
) {
  const still = window.matchMedia("(prefers-reduced-motion: reduce)").matches;
  const [on, setOn] = useState(begin);
  const [playing, setPlaying] = useState(!still);
  const [seconds, setSeconds] = useState(0);
  const [steps, setSteps] = useState(0);
  const [chosen, setChosen] = useState<number | null>(null);
  const { data: run } = useQuery({ ...spinQuery(design, learned), enabled: on });
  const { data: ghostRun } = useQuery({ ...spinQuery(pinned ?? design), enabled: on && pinned !== null });
  const top = run ? Math.max(...run.speed.map(Math.abs)) : 0;
  const best = run ? (travels ? slowingOfWay(run.seconds) : slowing(top)) : 1;
  const choices = paces(top, travels);
  // The pace nearest to what an eye follows best, until another is chosen.
  const usual = choices.reduce(
    (near, pace, at) => (Math.abs(pace - best) < Math.abs(choices[near]! - best) ? at : near),
    0,
  );
  const pace = Math.min(chosen ?? usual, choices.length - 1);
  const factor = choices[pace]!;
  const ends = travels && run ? run.seconds : Infinity;

  useEffect(() => {
    if (!on || !run || !playing) return;
    let last = performance.now();
    let request = 0;
    const tick = (now: number) => {
      const gone = Math.max(now - last, 0) / 1000 / factor;
      last = now;
      setSeconds((before) => (before + gone > ends + PAUSE ? 0 : before + gone));
      request = requestAnimationFrame(tick);
    };
    request = requestAnimationFrame(tick);
    return () => cancelAnimationFrame(request);
  }, [on, run, playing, factor, ends]);

  const way = Math.sign(run?.speed.at(-1) ?? 0) || 1;
  const step = (count: number) => {
    setPlaying(false);
    setSteps((before) => before + count);
  };
  return {
    on,
    toggle: () => {
      setSeconds(0);
      setSteps(0);
      setPlaying(!still);
      setOn((was) => !was);
    },
    playing,
    play: (play: boolean) => setPlaying(play),
    frame: on && run ? stepped(frameAt(run, seconds), run, steps, travels) : null,
    ghost: on && pinned && ghostRun ? stepped(frameAt(ghostRun, seconds), ghostRun, steps, travels) : null,
    factor,
    pace,
    paces: choices,
    setPace: (next: number) => setChosen(next),
    run: on ? run : undefined,
    still,
    step,
    turnOn: () => step(way * (travels ? HAND : EIGHTH)),
  };
}

export type Spinning = ReturnType<typeof useSpin>;
