// @vitest-environment jsdom
import { cleanup, configure, fireEvent, screen, waitFor, within } from "@testing-library/react";
import { MemoryRouter } from "react-router";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { answeredInRoom } from "../__tests__/inRoom";
import * as wire from "../api/search";
import { SearchPage } from "./SearchPage";

vi.mock("../api/search", async (original) => ({
  ...(await original<typeof wire>()),
  runSearch: vi.fn(),
  findPurchases: vi.fn(),
}));

// The whole page is drawn in each: that takes its time where other tests run beside it.
vi.setConfig({ testTimeout: 30_000 });
configure({ asyncUtilTimeout: 8000 });

const matters = (["sure", "fast", "quick", "cheap"] as const).map((id) => ({
  id,
  name: `${id} name`,
  best: id,
  figure: `${id} figure`,
  unit: id === "sure" ? "of 100" : "",
  meaning: `what ${id} means`,
}));
const part = (key: string, name: string, why_not = "") => ({ key, name, sort: "magnet", amount: 6, unit: "pieces", why_not }); // prettier-ignore
const form = {
  matters,
  kinds: [
    { id: "frame", name: "Frame motor" },
    { id: "roller", name: "Roller" },
  ],
  drawer: [part("a", "Discs"), part("b", "Blocks", "the sides of a block are not kept")],
  kit: [part("0", "Kit discs")],
  usual: {
    hands: "older_pupil",
    groups: 1,
    minutes: 90,
    matters: ["sure", "fast"],
    kinds: ["frame", "roller"],
    without: [],
    no_sharp_tools: false,
    most_A: null,
  },
} as unknown as wire.SearchForm;
const design = (kind: string, title: string, sure: number, change: Partial<wire.FoundDesign> = {}) =>
  ({
    kind,
    name: title,
    title,
    design: { kind },
    goes: sure / 100,
    minutes: 40,
    before: 6,
    cost: 1.5,
    priced: true,
    best_in: [],
    figures: { sure, fast: 3, quick: 40, cheap: 1.5 },
    worth: {},
    takes: [{ key: "a", name: "Discs", sort: "magnet", amount: 2, unit: "pieces", in_all: 12 }],
    besides: [],
    reason: `The reason of ${title}.`,
    in_front: true,
    short: true,
    parts: { magnet: "a" },
    drawing: null,
    ...change,
  }) as unknown as wire.FoundDesign;
const state = (change: Partial<wire.SearchState> = {}) =>
  ({
    seen: 41200,
    of: 41200,
    done: true,
    found: [design("frame", "Frame of discs", 91), design("roller", "Roller of discs", 70, { in_front: false })],
    left_out: [{ kind: "train", name: "Coil train", why: "there is no wire for it" }],
    ...change,
  }) as wire.SearchState;

Object.assign(wire.searchFormQuery, { staleTime: Infinity }); // no server to ask anew
const shown = () =>
  answeredInRoom(
    <MemoryRouter>
      <SearchPage />
    </MemoryRouter>,
    [{ queryKey: wire.searchFormQuery.queryKey, data: form }],
  );

beforeEach(() => {
  localStorage.clear();
  vi.mocked(wire.runSearch).mockImplementation((_, __, ___, show) => {
    show(state());
    return Promise.resolve();
  });
});
afterEach(() => {
  cleanup();
  vi.clearAllMocks();
});

const search = () => fireEvent.click(screen.getByRole("button", { name: "Search" }));

test("what is asked is what the search is given", async () => {
  shown();
  fireEvent.change(screen.getByLabelText("Groups at once"), { target: { value: "6" } });
  fireEvent.change(screen.getByLabelText("Minutes to build"), { target: { value: "40,5" } });
  fireEvent.click(screen.getByRole("button", { name: "fast name: matters more ↑" }));
  search();
  await screen.findByText(/41,200 designs tried, 2 worth a look/);
  const [request, from] = vi.mocked(wire.runSearch).mock.calls[0]!;
  expect(from).toBe("drawer");
  expect(request).toMatchObject({ groups: 6, minutes: 40.5, matters: ["fast", "sure"] });
  cleanup();
  shown();
  expect((screen.getByLabelText("Groups at once") as HTMLInputElement).value).toBe("6");
});

