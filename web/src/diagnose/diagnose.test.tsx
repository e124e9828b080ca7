// @vitest-environment jsdom
import { cleanup, fireEvent, screen, waitFor, within } from "@testing-library/react";
import { MemoryRouter } from "react-router";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { answeredInRoom, inRoom } from "../__tests__/inRoom";
import * as client from "../api/client";
import { posted, type Design, type Geometry } from "../api/client";
import type { Cause, Diagnosed } from "../api/diagnose";
import { lookQuery } from "../api/queries";
import type { Working } from "../shell/useDemonstration";
import { DoNow } from "./DoNow";
import { FixIt } from "./FixIt";
import { minutes } from "./minutes";
import { OtherCauses } from "./OtherCauses";
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
  effect: "Fixed, it goes in 90 of 100 builds, near 840 turns a minute.",
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
    next: causes[1] ? { id: causes[1].id, cure: false, why: "This check helps most for the time it takes." } : null,
    planned: 0.1,
    helps: "Read the current in amps: it would help most.",
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

const causes = (props: Partial<Parameters<typeof OtherCauses>[0]> = {}) => {
  const answer = vi.fn();
  const fixed = vi.fn();
  inRoom(
    <OtherCauses
      causes={["coat", "gap", "cell"].map((id) => cause(id))}
      ranked
      answers={{}}
      cured={[]}
      answer={answer}
      fixed={fixed}
      {...props}
    />,
  );
  return { answer, fixed };
};
const row = (id: string) => document.querySelector<HTMLElement>(`[data-cause=${id}]`)!;
const press = (name: string) => fireEvent.click(screen.getByRole("button", { name, hidden: true }));

test("other causes are folded to a line with their chance, and only once something was seen", () => {
  causes();
  expect(document.querySelectorAll("details[open]")).toHaveLength(0);
  expect(row("coat").textContent).toContain("perhaps, 40 of 100, explains 1 of 2");
  cleanup();
  causes({ ranked: false });
  expect(row("coat").textContent).not.toContain("perhaps");
});

test("a check of the list is answered by one press, and taken back by another", () => {
  const { answer } = causes();
  press("Yes: Is the coat off?");
  expect(answer).toHaveBeenCalledWith("coat", "yes");
  cleanup();
  const again = causes({ answers: { coat: "yes" } });
  expect(row("coat").textContent).toContain("checked: yes");
  press("Yes: Is the coat off?");
  expect(again.answer).toHaveBeenCalledWith("coat", null);
});

test("a fix of the list says whether it goes now", () => {
  const { fixed } = causes({ causes: [cause("coat")] });
  press("Did it: it goes");
  press("Did it: still dead");
  expect(fixed.mock.calls).toEqual([
    ["coat", true],
    ["coat", false],
  ]);
});

const now = (cure: boolean, change: Partial<Cause> = {}) => {
  const answer = vi.fn();
  const fixed = vi.fn();
  const skip = vi.fn();
  const goes = vi.fn();
  const step = { id: "coat", cure, why: "This check helps most for the time it takes." };
  inRoom(<DoNow step={step} cause={cause("coat", change)} answer={answer} fixed={fixed} skip={skip} goes={goes} />);
  return { answer, fixed, skip, goes };
};

test("the step to do now is a check with its question, and each answer is a press", () => {
  const { answer, fixed, goes } = now(false, { caution: "Power off first." });
  const text = document.querySelector("[data-now]")!.textContent;
  expect(text).toContain("Look at the coat. 30 s · lamp");
  expect(text.indexOf("Power off first.")).toBeLessThan(text.indexOf("Is the coat off?"));
  for (const name of ["Yes", "No", "Cannot tell"]) press(`${name}: Is the coat off?`);
  expect(answer.mock.calls).toEqual([
    ["coat", "yes"],
    ["coat", "no"],
    ["coat", "unsure"],
  ]);
  press("It goes now");
  expect(goes).toHaveBeenCalledOnce();
  expect(fixed).not.toHaveBeenCalled();
});

