// @vitest-environment jsdom
import { cleanup, fireEvent, screen } from "@testing-library/react";
import { afterEach, expect, test } from "vitest";
import type { Card, Explanation } from "../api/client";
import { inRoom } from "../__tests__/inRoom";
import { HandDrawing } from "./HandDrawing";
import { PredictCard } from "./PredictCard";

afterEach(cleanup);

const card: Card = {
  id: "magnets_over",
  question: "You turn the magnets over.",
  options: { other_way: "The other way.", harder: "Harder.", same: "The same.", weaker: "Weaker.", stops: "It stops." },
  answer: "other_way",
  because: "The field points the other way.",
  figures: "push 50 → 50 µN·m",
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
  expect(screen.queryByText(card.figures)).toBeNull();
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
  for (const said of ["right hand", "thumb along the current, to the left", "palm along the force, toward you"])
    expect(words).toContain(said);
});