test.each([
  ["Groups at once", "2.5", /whole number from 1 to 40/],
  ["Groups at once", "soup", /whole number from 1 to 40/],
  ["Minutes to build", "-5", /from 5 to 600/],
  ["Minutes to build", "", /from 5 to 600/],
  ["Amperes at most", "999999999", /from 0.01 to 100, or nothing/],
])("%s of %j is told where it stands, and nothing is searched", (label, value, words) => {
  shown();
  fireEvent.change(screen.getByLabelText(label), { target: { value } });
  expect(screen.getByText(words)).toBeTruthy();
  search();
  expect(wire.runSearch).not.toHaveBeenCalled();
});

test("the short list says why, what each takes for all groups, and what was not found says why not", async () => {
  shown();
  fireEvent.change(screen.getByLabelText("Groups at once"), { target: { value: "6" } });
  search();
  const list = within(screen.getByRole("region", { name: "Short list" }));
  expect(await list.findByText("The reason of Frame of discs.")).toBeTruthy();
  expect(list.getAllByText(/2 × Discs \(12 in all\)/)).toHaveLength(2);
  expect(screen.getByText(/there is no wire for it/)).toBeTruthy();
  expect(screen.getByText(/hollow: others are better/)).toBeTruthy();
});

test("two are compared figure by figure, and a third takes the place of the first", async () => {
  vi.mocked(wire.runSearch).mockImplementation((_, __, ___, show) => {
    show(state({ found: ["One", "Two", "Three"].map((title, at) => design("frame", title, 90 - at)) }));
    return Promise.resolve();
  });
  shown();
  search();
  const buttons = await screen.findAllByRole("button", { name: "Compare" });
  for (const button of buttons) fireEvent.click(button);
  const heads = within(screen.getByRole("table", { name: "Side by side" })).getAllByRole("columnheader");
  expect(heads.map((head) => head.textContent)).toEqual(["Figure", "Two", "Three"]);
});

test("a search that is stopped says so and keeps what it had", async () => {
  vi.mocked(wire.runSearch).mockImplementation(async (_, __, signal, show) => {
    show(state({ seen: 900, done: false }));
    await new Promise((_resolve, reject) =>
      signal.addEventListener("abort", () => reject(new DOMException("stopped", "AbortError"))),
    );
  });
  shown();
  search();
  expect(await screen.findByText(/900 designs tried, 2 worth a look · 2 %/)).toBeTruthy();
  fireEvent.click(screen.getByRole("button", { name: "Stop" }));
  expect(await screen.findByText(/stopped: judged on few builds only/)).toBeTruthy();
  expect(screen.queryByRole("alert")?.textContent).toBeUndefined();
});

test("trouble is told", async () => {
  vi.mocked(wire.runSearch).mockRejectedValue(new Error("The server went away."));
  shown();
  search();
  expect((await screen.findByRole("alert")).textContent).toBe("The server went away.");
});

test("what is worth buying makes a list, each good once", async () => {
  const good = { name: "Disc magnets", sort: "magnet", each: 2, amount: 14, unit: "pieces", spares: 2, price: 0.5 };
  const purchase = (sentence: string, amount: number) => ({ sentence, gains: [], goods: [{ ...good, amount }] });
  vi.mocked(wire.findPurchases).mockImplementation((_, __, ___, show) => {
    show({
      tried: 3,
      of: 3,
      done: true,
      purchases: [purchase("Opens the train.", 14), purchase("Raises the frame.", 9)],
    });
    return Promise.resolve();
  });
  shown();
  search();
  fireEvent.click(await screen.findByRole("button", { name: "Find out what is worth buying" }));
  fireEvent.click(await screen.findByRole("checkbox", { name: /Opens the train/ }));
  fireEvent.click(screen.getByRole("checkbox", { name: /Raises the frame/ }));
  await waitFor(() => expect(screen.getByText(/14 ×/)).toBeTruthy());
  expect(screen.queryByText(/9 ×/)).toBeNull();
  expect(screen.getByText(/about 7/)).toBeTruthy();
});

test("a part that no design can take is told so and cannot be ticked", () => {
  shown();
  expect(screen.getByText(/not used: the sides of a block are not kept/)).toBeTruthy();
  expect((screen.getByRole("checkbox", { name: /Blocks/ }) as HTMLInputElement).disabled).toBe(true);
});
