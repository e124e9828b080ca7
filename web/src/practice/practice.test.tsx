// @vitest-environment jsdom
import { cleanup, fireEvent, screen } from "@testing-library/react";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { createMemoryRouter, RouterProvider } from "react-router";
import type { Geometry } from "../api/client";
import type { CaseView, CrowdView, Practice as PracticeRecord, PracticeCase, RoundView } from "../api/practice";
import { kindsQuery, lookQuery, shelfQuery } from "../api/queries";
import { act, begin, caseQuery, help, practiceQuery } from "../api/practice";
import { answeredInRoom } from "../__tests__/inRoom";
import { CasePage } from "./CasePage";
import { Practice } from "./Practice";
import { beginning, chosen, keepChosen, nextOf, plotted } from "./rounds";

vi.mock(import("../api/practice"), async (actual) => ({
  ...(await actual()),
  act: vi.fn(),
  begin: vi.fn(),
  help: vi.fn(),
}));
const geometry = {
  bounds: [-10, 0, 10, 20],
  pose: 0,
  shapes: [],
  moving: [],
  sparks: [],
  dots: [],
} as unknown as Geometry;

const caseView = (change: Partial<CaseView> = {}): CaseView => ({
  kind: "Frame motor",
  sense: 1,
  travels: false,
  now: "Nothing moves.",
  went: "nothing",
  signs: [{ id: "dull", word: "A contact is dull or colored", group: "beside", parts: [] }],
  looks: [{ id: "feel", do: "Feel the battery.", minutes: 0.8, done: false }],
  checks: [
    { id: "coat", part: "frame", do: "Scrape the tip.", question: "Does a skin come off?", minutes: 1, answer: null },
    { id: "cell", part: "battery", do: "Read the volts.", question: "Are they low?", minutes: 1, answer: "no" },
  ],
  faults: [
    { id: "coat", part: "frame", sentence: "The wire has a coat." },
    { id: "cell", part: "battery", sentence: "The cell is worn." },
  ],
  cures: [{ id: "coat", do: "Sand the tip.", minutes: 2.5 }],
  did: [
    { text: "Watched it. Nothing moves.", minutes: 0.5 },
    { text: "Read the volts. Are they low? No.", minutes: 1 },
  ],
  minutes: 1.5,
  hides: 1,
  end: null,
  ...change,
});
const ended: CaseView["end"] = {
  right: false,
  given_up: false,
  headline: "It goes, but the first guess was another.",
  hidden: ["The wire has a coat."],
  named: "The cell is worn.",
  why: ["What points to it: nothing moves."],
  ideal: [{ text: "Watched it. Nothing moves.", minutes: 0.5 }],
  ideal_minutes: 3,
  counted: 3,
};
const group = (name: string, change: Partial<CrowdView["groups"][number]> = {}): CrowdView["groups"][number] => ({
  name,
  waits: true,
  went: "nothing",
  now: "Nothing moves.",
  hot: false,
  helped: 0,
  ...change,
});
const crowd = (change: Partial<CrowdView> = {}): CrowdView => ({
  kind: "Frame motor",
  sense: 1,
  travels: false,
  groups: [group("Tern"), group("Kelp", { hot: true }), group("Ling", { waits: false, now: "Goes.", went: "runs" })],
  turns: [],
  minutes: 0,
  ended: false,
  right: true,
  headline: "",
  waited: 0,
  best: [],
  best_waited: 0,
  ...change,
});
const design = { kind: "frame" } as unknown as PracticeCase["design"];
const shown = (change: Partial<PracticeCase>): PracticeCase => ({
  id: "c1",
  round: "r1",
  place: 2,
  cases: 5,
  level: "one",
  design,
  case: null,
  crowd: null,
  ...change,
});
const round = (number: number, minutes: number, ideal: number, level: RoundView["level"] = "one"): RoundView => ({
  number,
  level,
  cases: 5,
  right: 3,
  minutes,
  ideal,
});
const practiceWith = (record: Partial<PracticeRecord["record"]> = {}): PracticeRecord => ({
  levels: [
    { id: "one", words: "One kind of motor" },
    { id: "class", words: "Twelve groups at once" },
  ],
  cases: 5,
  open: null,
  record: { rounds: [], mistaken: [], ...record },
});

/** The pages, with a server that answers every case with this one. */
function pages(at: string, answer: PracticeCase, practice = practiceWith()) {
  for (const call of [act, begin, help]) vi.mocked(call).mockImplementation(() => Promise.resolve(answer));
  const router = createMemoryRouter(
    [
      { path: "/practice", Component: Practice },
      { path: "/practice/:id", Component: CasePage },
    ],
    { initialEntries: [at] },
  );
  answeredInRoom(<RouterProvider router={router} />, [
    { queryKey: practiceQuery.queryKey, data: practice },
    { queryKey: caseQuery("c1").queryKey, data: answer },
    { queryKey: kindsQuery.queryKey, data: [{ id: "frame", name: "Frame motor" }] },
    { queryKey: shelfQuery.queryKey, data: { motors: [{ id: "m1", title: "Lantern" }], unread: [] } },
    { queryKey: lookQuery(design).queryKey, data: { drawing: geometry } },
  ]);
  return router;
}

beforeEach(() => localStorage.clear());
afterEach(() => {
  cleanup();
  vi.clearAllMocks();
});

