import { expect, test } from "vitest";
import type { Spin } from "../api/client";
import { frameAt, liveAt, paces, slowing, slowingOfWay, stepped } from "./run";

const run: Spin = {
  seconds: 2,
  angle: [0, 1, 4],
  speed: [0, 2, 3],
  current: [1, 1, 1],
  touching: [true, false, true],
  hops: [false, true, false],
  live: [1],
  leaves_at: -1,
};

test("a run is slowed by the power of two that an eye follows best", () => {
  expect(slowing(1)).toBe(1);
  expect(slowing(157)).toBe(16);
  expect(157 / (2 * Math.PI) / slowing(157)).toBeLessThan(2.2);
});

test("between two steps the angle lies between them", () => {
  expect(frameAt(run, 0.5).angle).toBeCloseTo(0.5);
  expect(frameAt(run, 1.5).angle).toBeCloseTo(2.5);
});

test("after the end it goes on at its last speed", () => expect(frameAt(run, 4).angle).toBeCloseTo(4 + 2 * 3));

test("a spark shows when the contact has just broken while turning", () => {
  expect(frameAt(run, 1.2).spark).toBe(true);
  expect(frameAt(run, 0).spark).toBe(false);
});

test("a switch that conducts for half a turn goes on and off as the coil turns, either way round", () => {
  const live = [1, 1, 0, 0];
  expect([0, 1, 2, 3, 4, 5].map((quarter) => liveAt(live, (quarter * Math.PI) / 2))).toEqual([1, 1, 0, 0, 1, 1]);
  expect(liveAt(live, -Math.PI / 2)).toBe(0);
});

test("leaving bare metal strikes a spark, and a hop is told", () => {
  const half = { ...run, touching: [true, true, true], live: [1, 1, 1, 0, 0, 0, 0, 0] };
  expect(frameAt(half, 1.4).spark).toBe(true); // just past the edge of the bared arc
  expect(frameAt(half, 0.5).spark).toBe(false);
  expect(frameAt(run, 1.2).hop).toBe(true);
});

test("a way along a track is shown for some four seconds, however fast it is run", () => {
  for (const seconds of [0.3, 0.9, 2, 3.9]) {
    expect(seconds * slowingOfWay(seconds)).toBeGreaterThan(2.6);
    expect(seconds * slowingOfWay(seconds)).toBeLessThan(6);
  }
  expect(slowingOfWay(30)).toBe(1);
});

test("a run can be slowed from true speed to a turn in ten seconds, and no more", () => {
  const top = 100; // rad/s
  const all = paces(top, false);
  expect(all[0]).toBe(1);
  expect([...all].sort((a, b) => a - b)).toEqual(all);
  expect((2 * Math.PI * all.at(-1)!) / top).toBeCloseTo(10);
  expect(paces(0, false)).toEqual([1]);
  expect(paces(1, true).at(-1)).toBe(16);
});

test("by hand it goes on a degree at a time, and the switch follows", () => {
  const half = { ...run, live: [1, 1, 0, 0] };
  const frame = frameAt(half, 0);
  expect(stepped(frame, half, 0, false)).toBe(frame);
  expect(stepped(frame, half, 90, false).angle - frame.angle).toBeCloseTo(Math.PI / 2);
  expect(stepped(frame, half, 180, false).live).toBe(0);
  expect(stepped(frame, half, -5, true).angle - frame.angle).toBeCloseTo(-0.01);
});
