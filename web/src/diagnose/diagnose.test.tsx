// @vitest-environment jsdom
import { cleanup, fireEvent, screen, waitFor } from "@testing-library/react";
import { MemoryRouter } from "react-router";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { answeredInRoom, inRoom } from "../__tests__/inRoom";
import { posted, type Design, type Geometry } from "../api/client";
import type { Cause, Diagnosed } from "../api/diagnose";
import { lookQuery } from "../api/queries";
import type { Working } from "../shell/useDemonstration";
import { Causes, minutes } from "./Causes";
import { DoesNotGo } from "./DoesNotGo";
import { SignPictures } from "./SignPictures";
import { WhereToLook } from "./WhereToLook";

vi.mock(import("../api/client"), async (actual) => ({ ...(await actual()), posted: vi.fn() }));

const cause = (id: string, change: Partial<Cause> = {}): Cause => ({
  id,
  sentence: `The ${id} is wrong.`,
  chance: 0.4,
  word: "perhaps",
  explains: "explains 1 of 2",
  check: {
    do: `Look at the ${id}.`,
    question: `Is the ${id} off?`,
    minutes: 0.5,
    tools: ["lamp"],
    sure: 0.9,
    mistaken: 0.05,
    also: [],
    effort: null,
  },
  cure: { do: `Mend the ${id}.`, minutes: 2, needs: "tape" },
  effect: "Mended, it goes in 90 of 100 builds, near 840 turns a minute.",
  caution: "",
  often: "",
  at: [0, 5],
  ...change,
});
const answerOf = (causes: Cause[], change: Partial<Diagnosed["diagnosis"]> = {}): Diagnosed => ({
  sense: -1,
  travels: false,
  signs: [
    { id: "nothing", word: "Nothing moves", group: "went", parts: [] },
    { id: "runs", word: "Runs by itself", group: "went", parts: [] },
    { id: "dull", word: "A contact is dull or colored", group: "beside", parts: ["lead", "magnets"] },
  ],
  diagnosis: {
    summary: "Perhaps: the coat is wrong.",
    causes,
    more: 3,
    next: causes[1] ? { id: causes[1].id, cure: false, why: "Check this first: it tells most for its minute." } : null,
    planned: 0.1,
    helps: "Read the current in amps: it would tell most.",
    ...change,
  },
});
const geometry = {
  bounds: [-10, 0, 10, 20],
  pose: 0,
  shapes: [],
  moving: [],
  sparks: [],
  dots: [],
} as unknown as Geometry;
const design = { kind: "frame" } as unknown as Design;

beforeEach(() => localStorage.clear());
afterEach(() => {
  cleanup();
  vi.clearAllMocks();
});

const causes = (props: Partial<Parameters<typeof Causes>[0]> = {}) => {
  const answer = vi.fn();
  const mended = vi.fn();
  inRoom(
    <Causes
      diagnosis={
        answerOf(["coat", "gap", "cell", "foot", "rim", "tip", "flick", "lead"].map((id) => cause(id))).diagnosis
      }
      answers={{}}
      cured={[]}
      answer={answer}
      mended={mended}
      {...props}
    />,
  );
  return { answer, mended };
};
const row = (id: string) => document.querySelector<HTMLElement>(`[data-cause=${id}]`)!;

test("six causes are shown, the first and the next one open, and the next says why", () => {
  causes();
  expect(document.querySelectorAll("[data-cause]")).toHaveLength(6);
  expect(row("coat").querySelector("details")!.open).toBe(true);
  expect(row("gap").querySelector("details")!.open).toBe(true);
  expect(row("gap").hasAttribute("data-next")).toBe(true);
  expect(row("gap").textContent).toContain("it tells most for its minute");
  expect(row("cell").querySelector("details")!.open).toBe(false);
  fireEvent.click(row("cell").querySelector("summary")!);
  expect(row("cell").querySelector("details")!.open).toBe(true);
});

