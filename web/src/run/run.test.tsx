// @vitest-environment jsdom
import { act, cleanup, fireEvent, screen } from "@testing-library/react";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import type { Comparison, KeptTrial, TrialForm } from "../api/client";
import { inRoom } from "../__tests__/inRoom";
import { BandBar } from "./BandBar";
import { builtWords } from "./builtWords";
import { MemoryRouter } from "react-router";
import { PowerBadge } from "../power/PowerBadge";
import { clockIn, phaseAt } from "../power/usePower";
import { Countdown } from "./Countdown";
import * as sound from "./sound";
import { perMinute, TurnCounter } from "./TurnCounter";

beforeEach(() => void vi.useFakeTimers({ shouldAdvanceTime: false }));
afterEach(() => {
  cleanup();
  vi.useRealTimers();
  vi.restoreAllMocks();
  localStorage.clear();
});

/** The clock of a run, and the band on top of the page, which sounds. */
const timed = (runFor: number, coolFor: number) =>
  inRoom(
    <MemoryRouter>
      <PowerBadge />
      <Countdown id="tern" title="Lantern" runFor={runFor} coolFor={coolFor} />
    </MemoryRouter>,
  );
const pass = (seconds: number) => act(() => void vi.advanceTimersByTime(seconds * 1000));
const clock = () => screen.getByRole("timer").textContent;

test("the clock counts down, calls for power off, then for cooling, then is ready", () => {
  const beeps = vi.spyOn(sound, "beep").mockImplementation(() => {});
  timed(40, 90);
  expect(clock()).toBe("0:40");
  fireEvent.click(screen.getByRole("button", { name: "Start the clock" }));
  pass(10);
  expect(clock()).toBe("0:30");
  expect(beeps).not.toHaveBeenCalled();
  pass(30.4);
  expect(screen.getByText("Power off now. Let it cool")).toBeTruthy();
  expect(beeps).toHaveBeenLastCalledWith(3);
  expect(clock()).toBe("1:30");
  pass(90);
  expect(screen.getByText("cool enough: ready for another run")).toBeTruthy();
  expect(beeps).toHaveBeenLastCalledWith(1);
});

test("without sound it says the same and stays silent", () => {
  const beeps = vi.spyOn(sound, "beep").mockImplementation(() => {});
  timed(5, 5);
  fireEvent.click(screen.getByRole("checkbox", { name: "with sound" }));
  fireEvent.click(screen.getByRole("button", { name: "Start the clock" }));
  pass(5.4);
  expect(screen.getByText("Power off now. Let it cool")).toBeTruthy();
  expect(beeps).not.toHaveBeenCalled();
});

test("a stopped clock stands at the whole time again", () => {
  timed(40, 90);
  fireEvent.click(screen.getByRole("button", { name: "Start the clock" }));
  pass(12);
  fireEvent.click(screen.getByRole("button", { name: "Stop the clock" }));
  expect(clock()).toBe("0:40");
});

test("the clock goes on where the page is drawn anew, shows in the band, and can be stopped there", () => {
  const first = timed(40, 90);
  expect(document.querySelector("[data-power]")).toBeNull();
  fireEvent.click(screen.getByRole("button", { name: "Start the clock" }));
  pass(12);
  first.unmount();
  pass(8);
  timed(40, 90);
  pass(0.4);
  expect(clock()).toBe("0:20");
  expect(screen.getByRole("link").textContent).toBe("Power on 0:20 · Lantern");
  fireEvent.click(screen.getByRole("button", { name: "Stop the clock of the power" }));
  expect(clock()).toBe("0:40");
  expect(document.querySelector("[data-power]")).toBeNull();
});

