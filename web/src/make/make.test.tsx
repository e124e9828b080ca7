// @vitest-environment jsdom
import { cleanup, fireEvent, screen } from "@testing-library/react";
import { afterEach, expect, test, vi } from "vitest";
import type { HowTo } from "../api/client";
import { PartPicture } from "../choose/PartPicture";
import { inRoom } from "../__tests__/inRoom";
import { StepByStep } from "./StepByStep";
import { StepPicture } from "./StepPicture";

afterEach(cleanup);

const figure = (top: number): HowTo =>
  ({
    title: "Hold the coil",
    text: "Flat on the board.",
    shapes: [
      { role: "core", points: [[-10, 0], [10, 0], [10, 4], [-10, 4]], closed: true, label: "", faint: true },
      { role: "wire", points: [[-10, 6], [10, 6]], closed: false, label: "", faint: false },
    ],
    labels: [{ x: 0, y: 8, text: "board", anchor: "middle", strong: false }],
    bounds: [-20, 0, 20, top],
    step: "bare",
    dimensions: [],
    dots: [],
    spots: [{ id: "wound", number: 1, x: 0, y: 6 }],
  }) as unknown as HowTo; // prettier-ignore

test("what was there before is faint, what is new is full", () => {
  const { container } = inRoom(<StepPicture label="Baring" picture={figure(10)} />);
  const [before, fresh] = [...container.querySelectorAll("svg > g[opacity]")];
  expect(before!.getAttribute("opacity")).not.toBe(fresh!.getAttribute("opacity"));
  expect(before!.querySelectorAll("[data-role=wire]")).toHaveLength(0);
  expect(fresh!.querySelectorAll("[data-role=wire]")).toHaveLength(1);
  // The spot has the number under which the step says what is right there.
  expect(container.querySelector("svg text[dy]")!.textContent).toBe("1");
});

const step = (id: string, caution = "") => ({
  id,
  number: 1,
  title: `Do ${id}`,
  text: `How to ${id}.`,
  minutes: 3,
  tools: [],
  adult: false,
  caution,
  pictures: [figure(10)],
  done: ["All turns lie one way."],
});

test("step by step shows one step with its caution, space ticks it and goes on, arrows only look", () => {
  const tick = vi.fn();
  const close = vi.fn();
  const steps = [step("cut"), step("wind", "It springs."), step("bare")];
  inRoom(<StepByStep steps={steps} first={1} ticks={["cut"]} tick={tick} close={close} />);
  expect(screen.getByRole("heading", { name: "Do wind" })).toBeTruthy();
  expect(screen.getByText("It springs.")).toBeTruthy();
  const page = screen.getByRole("heading", { name: "Do wind" });
  fireEvent.keyDown(page, { key: "ArrowLeft" });
  expect(screen.getByText("Step 1 of 3 · done")).toBeTruthy();
  fireEvent.keyDown(screen.getByRole("heading", { name: "Do cut" }), { key: " " });
  expect(tick).not.toHaveBeenCalled();
  fireEvent.keyDown(screen.getByRole("heading", { name: "Do wind" }), { key: " " });
  expect(tick).toHaveBeenCalledWith("wind");
  fireEvent.keyDown(screen.getByRole("heading", { name: "Do bare" }), { key: " " });
  expect(close).toHaveBeenCalled();
});

test("a figure says what it shows and takes no more room than it needs", () => {
  const { container } = inRoom(<StepPicture label="Baring" picture={figure(10)} />);
  expect(screen.getByRole("img", { name: "Baring. Flat on the board." })).toBeTruthy();
  expect(screen.getByText("board")).toBeTruthy();
  const [, , width, height] = container.querySelector("svg")!.getAttribute("viewBox")!.split(" ").map(Number);
  expect(height! / width!).toBeCloseTo(10 / 40);
  cleanup();
  const tall = inRoom(<StepPicture label="Baring" picture={figure(400)} />);
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