test("a motor says in words what it does, and a check is made as the next step", async () => {
  pages("/practice/c1", shown({ case: caseView() }));
  expect((await screen.findByText(/Nothing moves\. A contact is dull/)).getAttribute("role")).toBe("status");
  expect(screen.getByText("No")).toBeTruthy();
  fireEvent.click(screen.getByRole("button", { name: "Check, 1 min: Does a skin come off?" }));
  await vi.waitFor(() => expect(act).toHaveBeenCalledWith("c1", 1, { do: "check", id: "coat", cure: "" }));
});

test("a look that was done cannot be done again, and nothing is named before both are chosen", async () => {
  pages(
    "/practice/c1",
    shown({ case: caseView({ looks: [{ id: "feel", do: "Feel it.", minutes: 0.8, done: true }] }) }),
  );
  const look = await screen.findByRole("button", { name: "done: Feel it." });
  expect(look.hasAttribute("disabled")).toBe(true);
  expect(screen.getByRole("button", { name: "Mend it and try" }).hasAttribute("disabled")).toBe(true);
});

test("at its end right or wrong, why, and both times are told, and the next case goes on with the round", async () => {
  pages("/practice/c1", shown({ case: caseView({ end: ended, minutes: 6 }) }));
  const headline = await screen.findByRole("heading", { name: ended!.headline });
  expect(document.activeElement).toBe(headline);
  expect(headline.hasAttribute("data-right")).toBe(false);
  expect(screen.getByText("6 min")).toBeTruthy();
  expect(screen.getByText("3 min")).toBeTruthy();
  expect(screen.getByRole("list", { name: "The ideal way" }).children).toHaveLength(1);
  fireEvent.click(screen.getByRole("button", { name: "Next case (3 of 5)" }));
  await vi.waitFor(() => expect(begin).toHaveBeenCalledWith({ level: "one", round: "r1" }));
});

test("what was given up is told without a race, and a round that is done leads to the record", async () => {
  pages("/practice/c1", shown({ place: 5, case: caseView({ end: { ...ended!, given_up: true }, minutes: 6 }) }));
  expect(await screen.findByText(/You stopped after 6 min/)).toBeTruthy();
  expect(screen.getByRole("link", { name: "To the record" }).getAttribute("href")).toBe("/practice");
});

test("a group that waits is helped by its button, one that goes has none", async () => {
  pages("/practice/c1", shown({ level: "class", crowd: crowd() }));
  fireEvent.click(await screen.findByRole("button", { name: "Help first: Kelp" }));
  await vi.waitFor(() => expect(help).toHaveBeenCalledWith("c1", 0, "Kelp"));
  expect(screen.queryByRole("button", { name: /Ling/ })).toBeNull();
});

test("at its end a class tells both orders", async () => {
  const turn = { name: "Tern", minutes: 2, why: "It was: The wire has a coat.", goes_at: 2 };
  const end = crowd({
    ended: true,
    headline: "The best order.",
    turns: [turn],
    best: [turn],
    waited: 9,
    best_waited: 7,
  });
  pages("/practice/c1", shown({ level: "class", crowd: end }));
  expect(await screen.findByRole("heading", { name: "The best order." })).toBeTruthy();
  expect(screen.getAllByRole("table")).toHaveLength(2);
  expect(screen.getByText("9 min")).toBeTruthy();
});

test("what was chosen begins a round, and is remembered", async () => {
  keepChosen({ level: "class", kind: "", motor: "m1" });
  const router = pages("/practice", shown({ case: caseView() }));
  fireEvent.click(await screen.findByRole("button", { name: "Begin" }));
  await vi.waitFor(() => expect(begin).toHaveBeenCalledWith({ level: "class", motor: "m1" }));
  await vi.waitFor(() => expect(router.state.location.pathname).toBe("/practice/c1"));
});

test("the record shows rounds of one level, and what was mistaken for what", async () => {
  const mistaken = [{ hidden: "The wire has a coat.", named: "The cell is worn.", times: 2 }];
  pages(
    "/practice",
    shown({}),
    practiceWith({ rounds: [round(1, 9, 4), round(2, 60, 50, "class"), round(3, 6, 4)], mistaken }),
  );
  const plot = await screen.findByRole("img", { name: /minutes a case/ });
  expect(plot.getAttribute("aria-label")).toBe("minutes a case: round 1: 9, ideal 4; round 3: 6, ideal 4");
  expect(plot.querySelectorAll("circle")).toHaveLength(2);
  expect(screen.getByText("The cell is worn.")).toBeTruthy();
  expect(screen.getByText(/Right at the first guess in 6 of 10/)).toBeTruthy();
});

test("what begins a case is what was chosen; the next keeps round and level", () => {
  expect(beginning({ level: "one", kind: "frame", motor: "" })).toEqual({ level: "one", kind: "frame" });
  expect(beginning({ level: "one", kind: "frame", motor: "m1" })).toEqual({ level: "one", motor: "m1" });
  expect(beginning({ level: "mixed", kind: "frame", motor: "m1" })).toEqual({ level: "mixed" });
  keepChosen({ level: "one", kind: "frame", motor: "" });
  expect(nextOf(shown({ level: "pairs" }))).toEqual({ level: "pairs", kind: "frame", round: "r1" });
  localStorage.setItem("oakspin.practice", "{");
  expect(chosen().level).toBe("one");
});

test("rounds are plotted under a round top, the lower the quicker", () => {
  const { dots, top } = plotted([round(1, 9.3, 4), round(2, 6, 4)], 100, 50);
  expect(top).toBeGreaterThanOrEqual(9.3);
  expect(dots.map(({ x }) => x)).toEqual([25, 75]);
  expect(dots[0]!.yours).toBeLessThan(dots[1]!.yours);
  expect(dots[0]!.ideal).toBeCloseTo(50 - (50 * 4) / top);
});