test("the step to do now is a fix with what it does, and can be skipped", () => {
  const { fixed, skip } = now(true);
  const text = document.querySelector("[data-now]")!.textContent;
  expect(text).toContain("Mend the coat. 2 min · tape");
  expect(text).toContain("it goes in 90 of 100 builds");
  press("Did it: it goes");
  press("Did it: still dead");
  press("Cannot do it now");
  expect(fixed.mock.calls).toEqual([
    ["coat", true],
    ["coat", false],
  ]);
  expect(skip).toHaveBeenCalledWith("coat");
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
  const working = {
    design,
    kept: { id: "m1" },
    flush: () => Promise.resolve(true),
    seen: () => 1,
  } as unknown as Working;
  return answeredInRoom(
    <MemoryRouter>
      <FixIt working={working} />
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

test("when it goes, that is all the page says: the run is logged in two fields with what was wrong", async () => {
  page(answerOf([cause("coat"), cause("gap")]));
  fireEvent.click(await screen.findByRole("checkbox", { name: "Nothing moves" }));
  await waitFor(() => expect(lastBody()).toMatchObject({ signs: ["nothing"] }));
  await waitFor(() => expect(document.querySelector("[data-now=gap]")).toBeTruthy());
  expect(screen.getByRole("img", { name: "The motor with a circle where to look" })).toBeTruthy();
  fireEvent.click(within(row("gap")).getByRole("button", { name: "Did it: it goes", hidden: true }));
  const heading = await screen.findByRole("heading", { name: "It goes" });
  expect(document.activeElement).toBe(heading);
  expect(document.querySelector("[data-cause]")).toBeNull();
  expect(JSON.parse(localStorage.getItem("oakspin.fix.m1")!)).toMatchObject({ signs: [], cured: [] });
  fireEvent.change(screen.getByLabelText(/^Turns counted/), { target: { value: "many" } });
  expect(await screen.findByText(/"many": type a whole number of turns/)).toBeTruthy();
  fireEvent.change(screen.getByLabelText(/^Turns counted/), { target: { value: "2.5" } });
  expect(await screen.findByText(/"2.5": type a whole number of turns/)).toBeTruthy();
  fireEvent.change(screen.getByLabelText(/^Turns counted/), { target: { value: "40" } });
  const sent = vi.spyOn(client, "post").mockResolvedValue({} as never);
  sent.mockClear();
  // Turns without their seconds are asked for, not dropped.
  fireEvent.click(screen.getByRole("button", { name: "Log this run" }));
  expect(await screen.findByText("Type how many seconds they took.")).toBeTruthy();
  expect(sent).not.toHaveBeenCalled();
  fireEvent.change(screen.getByLabelText(/^Seconds/), { target: { value: "3" } });
  fireEvent.click(screen.getByRole("button", { name: "Log this run" }));
  expect(await screen.findByText("The run is logged.")).toBeTruthy();
  const { body } = sent.mock.calls.find(([path]) => path === "/api/shelf/{id}/trials")![1] as unknown as {
    body: { trial: object };
  };
  expect(body.trial).toMatchObject({
    readings: { turns: 40, turns_seconds: 3 },
    seen: ["runs"],
    note: "It did not go. The gap is wrong. Mend the gap. It went after 1 min.",
  });
});

test("what goes though nothing was found teaches no fault", async () => {
  page(answerOf([cause("coat"), cause("gap")]));
  fireEvent.click(await screen.findByRole("checkbox", { name: "Nothing moves" }));
  const sent = vi.spyOn(client, "post").mockResolvedValue({} as never);
  sent.mockClear();
  fireEvent.click(await screen.findByRole("button", { name: "It goes now" }));
  expect(await screen.findByText(/What stopped it is not known\. It goes after 1 min\./)).toBeTruthy();
  expect(screen.queryByText(/counts as more common/)).toBeNull();
  expect(sent).not.toHaveBeenCalled();
});

test("a step that cannot be done now is left out of the next question", async () => {
  const answer = answerOf([cause("coat"), cause("gap")]);
  page({ ...answer, diagnosis: { ...answer.diagnosis, next: { id: "gap", cure: true, why: "" } } });
  fireEvent.click(await screen.findByRole("checkbox", { name: "Nothing moves" }));
  fireEvent.click(await screen.findByRole("button", { name: "Cannot do it now" }));
  await waitFor(() => expect(lastBody()).toMatchObject({ skipped: ["gap"] }));
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
