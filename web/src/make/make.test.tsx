// @vitest-environment jsdom
import { cleanup, screen } from "@testing-library/react";
import { afterEach, expect, test } from "vitest";
import type { HowTo } from "../api/client";
import { PartPicture } from "../choose/PartPicture";
import { inRoom } from "../__tests__/inRoom";
import { HowToDrawing } from "./HowToDrawing";

afterEach(cleanup);

const figure = (top: number): HowTo =>
  ({
    title: "Hold the coil",
    text: "Flat on the board.",
    shapes: [
      { role: "core", points: [[-10, 0], [10, 0], [10, 4], [-10, 4]], closed: true, label: "" },
      { role: "wire", points: [[-10, 6], [10, 6]], closed: false, label: "" },
    ],
    labels: [{ x: 0, y: 8, text: "board", anchor: "middle", strong: false }],
    bounds: [-20, 0, 20, top],
  }) as unknown as HowTo; // prettier-ignore

test("a figure says what it shows and takes no more room than it needs", () => {
  const { container } = inRoom(<HowToDrawing figure={figure(10)} />);
  expect(screen.getByRole("img", { name: "Hold the coil. Flat on the board." })).toBeTruthy();
  expect(screen.getByText("board")).toBeTruthy();
  const [, , width, height] = container.querySelector("svg")!.getAttribute("viewBox")!.split(" ").map(Number);
  expect(height! / width!).toBeCloseTo(10 / 40);
  cleanup();
  const tall = inRoom(<HowToDrawing figure={figure(400)} />);
  expect(tall.container.querySelector("svg")!.getAttribute("viewBox")).toContain(" 300");
});

const PARTS = [
  "battery magnets wire shape contacts bench", // frame
  "screw lead flag", // hanging
  "coil leads supports shaft", // cradle
  "core winding commutator", // cored
  "front rear track plan", // train
].flatMap((row) => row.split(" "));

test.each(PARTS)("the part %s has a picture", (id) => {
  const { container } = inRoom(<PartPicture id={id} />);
  expect(container.querySelectorAll("svg path, svg circle").length).toBeGreaterThan(0);
});
