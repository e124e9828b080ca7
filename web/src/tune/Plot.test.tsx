// @vitest-environment jsdom
import { cleanup, screen } from "@testing-library/react";
import { afterEach, expect, test } from "vitest";
import type { Link, SweepPoint } from "../api/client";
import { inRoom } from "../__tests__/inRoom";
import { SPEED } from "./curves.fixture";
import { Plot } from "./Plot";
import type { SweepSoFar } from "./sweep";

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
    name: "gap",
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
const draw = (picked: number, other?: SweepPoint[], best?: number, more: object = {}) =>
  inRoom(
    <Plot
      sweep={sweep}
      other={other}
      otherName="pinned"
      curve={SPEED}
      links={links}
      picked={picked}
      best={best}
      pick={() => {}}
      marks={[]}
      stopped={[]}
      {...more}
    />,
  );

test("the strip under the curve shows where a link fails, is tight and holds, each in its own stroke", () => {
  const { container } = draw(10);
  const strip = [...container.querySelectorAll("[data-strip=starts] path")];
  expect(strip.map((item) => item.getAttribute("data-state"))).toEqual(["fails", "tight", "holds"]);
  expect(new Set(strip.map((item) => item.getAttribute("stroke-dasharray"))).size).toBe(3);
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

test("the best value has a line of its own, unless the design stands on it", () => {
  const { container } = draw(10, undefined, 20);
  expect(container.querySelector("[data-best-line]")?.textContent).toBe("best 20");
  cleanup();
  expect(draw(10, undefined, 10).container.querySelector("[data-best-line]")).toBeNull();
});

test("what trials measured stands on the curve, each at the value that it was built with", () => {
  const marks = [
    { group: "Kelp", value: 10, measured: { speed: 90 } },
    { group: "Tern", value: 20, measured: { mean_current: 2 } },
    { group: "Limpet", value: 99, measured: { speed: 90 } },
  ];
  const { container } = draw(10, undefined, undefined, { marks });
  const drawn = [...container.querySelectorAll("[data-mark] title")].map((title) => title.textContent);
  expect(drawn).toEqual(["Kelp: 90 turns a minute"]);
});

test("where it does not go the plot says why", () => {
  draw(10, undefined, undefined, { stopped: [{ from: 0, to: 10, edge: 10, why: "Does not go. It tips over." }] });
  expect(screen.getByText("Does not go. It tips over.")).toBeTruthy();
});