test("a check is answered by one press, and taken back by another", () => {
  const { answer } = causes();
  fireEvent.click(screen.getByRole("button", { name: "Yes: Is the coat off?" }));
  expect(answer).toHaveBeenCalledWith("coat", "yes");
  cleanup();
  const again = causes({ answers: { coat: "yes" } });
  fireEvent.click(screen.getByRole("button", { name: "Yes: Is the coat off?", pressed: true }));
  expect(again.answer).toHaveBeenCalledWith("coat", null);
});

test("what was answered or mended stays in the list, wherever it falls", () => {
  causes({ answers: { lead: "no" }, cured: ["flick"] });
  expect(row("lead").querySelector("details")!.open).toBe(true);
  expect(row("flick").textContent).toContain("☑ Mended, still the same");
  expect(document.querySelectorAll("[data-cause]")).toHaveLength(8);
});

test("mending says whether it goes now", () => {
  const { mended } = causes();
  fireEvent.click(row("coat").querySelectorAll("button")[3]!);
  expect(mended).toHaveBeenCalledWith("coat", true);
  fireEvent.click(row("coat").querySelectorAll("button")[4]!);
  expect(mended).toHaveBeenCalledWith("coat", false);
});

test("a caution stands before the check is answered", () => {
  causes({ diagnosis: answerOf([cause("coat", { caution: "Power off first." })]).diagnosis });
  const text = row("coat").textContent;
  expect(text.indexOf("Power off first.")).toBeLessThan(text.indexOf("Not sure"));
});

test("short times are told in tens of seconds, longer ones in minutes", () => {
  expect([0.1, 0.3, 0.5, 1, 2.55].map(minutes)).toEqual(["10 s", "20 s", "30 s", "1 min", "2.6 min"]);
});

test("how it went is one of several, what is seen beside adds up", () => {
  const change = vi.fn();
  const { rerender } = inRoom(
    <SignPictures answer={answerOf([cause("coat")])} geometry={geometry} signs={["nothing"]} change={change} />,
  );
  fireEvent.click(screen.getByRole("checkbox", { name: "Runs by itself" }));
  expect(change).toHaveBeenLastCalledWith(["runs"]);
  fireEvent.click(screen.getByRole("checkbox", { name: "A contact is dull or colored" }));
  expect(change).toHaveBeenLastCalledWith(["nothing", "dull"]);
  fireEvent.click(screen.getByRole("checkbox", { name: "Nothing moves" }));
  expect(change).toHaveBeenLastCalledWith([]);
  // What is done is shown as a picture, what is seen of a part in words.
  expect(document.querySelectorAll("[data-sign] svg")).toHaveLength(2);
  expect(rerender).toBeTruthy();
});

test("numbers say where to look, and none hides another", () => {
  inRoom(<WhereToLook geometry={geometry} causes={[cause("a"), cause("b"), cause("c", { at: null })]} />);
  expect(screen.getByRole("img", { name: "The motor with numbers where to look: 1, 2" })).toBeTruthy();
  const places = [...document.querySelectorAll("svg > g[transform]")].map((each) => each.getAttribute("transform"));
  expect(new Set(places).size).toBe(2);
});

const page = (answer: Diagnosed) => {
  vi.mocked(posted).mockImplementation(() => Promise.resolve(new Response(JSON.stringify(answer))));
  const working = { design, kept: { id: "m1" } } as unknown as Working;
  return answeredInRoom(
    <MemoryRouter>
      <DoesNotGo working={working} />
    </MemoryRouter>,
    [{ queryKey: lookQuery(design).queryKey, data: { drawing: geometry } }],
  );
};
const lastBody = () => vi.mocked(posted).mock.calls.at(-1)![1] as Record<string, unknown>;

