// @vitest-environment jsdom
import { cleanup, fireEvent, screen } from "@testing-library/react";
import { MemoryRouter } from "react-router";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { answeredInRoom } from "../__tests__/inRoom";
import { posted } from "../api/client";
import { thingsQuery, type Found, type Thing } from "../api/things";
import { ThingsPage } from "./ThingsPage";

vi.mock(import("../api/client"), async (actual) => ({ ...(await actual()), posted: vi.fn() }));
Object.assign(globalThis, { matchMedia: () => ({ matches: true }) });

const aid = (id: string, name: string, change: Partial<Thing["aids"][number]> = {}): Thing["aids"][number] => ({
  id,
  name,
  needs: ["ruler"],
  do: ["Wind it."],
  minutes: 2,
  asks: [],
  pick: null,
  source: "Its arithmetic.",
  caution: "",
  ...change,
});
const field = { label: "Turns", unit: "", low: 3, high: 400, usual: 20, given: true };
const wide = { name: "wide_mm", label: "They lie this wide", unit: "mm", low: 1, high: 400, usual: 10, given: false };
const things: Thing[] = [
  {
    id: "wire",
    name: "Wire",
    aids: [
      aid("wraps", "Turns on a pencil", { asks: [{ ...field, name: "wraps" }, wide] }),
      aid("color", "Color", {
        pick: { name: "color", label: "It is", words: [["0", "reddish"] as never, ["1", "yellow"] as never] },
      }),
    ],
  },
  { id: "cell", name: "Round cell", aids: [aid("open", "Volts", { needs: [] })] },
];
const found = (thing: string, next: string | null): Found => ({
  thing,
  figures: [{ name: "d", label: "Diameter", unit: "mm", low: 0.4, value: 0.5, high: 0.6 }],
  choices: [{ name: "metal", label: "Metal", chances: [["copper", 0.9] as never] }],
  next: next ? { id: next, takes: 0.4 } : null,
  alike: 900,
});

let sent: unknown[] = [];
beforeEach(() => {
  localStorage.clear();
  sent = [];
  vi.mocked(posted).mockImplementation((path, body) => {
    sent.push(body);
    const thing = String(path).split("/").at(-1)!;
    return Promise.resolve(new Response(JSON.stringify(found(thing, thing === "wire" ? "color" : null))));
  });
});
afterEach(() => {
  cleanup();
  vi.clearAllMocks();
});
const shown = () =>
  answeredInRoom(
    <MemoryRouter>
      <ThingsPage />
    </MemoryRouter>,
    [{ queryKey: thingsQuery.queryKey, data: things }],
  );

test("what it is stands beside its tests, the one that tells most first", async () => {
  shown();
  expect(await screen.findByText("0.5")).toBeTruthy();
  expect(screen.getByText("90 of 100")).toBeTruthy();
  await vi.waitFor(() => expect(document.querySelector("[data-test]")!.getAttribute("data-test")).toBe("color"));
  expect(document.querySelector("[data-first]")!.textContent).toContain("settles 40 %");
});

test("a reading is taken with its numbers, kept, and can be taken back", async () => {
  shown();
  fireEvent.change(await screen.findByLabelText(/They lie this wide/), { target: { value: "10,6" } });
  fireEvent.click(screen.getByRole("button", { name: "Take this reading: Turns on a pencil" }));
  await vi.waitFor(() =>
    expect(sent.at(-1)).toEqual({ readings: [{ aid: "wraps", values: { wraps: 20, wide_mm: 10.6 } }] }),
  );
  expect(screen.getByText(/20, 10.6 mm/)).toBeTruthy();
  expect(localStorage.getItem("oakspin.things")).toContain("wraps");
  fireEvent.click(screen.getByRole("button", { name: "Take back: Turns on a pencil" }));
  await vi.waitFor(() => expect(screen.getByText(/None yet/)).toBeTruthy());
});

test("what is missing or beyond its limits is told where it stands, and nothing is sent", async () => {
  shown();
  await screen.findByText("0.5");
  const before = sent.length;
  fireEvent.change(screen.getByLabelText(/They lie this wide/), { target: { value: "9000" } });
  fireEvent.click(screen.getByRole("button", { name: "Take this reading: Turns on a pencil" }));
  expect(await screen.findByText("From 1 to 400 mm.")).toBeTruthy();
  fireEvent.click(screen.getByRole("button", { name: "Take this reading: Color" }));
  expect(await screen.findByText("Choose what you see.")).toBeTruthy();
  expect(sent.length).toBe(before);
});

test("another sort of thing has readings of its own", async () => {
  localStorage.setItem("oakspin.things", JSON.stringify({ wire: [{ aid: "color", values: { color: 1 } }] }));
  shown();
  expect(await screen.findByRole("button", { name: "Take back: Color" })).toBeTruthy();
  fireEvent.click(screen.getByRole("radio", { name: /round cell/ }));
  expect(await screen.findByText(/None yet/)).toBeTruthy();
});
