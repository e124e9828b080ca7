// @vitest-environment jsdom
import { act, cleanup, fireEvent, screen, waitFor } from "@testing-library/react";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { answeredInRoom } from "../__tests__/inRoom";
import { posted, type Design } from "../api/client";
import { expectedQuery, portsQuery, type Heard } from "../api/instruments";
import * as wire from "../api/instruments";
import { Instruments } from "./Instruments";

vi.mock(import("../api/instruments"), async (actual) => ({
  ...(await actual()),
  openDevice: vi.fn(),
  openRig: vi.fn(),
  readSource: vi.fn(),
  tellSource: vi.fn(),
  closeSource: vi.fn(),
}));
vi.mock(import("../api/client"), async (actual) => ({ ...(await actual()), posted: vi.fn() }));
const design = { kind: "frame" } as unknown as Design;
const heard = (change: Partial<Heard> = {}): Heard => ({
  readings: [
    { number: 1, quantity: "current", value: 1.2, unit: "A", seconds: 1 },
    { number: 2, quantity: "current", value: 1.24, unit: "A", seconds: 2 },
  ],
  steady: [{ quantity: "current", unit: "A", value: 1.22, error: 0.01, sentence: "Steady." }],
  take: { amperes: 1.22 },
  wrong: [],
  ended: "",
  simulated: false,
  ...change,
});
const take = vi.fn();
const keep = vi.fn();
const shown = (turns = true) =>
  answeredInRoom(<Instruments design={design} turns={turns} take={take} keep={keep} />, [
    { queryKey: portsQuery.queryKey, data: { ports: [{ name: "/dev/ttyUSB0", says: "meter" }], speeds: [9600] } },
    {
      queryKey: expectedQuery(design).queryKey,
      data: [{ quantity: "current", unit: "A", band: [1, 1.5, 2] }],
    },
  ]);

beforeEach(() => {
  vi.mocked(wire.openDevice).mockResolvedValue({ id: "s1", simulated: false });
  vi.mocked(wire.openRig).mockResolvedValue({ id: "s2", simulated: true });
  vi.mocked(wire.readSource).mockResolvedValue(heard());
});
afterEach(() => {
  cleanup();
  vi.clearAllMocks();
});

const listen = () => {
  fireEvent.click(screen.getByRole("button", { name: "a device on a port" }));
  fireEvent.click(screen.getByRole("button", { name: "Listen" }));
};

test("a device's port is offered, its readings are shown large, and taken by one press", async () => {
  const { container } = shown();
  listen();
  expect(await screen.findByText(/Steady\. 1\.22/)).toBeTruthy();
  expect(wire.openDevice).toHaveBeenCalledWith("/dev/ttyUSB0", 9600);
  expect(container.querySelector("[data-live=current] b")?.textContent).toContain("1.24");
  expect(container.querySelectorAll("[data-live=current] rect")).toHaveLength(1);
  fireEvent.click(screen.getByRole("button", { name: "Take this" }));
  expect(take).toHaveBeenCalledWith({ amperes: "1.22" }, false);
});

test("what is asked for next is only what came since, and closing ends the source", async () => {
  shown();
  listen();
  await waitFor(() => expect(wire.readSource).toHaveBeenCalledWith("s1", 2), { timeout: 3000 });
  act(() => fireEvent.click(screen.getByRole("button", { name: "Close" })));
  await waitFor(() => expect(wire.closeSource).toHaveBeenCalledWith("s1"));
});

test("garbage is told line by line, and a device that was unplugged at once", async () => {
  vi.mocked(wire.readSource).mockResolvedValue(heard({ wrong: ["'x' is not a quantity."], ended: "Unplugged: so." }));
  shown();
  listen();
  expect((await screen.findByRole("alert")).textContent).toBe("Unplugged: so.");
  expect(screen.getByText("'x' is not a quantity.")).toBeTruthy();
  expect(screen.getByText("One line could not be read")).toBeTruthy();
});

