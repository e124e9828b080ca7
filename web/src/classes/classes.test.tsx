// @vitest-environment jsdom
import { cleanup, configure, fireEvent, screen, waitFor } from "@testing-library/react";
import { MemoryRouter, Route, Routes } from "react-router";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { answeredInRoom } from "../__tests__/inRoom";
import * as wire from "../api/classes";
import { shelfQuery } from "../api/queries";
import { ClassPage } from "./ClassPage";
import { newPlan } from "./planning";

vi.mock("../api/classes", async (original) => ({
  ...(await original<typeof wire>()),
  runForecast: vi.fn(),
  saveClass: vi.fn(),
}));

vi.setConfig({ testTimeout: 30_000 });
configure({ asyncUtilTimeout: 8000 });

const motor = { title: "Beacon", design: { kind: "hanging" }, prepared: ["lay_out"], shelf: "m1" };
const plan = { ...newPlan(motor as unknown as wire.ClassMotor), title: "Tuesday", groups: ["Kelp", "Tern"] };
const kept = {
  id: "c1",
  version: 4,
  deleted: false,
  plan,
  motors: [
    {
      title: "Beacon",
      kind: "Hanging rotor",
      steps: [
        { id: "lay_out", title: "Lay out the parts", minutes: 4, adult: true },
        { id: "screw", title: "Choose the screw", minutes: 2, adult: false },
      ],
    },
  ],
} as unknown as wire.SchoolClass;
const needs = {
  kit: {
    lines: [{ name: "Discs", sort: "magnet", motor: "Beacon", unit: "pieces", each: 2, used: 4, spares: 1, amount: 5, owned: 3, missing: 2, price: null }], // prettier-ignore
    shopping: [],
    cost_group: 0,
    cost_pupil: 0,
    unpriced: ["Discs"],
    used_up: { Beacon: 0.04 },
    magnets: 5,
    besides: [],
    tools: [],
  },
  timetable: {
    beforehand: [{ begins: -8, ends: 0, what: "Lay out", who: "an adult", text: "" }],
    slots: [],
    short: 12.2,
    leave: [{ text: "Beacon: leave out “put the flag on”.", minutes: 6.6 }],
  },
} as unknown as wire.Needs;

const better = { ...plan, helpers: 2 };
const forecast = (change: Partial<wire.Forecast> = {}) =>
  ({
    done: 5,
    of: 5,
    headline: "1 of 2 groups will have it running",
    groups: 2,
    running: { value: 1, low: 0, high: 2, mean: 1.3 },
    first_try: 0.8,
    waiting_min: 1.25,
    stops: [{ id: "time", sentence: "Not built in time.", groups: 0.6, cure: "Prepare more." }],
    saves: [
      { sort: "helper", sentence: "One more helper", cost: "one adult more", running: 1.8, saved: 0.5, plan: better },
    ],
    over_time: [
      { minute: 0, low: 0, mean: 0, high: 0 },
      { minute: 60, low: 0, mean: 1.3, high: 2 },
    ],
    typical: [
      {
        group: "Kelp",
        spans: [
          { doing: "building", begins: 4, ends: 30 },
          { doing: "running", begins: 30, ends: 55 },
        ],
        runs_at: 30,
        why: [],
      },
      { group: "Tern", spans: [{ doing: "building", begins: 4, ends: 55 }], runs_at: null, why: [] },
    ],
    by_motor: [],
    ...change,
  }) as unknown as wire.Forecast;

// No server to ask anew.
const classQuery = { ...wire.classQuery("c1"), staleTime: Infinity };
const shown = () =>
  answeredInRoom(
    <MemoryRouter initialEntries={["/classes/c1"]}>
      <Routes>
        <Route path="/classes/:id" element={<ClassPage />} />
      </Routes>
    </MemoryRouter>,
    [
      { queryKey: classQuery.queryKey, data: kept },
      { queryKey: shelfQuery.queryKey, data: { motors: [], unread: [] } },
      { queryKey: wire.needsQuery(plan).queryKey, data: needs },
    ],
  );

const saved: wire.ClassPlan[] = [];
beforeEach(() => {
  saved.length = 0;
  vi.spyOn(globalThis, "fetch").mockImplementation(() => Promise.resolve(Response.json(kept)));
  vi.mocked(wire.runForecast).mockImplementation((_, __, show) => {
    show(forecast());
    return Promise.resolve();
  });
  vi.mocked(wire.saveClass).mockImplementation((_, version, next) => {
    saved.push(next);
    return Promise.resolve({ ...kept, version: version + 1, plan: next });
  });
});
afterEach(() => {
  cleanup();
  vi.clearAllMocks();
  vi.restoreAllMocks();
});

