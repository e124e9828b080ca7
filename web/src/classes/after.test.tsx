// @vitest-environment jsdom
import { cleanup, configure, fireEvent, screen, waitFor, within } from "@testing-library/react";
import { MemoryRouter, Route, Routes } from "react-router";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { answeredInRoom } from "../__tests__/inRoom";
import * as wire from "../api/classes";
import { client } from "../api/client";
import { learnQuery } from "../api/learning";
import { AfterPage, keptWords } from "./AfterPage";
import { Notebooks } from "./ReviewReport";

vi.mock("../api/classes", async (original) => ({
  ...(await original<typeof wire>()),
  saveResults: vi.fn(),
  keepWithMotors: vi.fn(),
}));

vi.setConfig({ testTimeout: 30_000 });
configure({ asyncUtilTimeout: 8000 });

const group = (name: string, state = "unknown", sentence = "Nothing is noted.") => ({
  group: name,
  motors: [{ motor: "Beacon", state, sentence, runs: [] as unknown[] }],
  waited: null,
  predicted: "",
  learned: "",
  before: null,
  after: null,
});
const review = {
  headline: "Nothing is noted yet.",
  against: "9 (8 to 11) were forecast; not all groups are noted yet.",
  place: "unknown",
  running: 0,
  noted: 0,
  of: 2,
  first_try: 0,
  not_built: 0,
  waited: null,
  faults: [],
  fastest: [],
  gain: null,
  magnets: "24 magnets went out. Count them in before anybody leaves.",
  magnets_missing: false,
  next: [],
  groups: [group("Kelp"), group("Tern")],
};
const resultsView = (change: object = {}, of: object = {}) =>
  ({
    version: 3,
    plan: { title: "Tuesday", date: "2026-12-01", motors: [{ title: "Beacon", design: { maker: "older_pupil" } }] },
    results: { groups: [], questions: null, magnets_in: null, note: "", foretold: { running: 9, low: 8, high: 11, first_try: 6, waiting_min: 2, often: [] } }, // prettier-ignore
    motors: [
      {
        title: "Beacon",
        shelf: "m1",
        form: {
          turns: ["runs", "runs_after_flick"],
          ends: ["jumps_off", "starts_then_stops"],
          groups: [{ id: "count", label: "Turns", fields: ["turns", "turns_seconds"], usual: true }],
          readings: [
            { field: "turns", label: "Turns counted", unit: "turns" },
            { field: "turns_seconds", label: "Seconds for them", unit: "s" },
          ],
          seen: { runs: "runs by itself", nothing: "nothing at all" },
        },
        faults: [{ id: "covered", sentence: "There is still enamel on a lead." }],
      },
    ],
    pending: 1,
    kept: null,
    ...change,
    review: { ...review, ...of },
  }) as unknown as wire.ResultsView;

const shown = (first = resultsView()) => {
  // The page asks for the newest before it shows anything.
  vi.spyOn(client, "POST").mockResolvedValue({ data: first, response: new Response() } as never);
  return answeredInRoom(
    <MemoryRouter initialEntries={["/classes/c1/after"]}>
      <Routes>
        <Route path="/classes/:id/after" element={<AfterPage />} />
      </Routes>
    </MemoryRouter>,
    [{ queryKey: learnQuery("m1", [], []).queryKey, data: { trials: 0, odd: [], rows: [], things: [], what: "" } }],
  );
};
const save = vi.mocked(wire.saveResults);
const sent = () => save.mock.calls.at(-1)![2];

beforeEach(() => {
  vi.clearAllMocks();
  save.mockImplementation((_id, version) => Promise.resolve(resultsView({ version: version + 1 })));
});
afterEach(cleanup);

test("what a group did is kept a moment after it was noted, by the version seen", async () => {
  shown();
  fireEvent.click(await screen.findByRole("button", { name: "They tried it" }));
  expect(screen.getByText("Not saved yet: Kelp, try 1: tick what was seen.")).toBeTruthy();
  fireEvent.click(screen.getByRole("checkbox", { name: /runs by itself/ }));
  await waitFor(() => expect(save).toHaveBeenCalledTimes(1));
  expect(save.mock.calls[0]!.slice(0, 2)).toEqual(["c1", 3]);
  expect(sent().groups[0]).toMatchObject({ group: "Kelp", motors: [{ motor: 0, tries: [{ seen: ["runs"] }] }] });
  fireEvent.change(screen.getByRole("textbox", { name: "Right before" }), { target: { value: "2" } });
  await waitFor(() => expect(save).toHaveBeenCalledTimes(2));
  expect(save.mock.calls[1]![1]).toBe(4);
});

test("what was wrong is asked only where it did not go, and kept with its minutes", async () => {
  shown();
  fireEvent.click(await screen.findByRole("button", { name: "They tried it" }));
  fireEvent.click(screen.getByRole("checkbox", { name: /runs by itself/ }));
  expect(screen.queryByRole("button", { name: /What was wrong/ })).toBeNull();
  fireEvent.click(screen.getByRole("checkbox", { name: /runs by itself/ }));
  fireEvent.click(screen.getByRole("checkbox", { name: /nothing at all/ }));
  fireEvent.click(screen.getByRole("button", { name: /What was wrong/ }));
  fireEvent.click(await screen.findByRole("option", { name: "There is still enamel on a lead." }));
  expect(screen.getByText(/what helped teaches only where it went/)).toBeTruthy();
  fireEvent.change(screen.getByRole("textbox", { name: /Found and mended in/ }), { target: { value: "4" } });
  await waitFor(() => expect(sent().groups[0]!.motors[0]!.tries[0]).toMatchObject({ fault: "covered", minutes: 4 }));
});