test("a clock that was kept is read back, and what is none or long forgotten tells nothing", () => {
  const power = { id: "a", title: "A", start: 1_000_000, runFor: 30, coolFor: 60, sound: true };
  const text = JSON.stringify(power);
  expect(clockIn(text, 1_010_000)).toEqual(power);
  expect(phaseAt(power, 1_010_000)).toEqual({ phase: "running", left: 20 });
  expect(phaseAt(power, 1_040_000)).toEqual({ phase: "off", left: 50 });
  expect(phaseAt(power, 1_090_001).phase).toBe("cooled");
  for (const odd of [null, "{", "{}", '{"start": "soon"}', text.replace("30", "null")])
    expect(clockIn(odd, 1_010_000)).toBeNull();
  expect(clockIn(text, 1_000_000 + 7 * 3600_000)).toBeNull();
});

test("taps give turns and seconds to take over, and can be started over", () => {
  const taken = vi.fn();
  const now = vi.spyOn(performance, "now");
  inRoom(<TurnCounter take={taken} counting={{ turns: 0.577, seconds: 0.2 }} />);
  const tap = screen.getByRole("button", { name: /Tap each time/ });
  for (const at of [0, 250, 500, 1000]) {
    now.mockReturnValue(at);
    fireEvent.click(tap);
  }
  expect(screen.getByText("3 turns in 1 s: 180 a minute, give or take 50")).toBeTruthy();
  fireEvent.click(screen.getByRole("button", { name: "Take this count" }));
  expect(taken).toHaveBeenCalledWith(3, 1);
  fireEvent.click(tap);
  expect(screen.queryByRole("button", { name: "Take this count" })).toBeNull();
  fireEvent.click(screen.getByRole("button", { name: "Start over" }));
  expect(screen.queryByRole("button", { name: "Start over" })).toBeNull();
});

test("the longer the count, the smaller its error", () => {
  const errors = [2, 10, 60].map((seconds) =>
    Number(
      perMinute({ turns: 3 * seconds, seconds }, { turns: 0.577, seconds: 0.2 })
        .split(" ")
        .at(-1),
    ),
  );
  expect(errors).toEqual([...errors].sort((a, b) => b - a));
  expect(errors[2]).toBeLessThan(2);
});

const row = (measured: number, place: Comparison["place"]): Comparison => ({
  name: "speed",
  label: "Speed",
  unit: "turns/min",
  plain_unit: "turns a minute",
  plain_per: 1,
  measured,
  predicted: 100,
  condition: "",
  band: [80, 120],
  place,
});

test("the measured tick lies within the bar when it is as predicted, and beyond it when not", () => {
  const place = (measured: number, where: Comparison["place"]) => {
    const { container, unmount } = inRoom(<BandBar row={row(measured, where)} />);
    const bar = container.querySelector("rect")!;
    const tick = [...container.querySelectorAll("path")].at(-1)!;
    const x = Number(/M([\d.]+)/.exec(tick.getAttribute("d")!)![1]);
    const from = Number(bar.getAttribute("x"));
    const to = from + Number(bar.getAttribute("width"));
    const color = tick.getAttribute("stroke");
    unmount();
    return { inside: x >= from && x <= to, color };
  };
  const [within, above, below] = [place(110, "inside"), place(200, "above"), place(10, "below")];
  expect([within.inside, above.inside, below.inside]).toEqual([true, false, false]);
  expect(within.color).not.toBe(above.color);
});

test("what was built otherwise is told with what was planned", () => {
  const form = { as_built: [{ pointer: "/feet/gap_mm", label: "Foot gap", part: "Contacts", unit: "mm", value: 0.5, usual: true }] } as unknown as TrialForm; // prettier-ignore
  const trial = (as_built: { pointer: string; value: number }[]) => ({ as_built }) as unknown as KeptTrial["trial"];
  expect(builtWords(trial([]), form)).toBe("Built as planned.");
  expect(builtWords(trial([{ pointer: "/feet/gap_mm", value: 1.25 }]), form)).toBe("Built with Foot gap 1.25 mm (plan 0.5)."); // prettier-ignore
  expect(builtWords(trial([{ pointer: "/gone", value: 2 }]), form)).toBe("Built with /gone 2.");
});
