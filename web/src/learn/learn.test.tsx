// @vitest-environment jsdom
import { cleanup, fireEvent, screen, waitFor, within } from "@testing-library/react";
import { MemoryRouter } from "react-router";
import { afterEach, expect, test, vi } from "vitest";
import { answeredInRoom } from "../__tests__/inRoom";
import { anyTrialQuery, type LearnedSummary } from "../api/learning";
import { LearnedMark } from "./LearnedMark";
import { LearnedProvider, useLearnedKey } from "./LearnedProvider";
import { TrialSummary } from "./TrialSummary";

const summary: LearnedSummary = {
  key: "k1",
  which: "again",
  what: "this motor, run again",
  trials: 2,
  rotors: 1,
  meter: true,
  rows: [
    {
      name: "speed",
      label: "Speed",
      unit: "turns/min",
      plain_unit: "turns a minute",
      plain_per: 1,
      before: [330, 640, 950],
      after: [390, 450, 500],
      marks: [
        { id: "a", group: "Tern", value: 440 },
        { id: "b", group: "Tern", value: 460 },
      ],
    },
  ],
  things: [{ name: "made_points", sentence: "The feet touch less.", helps: "Sand them.", whose: "run" }],
  next: [
    { group: "volts", label: "Volts, with a meter", bits: 1.7 },
    { group: "heat", label: "Temperature", bits: 0.02 },
  ],
  odd: [{ id: "c", group: "Gull", sentence: "Unlike 99 of 100 builds.", counts: false, apart: false }],
  share: {
    hands: "older_pupil",
    plan: 0.91,
    ran: 5,
    motors: 10,
    low: 0.57,
    middle: 0.7,
    high: 0.83,
    sentence: "The plan: 91 of 100 go.",
  },
};

function Key() {
  return <output>{useLearnedKey() ?? "none"}</output>;
}

/** A server that gives these trials, and what they taught in two lines; what it was asked is kept. */
function served(answer: LearnedSummary) {
  const bodies: unknown[] = [];
  vi.stubGlobal("fetch", (input: string, init?: RequestInit) => {
    expect(input).toBe("/api/shelf/m1/learn");
    bodies.push(JSON.parse(String(init?.body)));
    return Promise.resolve(new Response(`{"progress":0.4}\n${JSON.stringify({ summary: answer })}\n`));
  });
  return bodies;
}

const shown = (any = true) =>
  answeredInRoom(
    <MemoryRouter initialEntries={["/motor/m1/run"]}>
      <LearnedProvider id="m1">
        <LearnedMark />
        <Key />
        <TrialSummary />
      </LearnedProvider>
    </MemoryRouter>,
    [{ queryKey: anyTrialQuery("m1").queryKey, data: any }],
  );

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

test("each figure is told before and after, with every trial a mark", async () => {
  served(summary);
  const { container } = shown();
  expect(await screen.findByText(/measured 450 turns a minute; predicted 640 \(330–950\), now 450/)).toBeTruthy();
  expect(container.querySelectorAll("[data-row=speed] path")).toHaveLength(2);
  expect(screen.getByText(/The feet touch less/)).toBeTruthy();
  const next = screen.getByText("Volts, with a meter").parentElement!;
  expect(next.textContent).toBe("Volts, with a meter would tell most next.");
});

test("one press shows the motor without what was learned", async () => {
  served(summary);
  shown();
  await waitFor(() => expect(screen.getByText("k1")).toBeTruthy());
  fireEvent.click(screen.getByRole("button", { name: "see without" }));
  expect(screen.getByText("none")).toBeTruthy();
  expect(screen.getByText("As planned, without its 2 trials")).toBeTruthy();
  fireEvent.click(screen.getByRole("button", { name: "see learned" }));
  expect(screen.getByText("k1")).toBeTruthy();
});

test("an odd trial teaches nothing until it is asked to count, and any trial can be left out", async () => {
  const bodies = served(summary);
  shown();
  const odd = await screen.findByRole("note");
  fireEvent.click(within(odd).getByRole("button", { name: "count it all the same" }));
  await waitFor(() => expect(bodies.at(-1)).toEqual({ left_out: [], though_odd: ["c"] }));
  fireEvent.click(screen.getByRole("button", { name: "2 · Tern" }));
  await waitFor(() => expect(bodies.at(-1)).toEqual({ left_out: ["b"], though_odd: ["c"] }));
  fireEvent.click(screen.getByRole("button", { name: "count all again" }));
  await waitFor(() => expect(screen.queryByRole("button", { name: "count all again" })).toBeNull());
});

test("the share that goes in these hands is told, and a trial that stands apart is left out at a press", async () => {
  const apart = { id: "b", group: "Tern", sentence: "Trial 2 stands apart.", counts: true, apart: true };
  const bodies = served({ ...summary, odd: [apart] });
  const { container } = shown();
  await waitFor(() => expect(container.querySelector("[data-share]")?.textContent).toBe("The plan: 91 of 100 go."));
  const note = screen.getByRole("note");
  expect(within(note).queryByRole("link")).toBeNull();
  fireEvent.click(within(note).getByRole("button", { name: "leave it out" }));
  await waitFor(() => expect(bodies.at(-1)).toEqual({ left_out: ["b"], though_odd: [] }));
});

test("without trials it says what one would give, and asks the core for nothing", async () => {
  const bodies = served(summary);
  shown(false);
  expect(await screen.findByText(/One trial with turns, current and volts/)).toBeTruthy();
  expect(screen.queryByText(/Learned from/)).toBeNull();
  expect(bodies).toHaveLength(0);
});

test("learning can be stopped, and asked for again", async () => {
  const gone: boolean[] = [];
  let answering = false;
  vi.stubGlobal("fetch", (_: string, init?: RequestInit) => {
    if (answering) return Promise.resolve(new Response(`${JSON.stringify({ summary })}\n`));
    return new Promise((_done, fail) => {
      init?.signal?.addEventListener("abort", () => {
        gone.push(true);
        fail(new DOMException("stopped", "AbortError"));
      });
    });
  });
  shown();
  fireEvent.click(await screen.findByRole("button", { name: "Stop" }));
  expect(await screen.findByText("Stopped: the trials have taught nothing yet.")).toBeTruthy();
  expect(gone).toEqual([true]);
  answering = true;
  fireEvent.click(screen.getByRole("button", { name: "Learn from them" }));
  expect(await screen.findByText(/The feet touch less/)).toBeTruthy();
  expect(screen.queryByText(/Stopped/)).toBeNull();
});