test("the simulated motor says so, obeys, and marks what is taken", async () => {
  vi.mocked(wire.readSource).mockResolvedValue(heard({ simulated: true }));
  shown();
  fireEvent.click(screen.getByRole("button", { name: "a simulated motor" }));
  fireEvent.click(screen.getByRole("button", { name: "Set it up" }));
  expect((await screen.findByRole("note")).textContent).toContain("Simulated");
  expect(await screen.findByText(/Steady\. 1\.22/)).toBeTruthy();
  expect(screen.getByText("The power is off.")).toBeTruthy();
  expect(screen.queryByRole("button", { name: "Take this" })).toBeNull();
  fireEvent.click(screen.getByRole("button", { name: "Power on" }));
  expect(wire.tellSource).toHaveBeenCalledWith("s2", "on");
  expect(screen.getByText("The power is on.")).toBeTruthy();
  fireEvent.click(await screen.findByRole("button", { name: "Take this" }));
  expect(take).toHaveBeenCalledWith({ amperes: "1.22" }, true);
  fireEvent.click(screen.getByRole("button", { name: "Power off" }));
  expect(screen.queryByRole("button", { name: "Take this" })).toBeNull();
});

test("a build that is no whole number is told before anything is set up", () => {
  shown();
  fireEvent.click(screen.getByRole("button", { name: "a simulated motor" }));
  fireEvent.change(screen.getByLabelText("Which build"), { target: { value: "2.5" } });
  expect(screen.getByText("A whole number, such as 3.")).toBeTruthy();
  expect(screen.getByRole<HTMLButtonElement>("button", { name: "Set it up" }).disabled).toBe(true);
});

test("recording keeps what came since", async () => {
  shown();
  expect(screen.getByRole("button", { name: "its sound" })).toBeTruthy();
  listen();
  await screen.findByText(/Steady\. 1\.22/, {}, { timeout: 4000 }); // the readings so far have come
  fireEvent.click(screen.getByRole("button", { name: "Record" }));
  expect(screen.getByText(/Recording …/)).toBeTruthy();
  fireEvent.click(screen.getByRole("button", { name: "Stop recording" }));
  expect(keep).toHaveBeenCalledWith("seconds,quantity,value,unit\n2,current,1.24,A\n");
});

test("of what travels neither sound nor film counts turns", () => {
  shown(false);
  expect(screen.getByRole("button", { name: "a device on a port" })).toBeTruthy();
  expect(screen.queryByRole("button", { name: "its sound" })).toBeNull();
  expect(screen.queryByRole("button", { name: "a film" })).toBeNull();
});

test("what a recording tells is taken by one press, and kept by another", async () => {
  vi.mocked(posted).mockResolvedValue(
    new Response(
      JSON.stringify({
        choices: [
          { label: "540 turns a minute ± 2", take: { tach_per_min: 540, tach_error: 2 }, chance: 0.8 },
          { label: "270 turns a minute ± 1", take: { tach_per_min: 270, tach_error: 1 }, chance: 0.2 },
        ],
        sentence: "More than one speed fits this rhythm.",
        table: "T",
        simulated: false,
      }),
    ),
  );
  const { container } = shown();
  fireEvent.click(screen.getByRole("button", { name: "its sound" }));
  const choose = container.querySelector<HTMLInputElement>("input[type=file]")!;
  fireEvent.change(choose, { target: { files: [new File(["x"], "kept.csv", { type: "text/csv" })] } });
  expect(await screen.findByText("More than one speed fits this rhythm.")).toBeTruthy();
  expect(screen.getByText("chance 80 %")).toBeTruthy();
  fireEvent.click(screen.getByRole("button", { name: "Take 270 turns a minute ± 1" }));
  expect(screen.getByText("Taken into the trial.")).toBeTruthy();
  expect(take).toHaveBeenCalledWith({ tach_per_min: "270", tach_error: "1" }, false);
  fireEvent.click(screen.getByRole("button", { name: /Record: keep/ }));
  expect(keep).toHaveBeenCalledWith("T");
});

test("without a microphone it is told what to do", async () => {
  shown();
  fireEvent.click(screen.getByRole("button", { name: "its sound" }));
  fireEvent.click(screen.getByRole("button", { name: /Listen for/ }));
  expect((await screen.findByRole("alert")).textContent).toContain("open Oak Spin on the machine that serves it");
});
