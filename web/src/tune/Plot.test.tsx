// @vitest-environment jsdom
import { cleanup, screen } from "@testing-library/react";
import { afterEach, expect, test } from "vitest";
import type { Link, SweepPoint } from "../api/client";
import { inRoom } from "../__tests__/inRoom";
import { Plot } from "./Plot";
import { CURVES, type SweepSoFar } from "./sweep";

afterEach(cleanup);

const states = ["fails", "tight", "holds", "holds"] as const;
const points: SweepPoint[] = states.map((state, at) => ({
  value: at * 10,
  figures: { speed: [90 * at, 100 * at, 110 * at] },
  margins: {},
  states: { starts: state },
  share_that_goes: 1,
  refused: "",
}));
const sweep = {
  factor: {
    pointer: "/a",
    label: "Gap",
    part: "Contacts",
    unit: "mm",
    value: 10,
    minimum: 0,
    maximum: 30,
    step: 1,
    whole: false,
  },
  total: 4,
  points,
} as SweepSoFar;
const links = [{ id: "starts", name: "Starts" }] as Link[];
const draw = (picked: number, other?: SweepPoint[]) =>
  inRoom(
    <Plot
      sweep={sweep}
      other={other}
      otherName="pinned"
      curve={CURVES[0]}
      links={links}
      picked={picked}
      pick={() => {}}
    />,
  );

test("the strip under the curve shows where a link fails, is tight and holds, each in its own stroke", () => {
  const { container } = draw(10);
  const strip = [...container.querySelectorAll("[data-strip=starts] path")];
  expect(strip.map((one) => one.getAttribute("data-state"))).toEqual(["fails", "tight", "holds"]);
  expect(new Set(strip.map((one) => one.getAttribute("stroke-dasharray"))).size).toBe(3);
});

test("the present value is marked, a picked one beside it, and a compared curve is named", () => {
  draw(20, points);
  expect(screen.getByText("now 10")).toBeTruthy();
  expect(screen.getByText("picked 20")).toBeTruthy();
  expect(screen.getByText("pinned")).toBeTruthy();
  cleanup();
  draw(10);
  expect(screen.queryByText(/picked/)).toBeNull();
});
