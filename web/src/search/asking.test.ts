// @vitest-environment jsdom
import { expect, test } from "vitest";
import type { Bought, FoundDesign, SearchForm } from "../api/search";
import {
  lastRequest,
  drawingPlaces,
  earlier,
  figureScale,
  lettered,
  sureScale,
  upward,
  withMatter,
  written,
} from "./asking";
import { merged } from "./Buying";

const request = { hands: "older_pupil", groups: 1, minutes: 90, matters: ["sure", "fast"], kinds: ["frame"], without: [], no_sharp_tools: false, most_A: null }; // prettier-ignore
const form = { matters: [], kinds: [], drawer: [], kit: [{ key: "0" }], usual: request } as unknown as SearchForm;

test("what matters is put in order, and something always does", () => {
  expect(withMatter(["sure"], "fast")).toEqual(["sure", "fast"]);
  expect(withMatter(["sure", "fast"], "sure")).toEqual(["fast"]);
  expect(withMatter(["sure"], "sure")).toEqual(["sure"]);
  expect(earlier(["sure", "fast", "cool"], "cool")).toEqual(["sure", "cool", "fast"]);
  expect(earlier(["sure", "fast"], "sure")).toEqual(["sure", "fast"]);
  expect(upward(["sure", "cool"])).toBe("cool");
  expect(upward(["sure"])).toBe("quick");
});

test("an empty drawer is searched from the kit, and parts that are gone are not left out any more", () => {
  localStorage.clear();
  expect(lastRequest(form).from).toBe("kit");
  localStorage.setItem(
    "oakspin.search",
    JSON.stringify({ from: "drawer", request: { groups: 6, without: ["gone", "0"] } }),
  );
  expect(lastRequest(form)).toMatchObject({ from: "kit", request: { groups: 6, minutes: 90, without: ["0"] } });
  localStorage.setItem("oakspin.search", "{");
  expect(lastRequest(form).request).toEqual(request);
});

test.each([[[99, 100]], [[40, 100]], [[3, 97]], [[]]])("how surely is on a scale that holds %j", (values) => {
  const scale = sureScale(values);
  expect(scale.at(100)).toBe(1);
  for (const value of values) expect(scale.at(value)).toBeGreaterThan(0);
  expect(scale.marks.at(-1)).toBe(100);
  expect([...scale.marks].sort((a, b) => a - b)).toEqual(scale.marks);
});

test.each([[[0.4, 23]], [[30, 36, 41]], [[5]], [[0]], [[0.002, 0.003]]])(
  "a figure is on a scale that holds %j",
  (values) => {
    const scale = figureScale(values);
    for (const value of values) {
      expect(scale.at(value)).toBeGreaterThanOrEqual(0);
      expect(scale.at(value)).toBeLessThanOrEqual(1);
    }
    expect(scale.marks.length).toBeGreaterThan(1);
    for (const mark of scale.marks) expect(scale.at(mark)).toBeLessThanOrEqual(1.0001);
  },
);

test("drawings stand beside their marks, none over another", () => {
  const marks = Array.from({ length: 9 }, (_, at) => ({ x: 200 + 4 * at, y: 200 + 3 * at }));
  const places = drawingPlaces(marks, 60, { width: 500, left: 50, top: 0, bottom: 400 });
  const drawn = places.filter((place) => place !== null);
  expect(drawn.length).toBeGreaterThan(1);
  for (const one of drawn)
    for (const other of drawn)
      if (one !== other)
        expect(Math.max(Math.abs(one.x - other.x), Math.abs(one.y - other.y))).toBeGreaterThanOrEqual(60);
});

test("the short list has letters in its order", () => {
  const found = [{ short: true }, { short: false }, { short: true }] as FoundDesign[];
  expect([...lettered(found).values()]).toEqual(["A", "B"]);
  expect(lettered(found).get(found[2]!)).toBe("B");
});

test("goods of several purchases are bought once, as many as the most asks for", () => {
  const good = (name: string, amount: number) => ({ name, amount }) as Bought;
  expect(merged([good("a", 3), good("b", 1), good("a", 7)])).toEqual([good("a", 7), good("b", 1)]);
});

test("numbers are written with thousands parted", () => {
  expect([written(1234.5), written(0.01234), written(12)]).toEqual(["1,230", "0.0123", "12"]);
});
