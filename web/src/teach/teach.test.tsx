// @vitest-environment jsdom
import { cleanup, fireEvent, screen } from "@testing-library/react";
import { afterEach, expect, test, vi } from "vitest";
import type { Card, Design, Explanation } from "../api/client";
import { answeredInRoom, inRoom } from "../__tests__/inRoom";
import { ClassPredict } from "./ClassPredict";
import { HandDrawing } from "./HandDrawing";
import { PredictCard } from "./PredictCard";

vi.mock(import("../spin/SpinView"), () => ({ SpinView: ({ title }) => <section aria-label={title} /> }));
afterEach(cleanup);

const card: Card = {
  id: "magnets_over",
  question: "You turn the magnets over.",
  options: { other_way: "The other way.", harder: "Harder.", same: "The same.", weaker: "Weaker.", stops: "It stops." },
  answer: "other_way",
  because: "The field points the other way.",
  figures: "push 50 → 50 µN·m",
  plain_figures: "push 0.5 → 0.5 grams at 1 cm",
  patch: [],
};

test("the answer stays hidden until it is asked for, and judges the prediction", () => {
  inRoom(<PredictCard card={card} />);
  expect(screen.queryByText(card.because, { exact: false })).toBeNull();
  fireEvent.click(screen.getByText("The other way."));
  fireEvent.click(screen.getByRole("button", { name: "Show the answer" }));
  expect(screen.getByText("Predicted.")).toBeTruthy();
  fireEvent.click(screen.getByText("Harder."));
  expect(screen.getByText("Not as predicted.")).toBeTruthy();
  fireEvent.click(screen.getByRole("button", { name: "Hide the answer" }));
  expect(screen.queryByText(card.plain_figures)).toBeNull();
});

const explanation = (hand: string): Explanation => ({
  point: "on the leg",
  at: [7, 3],
  hand,
  rule: "palm rule",
  carrier: "conventional current",
  pointers: [
    { what: "current", part_of_hand: "thumb", words: "to the left", vector: [-1, 0, 0] },
    { what: "field", part_of_hand: "fingers", words: "down", vector: [0, 0, -1] },
    { what: "force", part_of_hand: "palm", words: "toward you", vector: [0, -1, 0] },
  ],
  steps: [],
  story: [],
  poles: [],
  forces: [],
  direction: "clockwise",
  agrees: true,
  why_none: "",
});

test("a left hand is the mirror image of a right one", () => {
  const { container, unmount } = inRoom(<HandDrawing explanation={explanation("right")} />);
  expect(container.querySelector("g")!.getAttribute("transform")).toBe("scale(1 1)");
  unmount();
  const left = inRoom(<HandDrawing explanation={explanation("left")} />);
  expect(left.container.querySelector("g")!.getAttribute("transform")).toBe("scale(-1 1)");
});

test("the drawing says in words what each part of the hand points along", () => {
  inRoom(<HandDrawing explanation={explanation("right")} />);
  const words = screen.getByRole("img").getAttribute("aria-label")!;
  for (const phrase of ["right hand", "thumb along the current, to the left", "palm along the force, toward you"])
    expect(words).toContain(phrase);
});

test("a class is counted by the number keys, one prediction at a time, then told how many were right", () => {
  const cards = [card, { ...card, id: "battery_over", question: "You turn the battery over." }];
  const close = vi.fn();
  answeredInRoom(<ClassPredict cards={cards} design={{ kind: "frame" } as unknown as Design} close={close} />, []);
  const heading = screen.getByRole("heading", { level: 2 });
  expect(heading.textContent).toBe("You turn the magnets over. What happens?");
  for (const key of ["1", "1", "3"]) fireEvent.keyDown(heading, { key });
  fireEvent.keyDown(heading, { key: "3", altKey: true });
  fireEvent.keyDown(heading, { key: "2" });
  const votes = [...document.querySelectorAll("[data-votes]")].map((count) => count.textContent);
  expect(votes).toEqual(["2", "1", "0", "0", "0"]);
  fireEvent.keyDown(heading, { key: " " });
  expect(screen.getByText("2 of 3 predicted it.")).toBeTruthy();
  expect(screen.getByRole("region", { name: "After" })).toBeTruthy();
  fireEvent.keyDown(heading, { key: " " });
  expect(screen.getByRole("heading", { level: 2 }).textContent).toBe("You turn the battery over. What happens?");
  expect(close).not.toHaveBeenCalled();
});
