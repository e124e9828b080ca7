import type { DesignMap } from "../api/client";

export interface Cell {
  column: number;
  row: number;
}

const AMPLE = 1.3; // margin of the median build beyond which most builds hold, too

/** State of a cell of the map: by the least margin of the median build. */
export function stateAt(map: DesignMap, { column, row }: Cell): "holds" | "tight" | "fails" | "none" {
  const margin = map.margin[row]![column]!;
  if (map.weakest[row]![column]! < 0) return "none";
  return margin < 1 ? "fails" : margin < AMPLE ? "tight" : "holds";
}

/** Runs of equal state along a row, as first and last column. */
export function runsOf(map: DesignMap, row: number): { from: number; to: number; state: string }[] {
  const found: { from: number; to: number; state: string }[] = [];
  map.first_values.forEach((_, column) => {
    const state = stateAt(map, { column, row });
    const last = found.at(-1);
    if (last?.state === state) last.to = column;
    else found.push({ from: column, to: column, state });
  });
  return found;
}

const nearestIn = (values: readonly number[], value: number) =>
  values.reduce((best, one, at) => (Math.abs(one - value) < Math.abs(values[best]! - value) ? at : best), 0);

/** The cell nearest to a pair of values. */
export const nearestAt = (map: DesignMap, first: number, second: number): Cell => ({
  column: nearestIn(map.first_values, first),
  row: nearestIn(map.second_values, second),
});

/** Edges between cells: half-way to each neighbor, and to the ends themselves. */
export const edgesOf = (values: readonly number[]): number[] => [
  values[0]!,
  ...values.slice(1).map((value, at) => (value + values[at]!) / 2),
  values.at(-1)!,
];

/** Ranges of both numbers that hold all pairs that go, and one value more on each side; null when none goes. */
export function goingRanges(map: DesignMap): { first: [number, number]; second: [number, number] } | null {
  const columns = map.first_values.map((_, column) => column);
  const rows = map.second_values.map((_, row) => row);
  const goes = (column: number, row: number) => ["holds", "tight"].includes(stateAt(map, { column, row }));
  const wide = columns.filter((column) => rows.some((row) => goes(column, row)));
  const tall = rows.filter((row) => columns.some((column) => goes(column, row)));
  if (wide.length === 0) return null;
  const around = (values: readonly number[], at: number[]): [number, number] => [
    values[Math.max(at[0]! - 1, 0)]!,
    values[Math.min(at.at(-1)! + 1, values.length - 1)]!,
  ];
  return { first: around(map.first_values, wide), second: around(map.second_values, tall) };
}