test("a group that was not built in time is so in one press, and undone in another", async () => {
  shown();
  fireEvent.click(await screen.findByRole("button", { name: "Not built in time" }));
  await waitFor(() => expect(sent().groups[0]!.motors).toEqual([{ motor: 0, tries: [] }]));
  fireEvent.click(screen.getByRole("button", { name: "Undo" }));
  await waitFor(() => expect(sent().groups).toEqual([]));
});

test("the next group is one press away, its fields its own", async () => {
  shown();
  const waited = await screen.findByRole("textbox", { name: /Waited for help/ });
  fireEvent.change(waited, { target: { value: "5" } });
  fireEvent.click(screen.getByRole("button", { name: "Next: Tern" }));
  expect(screen.getByRole("heading", { name: "Tern" })).toBeTruthy();
  expect((screen.getByRole("textbox", { name: /Waited for help/ }) as HTMLInputElement).value).toBe("");
  expect(screen.queryByRole("button", { name: /^Next/ })).toBeNull();
});

test("missing magnets are an alert, and the forecast stands beside what came", async () => {
  shown(
    resultsView(
      {},
      {
        headline: "1 of 2 had it running.",
        noted: 2,
        first_try: 1,
        waited: 3.5,
        magnets: "2 of 24 magnets missing! Search until found.",
        magnets_missing: true,
        faults: [{ id: "covered", motor: "Beacon", sentence: "Enamel.", cure: "Scrape.", expected: 0.6, found: 1, thought: 1, before: 0.06, now: 0.1 }], // prettier-ignore
      },
    ),
  );
  const report = await screen.findByRole("region", { name: "Report" });
  expect(within(report).getByRole("alert").textContent).toContain("2 of 24 magnets missing");
  expect(report.textContent).toContain("At the first try 1, forecast 6.");
  expect(report.textContent).toContain("Waited for help 3.5 min each, forecast 2 min.");
  const row = within(report).getByRole("row", { name: /Enamel/ });
  expect(row.textContent).toContain("1 (1 more, not proved)");
  // Before it is kept with the motors nothing is told as if it had taught.
  expect(row.textContent).not.toContain("→");
});

test("what came is kept with the motors in one press, and what was put on the shelf is told", async () => {
  const done = resultsView({ pending: 0, kept: { trials: 2, repairs: 1, shelved: ["Beacon"] } }, { noted: 2 });
  vi.mocked(wire.keepWithMotors).mockResolvedValue(done);
  shown(resultsView({}, { noted: 2 }));
  const button = await screen.findByRole("button", { name: "Keep with the motors" });
  expect(screen.getByText("1 entry is not kept with the motors yet.")).toBeTruthy();
  fireEvent.click(button);
  await screen.findByText("2 trials and 1 repair are kept with the motors, and teach. Beacon now stands on the shelf.");
  expect((button as HTMLButtonElement).disabled).toBe(true);
});

test("how much is kept is told in words", () => {
  expect(keptWords(resultsView({ pending: 3 }))).toBe("3 entries are not kept with the motors yet.");
  expect(keptWords(resultsView({ pending: 0 }))).toBe("All is kept with the motors, and teaches.");
  expect(keptWords(resultsView({ pending: 0, kept: { trials: 1, repairs: 2, shelved: [] } }))).toBe(
    "1 trial and 2 repairs are kept with the motors, and teach.",
  );
});

test("a save that fails is told, and what was written stays", async () => {
  save.mockRejectedValue(new Error("The server is away."));
  shown();
  fireEvent.change(await screen.findByRole("textbox", { name: "Your own words" }), { target: { value: "Windy." } });
  expect((await screen.findByRole("alert")).textContent).toContain("The server is away.");
  expect((screen.getByRole("textbox", { name: "Your own words" }) as HTMLTextAreaElement).value).toBe("Windy.");
});

test("a notebook tells each try of a group beside its prediction, and leaves out who is not noted", () => {
  const main = { name: "speed", label: "Speed", unit: "turns/min", plain_unit: "turns a minute", plain_per: 1, measured: 480, predicted: 600, band: [500, 700], place: "below" }; // prettier-ignore
  const runs = [
    { number: 1, goes: false, minute: 30, seen: "nothing at all", fault: "There is enamel.", minutes: 3, changed: "", main: null }, // prettier-ignore
    { number: 2, goes: true, minute: null, seen: "runs by itself", fault: "", minutes: null, changed: "scraped", main },
  ];
  const kelp = { ...group("Kelp", "runs", "Went at try 2."), learned: "Scrape more.", before: 2, after: 4 };
  kelp.motors[0]!.runs = runs;
  answeredInRoom(<Notebooks review={{ ...review, groups: [kelp, group("Tern")] } as unknown as wire.Review} />, []);
  expect(screen.queryByRole("heading", { name: "Tern" })).toBeNull();
  const [first, second] = screen.getAllByRole("listitem").map(({ textContent }) => textContent);
  expect(first).toBe("Minute 30: nothing at all. Found: there is enamel. (3 min)");
  expect(second).toBe(
    "scraped: runs by itself, speed 480 turns a minute (500 to 700 predicted: below the prediction).",
  );
  expect(screen.getByText("Right answers: 2 before, 4 after.")).toBeTruthy();
});
