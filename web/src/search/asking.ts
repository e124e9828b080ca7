import type { SearchRequest, FoundDesign, Matter, PartsFrom, SearchForm } from "../api/search";

const KEY = "oakspin.search";

/** What is asked, as it is kept from one visit to the next. */
export interface Asking {
  from: PartsFrom;
  request: SearchRequest;
}

/** What was asked last, or the usual; from the kit while the Drawer is empty. */
export function lastRequest(form: SearchForm): Asking {
  const usual: Asking = { from: form.drawer.length > 0 ? "drawer" : "kit", request: { ...form.usual } };
  try {
    const kept = JSON.parse(localStorage.getItem(KEY) ?? "null") as Partial<Asking> | null;
    const from = kept?.from === "drawer" && form.drawer.length === 0 ? "kit" : (kept?.from ?? usual.from);
    const keys = new Set([...form.drawer, ...form.kit].map(({ key }) => key));
    const request = { ...usual.request, ...kept?.request };
    return { from, request: { ...request, without: (request.without ?? []).filter((key) => keys.has(key)) } };
  } catch {
    return usual;
  }
}

export const keepRequest = (asking: Asking) => localStorage.setItem(KEY, JSON.stringify(asking));

/** Put a matter at the end of what matters, or take it out; something always matters. */
export function withMatter(matters: Matter[], matter: Matter): Matter[] {
  if (!matters.includes(matter)) return [...matters, matter];
  return matters.length > 1 ? matters.filter((each) => each !== matter) : matters;
}

/** A matter one place earlier. */
export function earlier(matters: Matter[], matter: Matter): Matter[] {
  const at = matters.indexOf(matter);
  if (at < 1) return matters;
  const next = [...matters];
  [next[at - 1], next[at]] = [next[at]!, next[at - 1]!];
  return next;
}

/** What is drawn upward: the first that matters and is not how surely it goes. */
export const upward = (matters: Matter[]): Matter => matters.find((matter) => matter !== "sure") ?? "quick";

/** Letters of the short list, in the order in which it is told. */
export const lettered = (found: FoundDesign[]) =>
  new Map(found.filter(({ short }) => short).map((each, at) => [each, "ABCDEFGH"[at]!]));

/** A scale for the picture: from where to where, its marks, and where a value stands on it, 0 to 1. */
export interface Scale {
  marks: number[];
  at: (value: number) => number;
}

const STEADY = [1, 2, 5];
const LOG_FROM = 4; // times the least that the most is, from which a scale goes by powers

/** How surely: from a round number below the least sure to all of 100. */
export function sureScale(values: number[]): Scale {
  const low = Math.min(80, Math.max(0, Math.floor((Math.min(...values, 100) - 4) / 10) * 10));
  const step = 100 - low > 50 ? 20 : 100 - low > 20 ? 10 : 5;
  const marks = Array.from({ length: Math.floor((100 - low) / step) + 1 }, (_, at) => 100 - at * step).reverse();
  return { marks, at: (value) => (value - low) / (100 - low) };
}

/** Any figure: by equal steps, or by powers where the most is many times the least. */
export function figureScale(values: number[]): Scale {
  const positive = values.filter((value) => value > 0);
  const least = Math.min(...positive);
  const most = Math.max(...positive);
  if (positive.length === 0) return { marks: [0, 1], at: () => 0 };
  if (most < LOG_FROM * least) {
    const step = roundBelow((most - least) / 3 || most / 3);
    const low = Math.max(0, Math.floor(least / step - 0.3) * step);
    const high = Math.ceil(most / step + 0.3) * step;
    const marks = Array.from({ length: Math.round((high - low) / step) + 1 }, (_, at) => low + at * step);
    return { marks, at: (value) => (value - low) / (high - low) };
  }
  const marks: number[] = [];
  for (let power = Math.floor(Math.log10(least)) - 1; power <= Math.ceil(Math.log10(most)) + 1; power++)
    for (const times of STEADY) marks.push(times * 10 ** power);
  const first = marks.findLastIndex((mark) => mark <= least * 0.95);
  const last = marks.findIndex((mark) => mark >= most * 1.05);
  const shown = marks.slice(first, last + 1);
  const [low, high] = [shown[0]!, shown.at(-1)!];
  return { marks: shown, at: (value) => Math.log(Math.max(value, low) / low) / Math.log(high / low) };
}

const roundBelow = (value: number): number => {
  const power = 10 ** Math.floor(Math.log10(value));
  return (STEADY.findLast((times) => times * power <= value) ?? 1) * power;
};

export interface Box {
  x: number;
  y: number;
}

/** Where drawings of a size may stand beside their marks, none over another nor over a mark; none where there is no room. */
export function drawingPlaces(
  marks: Box[],
  size: number,
  within: { width: number; top: number; bottom: number; left: number },
): (Box | null)[] {
  const taken: Box[] = [];
  const around = [
    [0, -1],
    [-1, -0.4],
    [0.9, -1],
    [-0.9, 0.9],
    [0, 1],
    [1.3, 0.4],
    [-1.9, -0.9],
    [-1.9, 0.6],
  ] as const;
  return marks.map((mark) => {
    for (const [dx, dy] of around) {
      const box = { x: mark.x + dx * (size / 2 + 14), y: mark.y + dy * (size / 2 + 10) };
      const half = size / 2;
      const inside =
        box.x - half > within.left &&
        box.x + half < within.width &&
        box.y - half > within.top &&
        box.y + half < within.bottom;
      const free = taken.every(({ x, y }) => Math.abs(x - box.x) >= size || Math.abs(y - box.y) >= size);
      const clear = marks.every(({ x, y }) => Math.abs(x - box.x) > half + 4 || Math.abs(y - box.y) > half + 4);
      if (inside && free && clear) {
        taken.push(box);
        return box;
      }
    }
    return null;
  });
}

/** A number as it is written: no more digits than it was told with, thousands parted. */
export const written = (value: number) => value.toLocaleString("en-US", { maximumSignificantDigits: 3 });

/** A figure with its unit. */
export const figureText = (value: number, unit: string) => `${written(value)}${unit ? ` ${unit}` : ""}`;
