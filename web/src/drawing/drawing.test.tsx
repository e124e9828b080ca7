// @vitest-environment jsdom
import { cleanup, screen } from "@testing-library/react";
import { afterEach, expect, test } from "vitest";
import type { Geometry, Verdict } from "../api/client";
import { inRoom } from "../__tests__/inRoom";
import { sizeOfLabels, CurrentArrows, Flows } from "./Marks";
import { carriedRound, Pushes } from "./Pushes";
import { SpeedRibbon, TurnArrow } from "./TurnArrow";
import { placeFor } from "./place";
import { Standing, Wires } from "./Shapes";
import { MovingParts, travelled, turned } from "./MovingParts";

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
    { x: 7, y: 0, toward: [0, 0, 1], force_mN: 7.14 },
    { x: -7, y: 0, toward: [0, 0, -1], force_mN: 7.14 },
  ],
  current: [],
  moving: [7, -7].map((x) => ({
    role: "wire",
    points: Array.from({ length: 12 }, (_, at) => [x, 0, 50 - 4 * at]),
    view: { axis: [0, 0, 1], right: [1, 0, 0], up: [0, 0, 1], origin: [0, 0] },
    closed: false,
    carries: 1,
    sparks: true,
    route: [],
    route_per_m: 0,
  })),
  pose: 0,
  sparks: [],
  turning: { x: 0, y: 60, seen: "above", radius: 0 },
} as unknown as Geometry;
const SENSE: Record<string, number> = { clockwise: -1, none: 0, counterclockwise: 1, forward: 1 };
const verdict = (direction: string) =>
  ({ direction, sense: SENSE[direction], seen: "from above" }) as unknown as Verdict;
const svg = (part: React.ReactNode) => inRoom(<svg>{part}</svg>);

test("a push through the page is told toward the viewer or away, with its force", () => {
  svg(<Pushes geometry={geometry} place={place} verdict={verdict("clockwise")} />);
  expect(screen.getAllByText(/push/).map((item) => item.textContent)).toEqual([
    "push toward you, 0.73 g",
    "push away from you, 0.73 g",
  ]);
});

test("what does not turn shows no push, no arrow and no current", () => {
  const { container } = svg(
    <>
      <Pushes geometry={geometry} place={place} verdict={verdict("none")} />
      <TurnArrow geometry={geometry} verdict={verdict("none")} place={place} />
      <CurrentArrows geometry={geometry} place={place} amperes={0} />
    </>,
  );
  expect(container.querySelectorAll("path, text, circle")).toHaveLength(0);
});

test("poles are told by letter and by hatch", () => {
  const { container } = svg(<Standing geometry={geometry} place={place} />);
  expect([...container.querySelectorAll("text")].map((item) => item.textContent)).toEqual(["N", "S"]);
  const fills = [...container.querySelectorAll("path[fill^='url']")].map((item) => item.getAttribute("fill"));
  expect(new Set(fills).size).toBe(2);
});

test("current arrows point the way that each leg carries the current, as it is drawn", () => {
  const turns = (carries: number) => {
    const wired = { ...geometry, moving: geometry.moving.map((path) => ({ ...path, carries })) };
    const { container, unmount } = svg(<CurrentArrows geometry={wired} place={place} amperes={5} />);
    const found = [...container.querySelectorAll("path")].map(
      (path) => /rotate\(([-\d.]+)\)/.exec(path.getAttribute("transform")!)![1],
    );
    unmount();
    return found;
  };
  expect(turns(1)).toEqual(["90.0", "90.0", "90.0", "90.0"]);
  expect(turns(-1)).toEqual(["-90.0", "-90.0", "-90.0", "-90.0"]);
  expect(turns(0)).toEqual([]);
});

test("at rest it is drawn at its pose: what lies behind pale, what is closed filled", () => {
  const posed = (pose: number) => {
    const { container, unmount } = svg(<MovingParts geometry={{ ...geometry, pose }} place={place} />);
    const roles = [...container.querySelectorAll("[data-role]")].map((item) => item.getAttribute("data-role"));
    unmount();
    return roles;
  };
  expect(posed(0)).toEqual(["wire", "wire"]);
  expect(posed(Math.PI / 2)).toEqual(["far_wire", "wire"]);
});

test("a quarter turn on, both legs stand in the plane of the axis; after half a turn they have changed sides", () => {
  const sides = (angle: number) => {
    const { container, unmount } = svg(
      <MovingParts
        geometry={geometry}
        place={place}
        frame={{ angle, speed: 1, touching: true, spark: false, hop: false, live: 1 }}
      />,
    );
    const found = [...container.querySelectorAll("[data-role]")].map((item) =>
      Number(/M([\d.]+)/.exec(item.getAttribute("d")!)![1]),
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
      <MovingParts
        geometry={geometry}
        place={place}
        frame={{ angle: 1, speed: 1, touching: !spark, spark, hop: false, live: 1 }}
      />,
    );
    const count = container.querySelectorAll("path:not([data-lit] path)").length;
    unmount();
    return count;
  };
  expect(strokes(true)).toBe(strokes(false) + 1);
});