test("every tick and every number asks anew, and nothing but numbers is sent", async () => {
  page(answerOf([cause("coat"), cause("gap")]));
  fireEvent.click(await screen.findByRole("checkbox", { name: "Nothing moves" }));
  await waitFor(() => expect(lastBody()).toMatchObject({ signs: ["nothing"], readings: {} }));
  fireEvent.change(screen.getByLabelText(/^Current/), { target: { value: "1,5" } });
  await waitFor(() => expect(lastBody()).toMatchObject({ readings: { current: 1.5 } }));
  fireEvent.change(screen.getByLabelText(/^Volts/), { target: { value: "many" } });
  expect(await screen.findByText("A number, please.")).toBeTruthy();
  expect(lastBody()).toMatchObject({ readings: { current: 1.5 } });
  fireEvent.click(screen.getByRole("button", { name: "No: Is the coat off?" }));
  await waitFor(() => expect(lastBody()).toMatchObject({ answers: { coat: "no" } }));
  fireEvent.click(screen.getByRole("button", { name: "Start over" }));
  await waitFor(() => expect(screen.queryByRole("button", { name: "Start over" })).toBeNull());
});

test("where a ticked sign is seen is asked, sent while it is ticked, and taken back by not sure", async () => {
  page(answerOf([cause("coat")]));
  const dull = await screen.findByRole("checkbox", { name: "A contact is dull or colored" });
  expect(screen.queryByRole("radiogroup")).toBeNull();
  fireEvent.click(dull);
  expect(await screen.findByRole("radiogroup", { name: "A contact is dull or colored: where?" })).toBeTruthy();
  fireEvent.click(screen.getByRole("radio", { name: "magnets" }));
  await waitFor(() => expect(lastBody()).toMatchObject({ signs: ["dull"], where: { dull: "magnets" } }));
  fireEvent.click(screen.getByRole("checkbox", { name: "Nothing moves" }));
  await waitFor(() => expect(lastBody()).toMatchObject({ signs: ["dull", "nothing"], where: { dull: "magnets" } }));
  fireEvent.click(dull);
  await waitFor(() => expect(lastBody()).toEqual({ ...lastBody(), signs: ["nothing"], where: {} }));
  fireEvent.click(dull);
  const magnets = await screen.findByRole<HTMLInputElement>("radio", { name: "magnets" });
  expect(magnets.checked).toBe(true);
  fireEvent.click(screen.getByRole("radio", { name: "not sure" }));
  await waitFor(() => expect(lastBody()).toEqual({ ...lastBody(), signs: ["dull", "nothing"], where: {} }));
});

test("what was wrong and what helped goes into the note of the next trial, and the list begins anew", async () => {
  page(answerOf([cause("coat"), cause("gap")]));
  fireEvent.click(await screen.findByRole("checkbox", { name: "Nothing moves" }));
  await waitFor(() => expect(lastBody()).toMatchObject({ signs: ["nothing"] }));
  fireEvent.click(screen.getAllByRole("button", { name: "Mended: it goes now" })[0]!);
  const line = await screen.findByText(/It did not go\. The coat is wrong\. Mend the coat\. Mended after 1 min\./);
  expect(document.activeElement).toBe(line);
  const draft = JSON.parse(localStorage.getItem("oakspin.trial.m1")!) as { note: string };
  expect(draft.note).toBe("It did not go. The coat is wrong. Mend the coat. Mended after 1 min.");
  expect(JSON.parse(localStorage.getItem("oakspin.fix.m1")!)).toMatchObject({ signs: [], cured: [] });
});

test("what was ticked before is still ticked, and what cannot be read is begun anew", async () => {
  localStorage.setItem("oakspin.fix.m1", JSON.stringify({ signs: ["dull"], answers: { coat: "yes" } }));
  page(answerOf([cause("coat")]));
  await waitFor(() => expect(lastBody()).toMatchObject({ signs: ["dull"], answers: { coat: "yes" } }));
  cleanup();
  localStorage.setItem("oakspin.fix.m1", "{");
  page(answerOf([cause("coat")]));
  await waitFor(() => expect(lastBody()).toMatchObject({ signs: [], answers: {} }));
});

test("a train is not asked for turns", async () => {
  page({ ...answerOf([cause("coat")]), travels: true });
  expect(await screen.findByRole("checkbox", { name: "Nothing moves" })).toBeTruthy();
  expect(screen.queryByLabelText(/^Turns/)).toBeNull();
});
