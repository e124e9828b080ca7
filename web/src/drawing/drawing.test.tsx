// @vitest-environment jsdom
import { cleanup, screen } from "@testing-library/react";
import { afterEach, expect, test } from "vitest";
import type { Geometry, Verdict } from "../api/client";
import { inRoom } from "../__tests__/inRoom";
import { CurrentArrows, Pushes, TurnArrow } from "./Marks";
import { placeFor } from "./place";
import { Standing } from "./Shapes";
import { SpinView } from "./SpinView";

afterEach(cleanup);

const place = placeFor([-30, 0, 30, 80], 600, 600);
const geometry = {
  shapes: [
    {
      role: "north",
      points: [
        [-6, 3],
        [6, 3],
        [6, 6],
        [-6, 6],
      ],
      closed: true,
      label: "N",
    },
    {
      role: "south",
      points: [
        [-6, 0],
        [6, 0],
        [6, 3],
        [-6, 3],
      ],
      closed: true,
      label: "S",
    },
  ],
  pushes: [
    { x: 7, y: 3, toward_viewer_when_positive: false },
    { x: -7, y: 3, toward_viewer_when_positive: true },
  ],
  current: [Array.from({ length: 12 }, (_, at) => [7, 50 - 4 * at])],
  moving: [
    [
      [7, 0, 40],
      [7, 0, 3],
    ],
    [
      [-7, 0, 40],
      [-7, 0, 3],
    ],
  ],
} as unknown as Geometry;
const verdict = (direction: string, push = 50) =>
  ({ direction, figures: { push: { value: push, unit: "µN·m", band: [1, 2] } } }) as unknown as Verdict;
const svg = (part: React.ReactNode) => inRoom(<svg>{part}</svg>);

test("clockwise, the right foot is pushed toward the viewer and the left one away; the other way round reversed", () => {
  svg(<Pushes geometry={geometry} place={place} verdict={verdict("clockwise")} />);
  expect(screen.getAllByText(/push/).map((one) => one.textContent)).toEqual([
    "push toward you, 7.14 mN",
    "push away from you, 7.14 mN",
  ]);
  cleanup();
  svg(<Pushes geometry={geometry} place={place} verdict={verdict("counter-clockwise")} />);
  expect(screen.getAllByText(/push/)[0]!.textContent).toContain("away from you");
});

test("what does not turn shows no push, no arrow and no current", () => {
  const { container } = svg(
    <>
      <Pushes geometry={geometry} place={place} verdict={verdict("none", 0)} />
      <TurnArrow verdict={verdict("none")} place={place} />
      <CurrentArrows geometry={geometry} place={place} amperes={0} />
    </>,
  );
  expect(container.querySelectorAll("path, text, circle")).toHaveLength(0);
});

test("poles are told by letter and by hatch", () => {
  const { container } = svg(<Standing geometry={geometry} place={place} />);
  expect([...container.querySelectorAll("text")].map((one) => one.textContent)).toEqual(["N", "S"]);
  const fills = [...container.querySelectorAll("path[fill^='url']")].map((one) => one.getAttribute("fill"));
  expect(new Set(fills).size).toBe(2);
});

test("current arrows point along the wire, downward here", () => {
  const { container } = svg(<CurrentArrows geometry={geometry} place={place} amperes={5} />);
  const turns = [...container.querySelectorAll("path")].map(
    (one) => /rotate\(([-\d.]+)\)/.exec(one.getAttribute("transform")!)![1],
  );
  expect(turns).toEqual(["90.0", "90.0"]);
});

test("a quarter turn on, both legs stand in the plane of the axis; after half a turn they have changed sides", () => {
  const sides = (angle: number) => {
    const { container, unmount } = svg(
      <SpinView geometry={geometry} place={place} frame={{ angle, touching: true, spark: false }} />,
    );
    const found = [...container.querySelectorAll("path")].map((one) =>
      Number(/M([\d.]+)/.exec(one.getAttribute("d")!)![1]),
    );
    unmount();
    return found.map((x) => Math.round((x - 300) / place.scale)).sort((a, b) => a - b);
  };
  expect(sides(0)).toEqual([-7, 7]);
  expect(sides(Math.PI / 2).map(Math.abs)).toEqual([0, 0]);
  expect(sides(Math.PI)).toEqual([-7, 7]);
});

test("a spark is drawn where contact breaks, and only then", () => {
  const strokes = (spark: boolean) => {
    const { container, unmount } = svg(
      <SpinView geometry={geometry} place={place} frame={{ angle: 1, touching: !spark, spark }} />,
    );
    const count = container.querySelectorAll("path").length;
    unmount();
    return count;
  };
  expect(strokes(true)).toBe(strokes(false) + 1);
});
