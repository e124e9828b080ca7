// @vitest-environment jsdom
import { cleanup, fireEvent, screen, waitFor } from "@testing-library/react";
import { afterEach, expect, test, vi } from "vitest";
import type { Design, Tuning } from "../api/client";
import { bestQuery, mapQuery, turned } from "../api/queries";
import { answeredInRoom } from "../__tests__/inRoom";
import type { Working } from "../shell/useDemonstration";
import { BestOfEach } from "./BestOfEach";
import { TwoNumbers } from "./TwoNumbers";

vi.mock(import("../api/queries"), async (actual) => ({ ...(await actual()), turned: vi.fn() }));
afterEach(cleanup);

const design = { kind: "cradle", gap_mm: 4, coil: { turns: 10 } } as unknown as Design;
const factor = (pointer: string, label: string, value: number, unit = "mm") => ({
  pointer,
  label,
  name: label,
  part: "Coil",
  unit,
  value,
  minimum: 0,
  maximum: 40,
  step: 1,
  whole: unit === "",
  follows: [],
});
const GAP = factor("/gap_mm", "Gap", 4);
const TURNS = factor("/coil/turns", "Turns", 10, "");

test("the best of each stands beside what is there, with its reason, and is used by one press", () => {
  const commit = vi.fn();
  const data = [
    { factor: GAP, value: 4, low: 2, high: 9, settings: [{ pointer: "/gap_mm", value: 4 }], sentence: "4 mm: near." },
    { factor: TURNS, value: 24, low: 6, high: 80, settings: [{ pointer: "/coil/turns", value: 24 }], sentence: "24: most." },
  ]; // prettier-ignore
  answeredInRoom(<BestOfEach working={{ design, commit } as unknown as Working} />, [
    { queryKey: bestQuery(design).queryKey, data },
  ]);
  expect(screen.getByText("24: most.")).toBeTruthy();
  expect(screen.getByRole("button", { name: "as it is: best gap" }).hasAttribute("disabled")).toBe(true);
  fireEvent.click(screen.getByRole("button", { name: "Use: best turns" }));
  expect(commit).toHaveBeenCalledWith({ design: { ...design, coil: { turns: 24 } } }, "Turns: 24");
});

const map = {
  first: TURNS,
  second: GAP,
  first_values: [5, 10, 20],
  second_values: [2, 4],
  curve: "speed",
  links: ["circuit", "starts"],
  figure: [
    [100, 200, 300],
    [90, 180, 270],
  ],
  margin: [
    [1.5, 2, 2],
    [0.5, 2, 2],
  ],
  weakest: [
    [1, 0, 0],
    [1, 0, 0],
  ],
  states: [
    ["holds", "holds", "holds"],
    ["fails", "holds", "holds"],
  ],
  going: [
    [5, 20],
    [2, 4],
  ],
  contours: [],
  stops: [["Starts", 0.2]],
  best: [20, 2],
  best_settings: [
    { pointer: "/coil/turns", value: 20 },
    { pointer: "/gap_mm", value: 2 },
  ],
};
const tuning = {
  first: ["/coil/turns", "/gap_mm"],
  factors: [TURNS, GAP],
  curves: [
    { id: "speed", label: "Speed", unit: "turns/min", plain_unit: "turns a minute", plain_per: 1, of: "figure" },
  ],
} as unknown as Tuning;
const whole = { first: "/coil/turns", second: "/gap_mm", curve: "speed", first_range: null, second_range: null };

function shownMap(data: object = map) {
  const commit = vi.fn();
  answeredInRoom(<TwoNumbers working={{ design, commit } as unknown as Working} tuning={tuning} />, [
    { queryKey: mapQuery(design, whole).queryKey, data },
  ]);
  return commit;
}

test("a pair is picked by sliders alone, told in words, and turned by the core", async () => {
  const commit = shownMap();
  const made = { ...design, coil: { turns: 20 } } as unknown as Design;
  vi.mocked(turned).mockResolvedValue(made);
  expect(screen.getByRole("button", { name: "Use the picked pair" }).hasAttribute("disabled")).toBe(true);
  fireEvent.change(screen.getByRole("slider", { name: "Picked turns" }), { target: { value: "2" } });
  expect(screen.getByRole("status").textContent).toContain("20, 4 mm: typical build: speed 270 turns a minute");
  fireEvent.click(screen.getByRole("button", { name: "Use the picked pair" }));
  await waitFor(() => expect(commit).toHaveBeenCalledWith({ design: made }, "Turns 20, gap 4"));
  expect(turned).toHaveBeenCalledWith(design, [
    { pointer: "/coil/turns", value: 20 },
    { pointer: "/gap_mm", value: 4 },
  ]);
});

test("the best pair sets both numbers at once", () => {
  const commit = shownMap();
  fireEvent.click(screen.getByRole("button", { name: /Use the best pair: 20 and 2 mm/ }));
  expect(commit.mock.calls[0]![0]).toEqual({ design: { ...design, coil: { turns: 20 }, gap_mm: 2 } });
});

test("a map on which nothing goes says so and offers no best", () => {
  shownMap({ ...map, margin: [[0.1, 0.1, 0.1], [0.1, 0.1, 0.1]], best: null, best_settings: [] }); // prettier-ignore
  expect(screen.getByText(/It does not go anywhere on this map. What stops it most: “starts” \(20 %/)).toBeTruthy();
  expect(screen.queryByRole("button", { name: /best pair/ })).toBeNull();
});
