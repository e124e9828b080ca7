// @vitest-environment jsdom
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, cleanup, renderHook } from "@testing-library/react";
import type { ReactNode } from "react";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import type { Design, Spin } from "../api/client";
import { spinQuery } from "../api/queries";
import { useSpin } from "./useSpin";

const design = { kind: "cradle" } as unknown as Design;
const other = { kind: "cradle", maker: "careful_adult" } as unknown as Design;
const run = (change: Partial<Spin> = {}): Spin => ({
  seconds: 2,
  angle: [0, 1, 4],
  speed: [0, 2, 3],
  current: [1, 1, 1],
  touching: [true, true, true],
  hops: [false, false, false],
  live: [1],
  leaves_at: -1,
  ...change,
});

let frames: FrameRequestCallback[] = [];
const motion = (still: boolean) => Object.assign(window, { matchMedia: () => ({ matches: still }) });

beforeEach(() => {
  frames = [];
  vi.stubGlobal("requestAnimationFrame", (frame: FrameRequestCallback) => frames.push(frame));
  vi.stubGlobal("cancelAnimationFrame", () => (frames = []));
  vi.spyOn(performance, "now").mockReturnValue(0);
  motion(false);
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
  vi.restoreAllMocks();
});

/** The clock of the screen goes on to so many seconds. */
const until = (seconds: number) =>
  act(() => {
    const due = frames;
    frames = [];
    for (const frame of due) frame(seconds * 1000);
  });

function spinning(options: { travels?: boolean; pinned?: Design | null; runs?: Spin } = {}) {
  const client = new QueryClient({ defaultOptions: { queries: { staleTime: Infinity, retry: false } } });
  client.setQueryData(spinQuery(design).queryKey, options.runs ?? run());
  client.setQueryData(spinQuery(other).queryKey, run({ angle: [0, 0, 0], speed: [0, 0, 0] }));
  const wrapper = ({ children }: { children: ReactNode }) => (
    <QueryClientProvider client={client}>{children}</QueryClientProvider>
  );
  return renderHook(() => useSpin(design, options.travels ?? false, options.pinned ?? null), { wrapper }).result;
}

test("it spins when it is asked to, at the pace that an eye follows, and stands when it is stopped", () => {
  const spin = spinning();
  expect(spin.current.frame).toBeNull();
  act(() => spin.current.toggle());
  expect(spin.current.frame?.angle).toBe(0);
  expect(spin.current.factor).toBe(1);
  until(1);
  expect(spin.current.frame?.angle).toBeCloseTo(1);
  act(() => spin.current.play(false));
  until(1.5);
  expect(spin.current.frame?.angle).toBeCloseTo(1);
  act(() => spin.current.toggle());
  expect(spin.current.frame).toBeNull();
});

test("slowed, the same time shows less of the run", () => {
  const spin = spinning();
  act(() => spin.current.toggle());
  const slower = spin.current.paces.findIndex((pace) => pace > spin.current.factor);
  act(() => spin.current.setPace(slower));
  until(1);
  const shown = 1 / spin.current.factor;
  expect(spin.current.factor).toBeGreaterThan(1);
  expect(spin.current.frame?.angle).toBeCloseTo(shown);
});

test("turned by hand it stands still, goes on by degrees, and an eighth the way it turns", () => {
  const spin = spinning();
  act(() => spin.current.toggle());
  act(() => spin.current.step(10));
  expect(spin.current.playing).toBe(false);
  expect(spin.current.frame?.angle).toBeCloseTo((10 * Math.PI) / 180);
  act(() => spin.current.turnOn());
  expect(spin.current.frame?.angle).toBeCloseTo((55 * Math.PI) / 180);
  const back = spinning({ runs: run({ speed: [0, -2, -3] }) });
  act(() => back.current.toggle());
  act(() => back.current.turnOn());
  expect(back.current.frame?.angle).toBeCloseTo((-45 * Math.PI) / 180);
});

test("begun anew it begins at rest", () => {
  const spin = spinning();
  act(() => spin.current.toggle());
  act(() => spin.current.step(30));
  act(() => spin.current.toggle());
  act(() => spin.current.toggle());
  expect([spin.current.playing, spin.current.frame?.angle]).toEqual([true, 0]);
});

test("a pinned motor spins along with it", () => {
  const spin = spinning({ pinned: other });
  act(() => spin.current.toggle());
  until(1);
  expect(spin.current.ghost?.angle).toBe(0);
  expect(spin.current.frame?.angle).toBeCloseTo(1);
  expect(spinning().current.ghost).toBeNull();
});

test("a way is shown again after its end has been shown for a second", () => {
  const spin = spinning({ travels: true });
  act(() => spin.current.toggle());
  act(() => spin.current.setPace(spin.current.paces.indexOf(Math.min(...spin.current.paces))));
  const factor = spin.current.factor;
  until(2.9 * factor);
  const end = spin.current.frame!.angle;
  until(3.2 * factor);
  expect(spin.current.frame!.angle).toBeLessThan(end);
});

test("with reduced motion nothing moves by itself, and can still be turned by hand", () => {
  motion(true);
  const spin = spinning();
  act(() => spin.current.toggle());
  until(1);
  expect([spin.current.still, spin.current.playing, spin.current.frame?.angle]).toEqual([true, false, 0]);
  act(() => spin.current.step(90));
  expect(spin.current.frame?.angle).toBeCloseTo(Math.PI / 2);
});
