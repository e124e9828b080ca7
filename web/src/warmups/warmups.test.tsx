// @vitest-environment jsdom
import { cleanup, fireEvent, screen, waitFor } from "@testing-library/react";
import { MemoryRouter } from "react-router";
import { afterEach, expect, test, vi } from "vitest";
import { answeredInRoom } from "../__tests__/inRoom";
import { posted } from "../api/client";
import { warmUpsQuery, type WarmUp, type WarmUpAnswer } from "../api/warmups";
import { WarmUpsPage } from "./WarmUpsPage";

vi.mock(import("../api/client"), async (actual) => ({ ...(await actual()), posted: vi.fn() }));
vi.setConfig({ testTimeout: 20_000 });
afterEach(() => {
  cleanup();
  vi.clearAllMocks();
});

const dial = (id: string, change: object) => ({ id, label: id, unit: "", low: 1, high: 60, step: 1, start: 10, words: [], ...change }); // prettier-ignore
const warmUp = (id: string, name: string) =>
  ({
    id,
    name,
    needs: ["coil", "compass"],
    build: "Wind the coil round a jar.",
    question: `Which way does the ${id} go?`,
    options: [
      { id: "east", words: "To the east" },
      { id: "west", words: "To the west" },
    ],
    dials: [dial("turns", { label: "Turns" }), dial("cell", { label: "Cell", words: ["+ up", "+ down"], start: 0 })],
    say: "A coil with current is a magnet.",
    caution: "Power on for seconds only.",
    source: "Field of a loop.",
  }) as unknown as WarmUp;
const drawn = (text: string) => ({
  bounds: [-50, -50, 50, 50],
  shapes: [],
  labels: [{ x: 0, y: 0, text, anchor: "middle", strong: false }],
});
const answer = (right: string): WarmUpAnswer =>
  ({
    right,
    sure: 97,
    sentence: "The needle turns by 31 degrees.",
    figures: [{ id: "turned", label: "Turned by", value: 31.237, unit: "°", band: [24.11, 40.96] }],
    before: drawn("before"),
    drawn: drawn("after"),
  }) as unknown as WarmUpAnswer;

const page = (right: (values: Record<string, number>) => string = () => "west") => {
  vi.mocked(posted).mockImplementation((_, body) => {
    const { values } = body as { values: Record<string, number> };
    return Promise.resolve(new Response(JSON.stringify(answer(right(values)))));
  });
  return answeredInRoom(
    <MemoryRouter>
      <WarmUpsPage />
    </MemoryRouter>,
    [{ queryKey: warmUpsQuery.queryKey, data: [warmUp("needle", "Needle"), warmUp("wire", "Wire")] }],
  );
};
const tries = async (guess: string) => {
  fireEvent.click(screen.getByRole("radio", { name: guess }));
  const button = await screen.findByRole<HTMLButtonElement>("button", { name: "Try it" });
  await waitFor(() => expect(button.disabled).toBe(false));
  fireEvent.click(button);
};

test("nothing is shown before it is predicted, and no prediction is changed once it was tried", async () => {
  page();
  expect(await screen.findByText("before")).toBeTruthy();
  expect(screen.getByRole<HTMLButtonElement>("button", { name: "Try it" }).disabled).toBe(true);
  expect(screen.queryByText(/31 degrees/)).toBeNull();
  await tries("To the west");
  expect(screen.getByText("after")).toBeTruthy();
  expect(screen.getByText("As you said:").parentElement!.textContent).toBe("As you said: To the west, on 97 of 100 such benches."); // prettier-ignore
  expect(screen.getByRole<HTMLInputElement>("radio", { name: "To the east" }).disabled).toBe(true);
  fireEvent.click(screen.getByRole("button", { name: "Predict anew" }));
  expect(screen.queryByText(/31 degrees/)).toBeNull();
});

test("a wrong prediction is told as such, with figures and their bands", async () => {
  page();
  await tries("To the east");
  expect(await screen.findByText("Otherwise:")).toBeTruthy();
  expect(screen.getByRole("row", { name: /Turned by/ }).textContent).toBe("Turned by31.2° (24.1 to 41)");
  expect(screen.getByText("A coil with current is a magnet.")).toBeTruthy();
});

test("a dial that is turned is a new bench: it is asked for and predicted anew", async () => {
  page(({ turns }) => ((turns ?? 10) > 20 ? "east" : "west"));
  await tries("To the west");
  fireEvent.change(screen.getByLabelText(/^Turns/), { target: { value: "30" } });
  expect(screen.queryByText(/31 degrees/)).toBeNull();
  await waitFor(() => expect(vi.mocked(posted).mock.calls.at(-1)!.slice(0, 2)).toEqual(["/api/warm-ups/needle", { values: { turns: 30 } }])); // prettier-ignore
  await tries("To the east");
  expect(await screen.findByText("As you said:")).toBeTruthy();
});

test("what no dial can be is told there, and the bench stays as it was", async () => {
  page();
  await screen.findByText("before");
  const calls = vi.mocked(posted).mock.calls.length;
  for (const text of ["99", "many", ""]) {
    fireEvent.change(screen.getByLabelText(/^Turns/), { target: { value: text } });
    expect(screen.getByText("Give a number from 1 to 60.")).toBeTruthy();
  }
  expect(vi.mocked(posted).mock.calls).toHaveLength(calls);
});

test("each warm-up has its own bench", async () => {
  page();
  await tries("To the west");
  fireEvent.click(screen.getByRole("radio", { name: "2 Wire" }));
  expect(screen.getByText("Which way does the wire go?")).toBeTruthy();
  expect(screen.queryByText(/31 degrees/)).toBeNull();
  await waitFor(() => expect(vi.mocked(posted).mock.calls.at(-1)![0]).toBe("/api/warm-ups/wire"));
});

test("a refusal is told where the drawing would stand", async () => {
  page();
  await screen.findByText("before");
  vi.mocked(posted).mockRejectedValue(new Error("The server is busy."));
  fireEvent.change(screen.getByLabelText(/^Turns/), { target: { value: "12" } });
  expect((await screen.findByText("The server is busy.")).getAttribute("role")).toBe("alert");
});
