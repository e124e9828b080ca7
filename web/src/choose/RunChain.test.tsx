// @vitest-environment jsdom
import { cleanup, fireEvent, screen, within } from "@testing-library/react";
import { afterEach, expect, test } from "vitest";
import type { Link, Verdict } from "../api/client";
import { explainedQuery } from "../api/queries";
import { answeredInRoom, inRoom } from "../__tests__/inRoom";
import { RunChain } from "./RunChain";

afterEach(cleanup);

const link = (id: string, state: Link["state"], figure: number, unit = "A"): Link => ({
  id,
  name: id,
  state,
  figure,
  unit,
  band: [figure * 0.8, figure * 1.2],
  margin: 1,
  margin_band: [0.5, 2],
  sentence: `about ${id}`,
  wording: "",
  spoken: { text: `${figure} ${unit}`, band: "8–12", plain: `${figure} plain ${unit}`, plain_band: "80–120" },
});
const verdict = (...links: Link[]) => ({ links, energy: [] }) as unknown as Verdict;

test("each link tells its state in a word and by a shape of its own, not by color alone", () => {
  inRoom(
    <RunChain
      verdict={verdict(link("one", "holds", 1), link("two", "tight", 2), link("three", "fails", 3))}
      before={[]}
    />,
  );
  const rows = screen.getAllByRole("listitem");
  const shapes = rows.map((row) => row.querySelector("svg")!.innerHTML.replace(/stroke="[^"]*"/g, ""));
  expect(new Set(shapes).size).toBe(3);
  ["holds", "tight", "fails"].forEach((word, at) => expect(within(rows[at]!).getByText(word)).toBeTruthy());
});

test("figures are told plainly at first, and exactly where that was chosen", () => {
  const speed = verdict(link("speed", "holds", 1100, "turns/min"));
  inRoom(<RunChain verdict={speed} before={[]} />);
  expect(screen.getByText("1100 plain turns/min")).toBeTruthy();
  expect(screen.getByText("(80–120)")).toBeTruthy();
  cleanup();
  localStorage.setItem("oakspin.figures", "exact");
  inRoom(<RunChain verdict={speed} before={[]} />);
  expect(screen.getByText("1100 turns/min")).toBeTruthy();
  expect(screen.getByText("(8–12)")).toBeTruthy();
  localStorage.removeItem("oakspin.figures");
});

test("a link explains itself when its name is pressed", async () => {
  const push = {
    id: "push",
    what: "How hard it is pushed.",
    how: "Found so.",
    good: "64 µN·m.",
    plainly: "0.65 grams.",
  };
  const part = <RunChain verdict={{ ...verdict(link("push", "holds", 50)), kind: "frame" }} before={[]} />;
  answeredInRoom(part, [{ queryKey: explainedQuery("frame").queryKey, data: [push] }]);
  fireEvent.click(screen.getByRole("button", { name: "1 push: what this means" }));
  const wording = await screen.findByRole("dialog", { name: "push" });
  for (const words of [push.what, push.how, push.plainly]) expect(within(wording).getByText(words)).toBeTruthy();
});

test("the last two values stay as a ghost, a pinned design takes their place", () => {
  const now = verdict(link("push", "holds", 50));
  const past = [verdict(link("push", "holds", 40)), verdict(link("push", "holds", 30))];
  const { unmount } = inRoom(<RunChain verdict={now} before={past} />);
  expect(screen.getByText("was 40, 30")).toBeTruthy();
  unmount();
  inRoom(<RunChain verdict={now} before={past} pinned={verdict(link("push", "holds", 20))} />);
  expect(screen.getByText("pin 20")).toBeTruthy();
  expect(screen.queryByText(/was/)).toBeNull();
});

test("a figure that did not change has no ghost; what words tell shows no number", () => {
  const now = verdict({ ...link("stays_cool", "holds", 3600, "s"), wording: "over an hour" });
  inRoom(<RunChain verdict={now} before={[now]} />);
  expect(screen.queryByText(/was/)).toBeNull();
  expect(screen.getByText("over an hour")).toBeTruthy();
});

test("a figure that was told in words is remembered in words", () => {
  const cool = verdict({ ...link("stays_cool", "holds", 9000, "s"), wording: "over an hour" });
  inRoom(<RunChain verdict={verdict(link("stays_cool", "holds", 120, "s"))} before={[cool]} />);
  expect(screen.getByText("was over an hour")).toBeTruthy();
});

test("a time that was told in another unit keeps that unit in its ghost", () => {
  const now = verdict(link("cool", "holds", 2.1, "min"));
  inRoom(<RunChain verdict={now} before={[verdict(link("cool", "holds", 110, "s"))]} />);
  expect(screen.getByText("was 110 plain s")).toBeTruthy();
  cleanup();
  const words = verdict({ ...link("cool", "holds", 9000, "hours"), wording: "over an hour" });
  inRoom(<RunChain verdict={words} before={[]} pinned={verdict(link("cool", "holds", 19.5, "min"))} />);
  expect(screen.getByText("pin 19.5 plain min")).toBeTruthy();
});