const endOn = {
  ...geometry,
  pushes: [{ x: 0, y: 5, toward: [1, 0, 0], force_mN: 5 }],
  flows: [
    { x: 0, y: 30, toward: true },
    { x: 0, y: 5, toward: false },
  ],
  turning: { x: 0, y: 20, seen: "end", radius: 15 },
} as unknown as Geometry;

test("a push in the plane is an arrow along its way", () => {
  const tip = (right: number) => {
    const pushed = { ...endOn, pushes: [{ ...endOn.pushes[0]!, toward: [right, 0, 0] }] } as unknown as Geometry;
    const { container, unmount } = svg(<Pushes geometry={pushed} place={place} verdict={verdict("clockwise")} />);
    const end = /translate\(([\d.]+)/.exec(
      container.querySelector("[data-push] path[transform]")!.getAttribute("transform")!,
    )![1];
    unmount();
    return Number(end) - place.x(0);
  };
  expect(tip(1)).toBeGreaterThan(0);
  expect(tip(-1)).toBeLessThan(0);
});

test("current through the page is a dot toward the viewer, a cross away, and gone without current", () => {
  const marks = (amperes: number) => {
    const { container, unmount } = svg(<Flows geometry={endOn} place={place} amperes={amperes} />);
    const count = [container.querySelectorAll("circle").length, container.querySelectorAll("path").length];
    unmount();
    return count;
  };
  expect(marks(3)).toEqual([3, 1]);
  expect(marks(0)).toEqual([0, 0]);
});

test("seen end-on, the arrow of turning stands on the other side when it turns the other way", () => {
  const tip = (direction: string) => {
    const { container, unmount } = svg(<TurnArrow geometry={endOn} verdict={verdict(direction)} place={place} />);
    const x = /translate\(([\d.]+)/.exec(container.querySelector("path[transform]")!.getAttribute("transform")!)![1];
    unmount();
    return Number(x) - place.x(0);
  };
  expect(Math.sign(tip("clockwise"))).toBe(1);
  expect(Math.sign(tip("counterclockwise"))).toBe(-1);
});

test("a coil on a level axle shows its other side up after half a turn, and is pale while no current flows", () => {
  const coil = {
    role: "wire" as const,
    points: [
      [0, 0, 0],
      [0, 0, 10],
    ] as [number, number, number][],
    view: { axis: [1, 0, 0], right: [0, 1, 0], up: [0, 0, 1], origin: [5, 20] } as Geometry["moving"][number]["view"],
    closed: false,
    carries: 0,
    sparks: false,
    route: [] as [number, number][],
    route_per_m: 0,
  };
  expect(turned(coil, 0).points[1]).toEqual([5, 30]);
  // Counterclockwise: what is up goes to the left.
  expect(turned(coil, Math.PI / 2).points[1]![0]).toBeCloseTo(-5);
  expect(turned(coil, Math.PI).points[1]![1]).toBeCloseTo(10);
  const opacity = (live: number) => {
    const frame = { angle: 0, speed: 1, touching: true, spark: false, hop: false, live };
    const { container, unmount } = svg(
      <MovingParts geometry={{ ...endOn, moving: [coil] }} place={place} frame={frame} />,
    );
    const found = Number(container.querySelector("[data-role]")!.getAttribute("opacity"));
    expect(container.querySelectorAll("[data-lit]")).toHaveLength(live > 0.5 ? 1 : 0);
    unmount();
    return found;
  };
  expect(opacity(0)).toBeLessThan(opacity(1));
});

const engine = (route: number[][]) =>
  ({
    role: "bared",
    points: [
      [1, 0, 0],
      [-1, 0, 0],
    ],
    view: { axis: [0, 0, 1], right: [1, 0, 0], up: [0, 1, 0], origin: [0, 0] },
    sparks: false,
    route,
    route_per_m: 100,
  }) as unknown as Geometry["moving"][number];

test("what travels is drawn at its place on the route, heading along it, and stays at an open end", () => {
  const bent = engine([
    [0, 0],
    [10, 0],
    [10, 20],
  ]);
  expect(travelled(bent, 0.05).points).toEqual([
    [6, 0],
    [4, 0],
  ]);
  expect(travelled(bent, 0.15).points).toEqual([
    [10, 6],
    [10, 4],
  ]);
  expect(travelled(bent, 9).points[0]).toEqual([10, 21]);
});

test("round a closed route it goes on and on, backward too", () => {
  const square = engine([
    [0, 0],
    [10, 0],
    [10, 10],
    [0, 10],
    [0, 0],
  ]);
  expect(travelled(square, 0.45).points).toEqual(travelled(square, 0.05).points);
  expect(travelled(square, -0.35).points).toEqual(travelled(square, 0.05).points);
});

const track = {
  ...geometry,
  ribbon: { x: -30, y: 0, per_mm: 0.1, height: 8 },
  turning: { x: 0, y: 10, seen: "along", radius: 10 },
  dots: [{ role: "wire", points: [[0, 5]], radius: 0.4 }],
} as unknown as Geometry;
const trip = (stops: string) =>
  ({
    ...verdict("forward"),
    forward: "forward",
    links: [{ id: "keeps_going", spoken: { text: "1.1 m/s", band: "0.8–1.3" } }],
    trip: {
      places: [0, 100, 200],
      speeds: [
        [0, 0, 0],
        [0.8, 1, 1.2],
        [0.4, 0.5, 0.9],
      ],
      unit: "m/s",
      reached: 150,
      stops,
    },
  }) as unknown as Verdict;

test("the ribbon tells the speed that the chain tells, and where and why it stops", () => {
  const { container } = inRoom(
    <svg>
      <SpeedRibbon geometry={track} verdict={trip("Stops 150 mm from the entry: a kink.")} place={place} />
    </svg>,
  );
  // The chain's figure, not that of the fastest place: builds are fastest in different places.
  expect(screen.getByText("reaches 1.1 m/s (0.8–1.3)")).toBeTruthy();
  expect(screen.getByText("Stops 150 mm from the entry: a kink.")).toBeTruthy();
  cleanup();
  inRoom(
    <svg>
      <SpeedRibbon geometry={track} verdict={trip("")} place={place} />
    </svg>,
  );
  expect(container.querySelector("[data-stops]")).toBeNull();
});

test("a train's turns under current are full dots, its way a straight arrow", () => {
  const { container } = inRoom(
    <svg>
      <Wires geometry={track} place={place} />
      <TurnArrow geometry={track} verdict={trip("")} place={place} />
    </svg>,
  );
  expect(container.querySelectorAll("[data-dots=wire]")).toHaveLength(1);
  expect(container.querySelector("[data-turn=forward]")).not.toBeNull();
});

test("words beside a push that would run off the paper stand over its arrow", () => {
  const along = (x: number) => ({ ...geometry, pushes: [{ x, y: 40, toward: [1, 0, 0], force_mN: 3 }] }) as unknown as Geometry; // prettier-ignore
  const words = (x: number) => {
    cleanup();
    inRoom(
      <svg>
        <Pushes geometry={along(x)} place={place} verdict={verdict("counterclockwise")} />
      </svg>,
    );
    return screen.getByText(/push/).getAttribute("text-anchor");
  };
  expect(words(0)).toBe("start");
  expect(words(25)).toBe("end");
});

test.each(["wire", "lead", "core", "track"])("a pinned design leaves its %s as a dashed ghost", (role) => {
  const pinned = { shapes: [{ role, points: [[0, 0], [5, 9]], closed: false, label: "" }] } as unknown as Geometry; // prettier-ignore
  const { container } = inRoom(
    <svg>
      <Wires geometry={pinned} place={place} ghost />
    </svg>,
  );
  expect(container.querySelector(`[data-role=${role}]`)!.getAttribute("stroke-dasharray")).toBe("6 5");
});

test("a push goes round with the foot that it pushes", () => {
  const mark = { x: 6, y: 3, toward: [0, 0, 1] as [number, number, number], force_mN: 5 };
  expect(carriedRound(mark, 0)).toBe(mark);
  const quarter = carriedRound(mark, Math.PI / 2);
  expect(quarter.x).toBeCloseTo(0);
  expect(quarter.toward[0]).toBeCloseTo(1); // behind the axis now, pushed to the right
  const half = carriedRound(mark, Math.PI);
  expect([half.x, half.toward[2]].map(Math.round)).toEqual([-6, -1]);
});

test("labels that would run into each other are drawn smaller, and no smaller than need be", () => {
  const label = (x: number, text: string) => ({ x, y: 0, text, anchor: "middle" as const, strong: false });
  expect(sizeOfLabels([label(-20, "left"), label(20, "right")], place, 12)).toBe(1);
  const close = sizeOfLabels([label(-6, "left lead, end-on"), label(6, "right lead, end-on")], place, 20);
  expect(close).toBeLessThan(1);
  expect(sizeOfLabels([], place, 12)).toBe(1);
});