test("a class shows how its lesson will go, in words and as strips", async () => {
  shown();
  expect(await screen.findByText("1 of 2 groups will have it running")).toBeTruthy();
  expect(screen.getByText("0 to 2")).toBeTruthy();
  const picture = screen.getByRole("img", { name: /Kelp: building from 4 to 30, running from 30 to 55/ });
  expect(picture.querySelectorAll("[data-strip]")).toHaveLength(2);
  expect(picture.querySelectorAll("[data-runs]")).toHaveLength(1);
  expect(screen.getByText("Not built in time.")).toBeTruthy();
  expect(screen.getByText("0.6 groups")).toBeTruthy();
});

test("the change that saves most is taken with one press, kept, and taken back", async () => {
  shown();
  fireEvent.click(await screen.findByRole("button", { name: "Take it: One more helper" }));
  await waitFor(() => expect(saved).toEqual([better]));
  expect(vi.mocked(wire.saveClass).mock.calls[0]?.[1]).toBe(4);
  expect(screen.getByRole<HTMLInputElement>("textbox", { name: "Helpers" }).value).toBe("2");
  await waitFor(() => expect(vi.mocked(wire.runForecast)).toHaveBeenCalledTimes(2));
  expect(vi.mocked(wire.runForecast).mock.calls[1]?.[0]).toEqual(better);
  fireEvent.click(screen.getByRole("button", { name: "Undo" }));
  await waitFor(() => expect(saved).toEqual([better, plan]));
  // Each save builds on the one before.
  expect(vi.mocked(wire.saveClass).mock.calls[1]?.[1]).toBe(5);
});

test("what is not yet forecast is not told as the plan's own", async () => {
  shown();
  await screen.findByText("1 of 2 groups will have it running");
  vi.mocked(wire.runForecast).mockImplementation(() => new Promise(() => undefined));
  fireEvent.click(screen.getByRole("checkbox", { name: /Choose the screw/ }));
  expect(screen.queryByText("1 of 2 groups will have it running")).toBeNull();
  expect(screen.getByText("Letting many lessons go by …")).toBeTruthy();
  expect(screen.getByRole<HTMLButtonElement>("button", { name: "Take it: One more helper" }).disabled).toBe(true);
  await waitFor(() => expect(saved.at(-1)?.motors[0]?.prepared).toEqual(["lay_out", "screw"]));
  fireEvent.click(screen.getByRole("button", { name: "Stop" }));
  expect(await screen.findByText("Stopped before anything was known")).toBeTruthy();
});

test("a wrong number is told at its field and neither kept nor forecast", async () => {
  shown();
  await screen.findByText("1 of 2 groups will have it running");
  fireEvent.change(screen.getByRole("textbox", { name: "Minutes" }), { target: { value: "5" } });
  expect(await screen.findByText("Give a number from 10 to 600.")).toBeTruthy();
  fireEvent.change(screen.getByRole("textbox", { name: "Opening, min" }), { target: { value: "58" } });
  expect(await screen.findByText("Leaves under five minutes to build in.")).toBeTruthy();
  await new Promise((done) => setTimeout(done, 800));
  expect(saved).toEqual([]);
  expect(vi.mocked(wire.runForecast)).toHaveBeenCalledTimes(1);
});

test("a save that fails is told, and what was written stays", async () => {
  vi.mocked(wire.saveClass).mockRejectedValue(new Error("Another tab saved this first."));
  shown();
  fireEvent.change(await screen.findByRole("textbox", { name: "Title" }), { target: { value: "Wednesday" } });
  expect(await screen.findByText("Another tab saved this first.")).toBeTruthy();
  expect(screen.getByText("Not saved")).toBeTruthy();
  expect(screen.getByRole("heading", { name: "Wednesday" })).toBeTruthy();
});

test("the kit says what is missing, the clock what is short", async () => {
  shown();
  expect(await screen.findByText("2 missing")).toBeTruthy();
  expect(screen.getByText(/5 magnets to count out and in\. Cells used up 4.%\./)).toBeTruthy();
  expect(screen.getByText(/No price in the Drawer: Discs\./)).toBeTruthy();
  expect(screen.getByText("13 minutes short:")).toBeTruthy();
  expect(screen.getByText(/leave out “put the flag on”/)).toBeTruthy();
  expect(screen.getByRole("link", { name: "Notebook pages" }).getAttribute("href")).toBe("/classes/c1/print/notebook");
});
