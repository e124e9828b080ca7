import type { DesignMap } from "../api/client";

export interface Cell {
  column: number;
  row: number;
}

/** State of a cell of the map. */
export const stateAt = (map: DesignMap, { column, row }: Cell) => map.states[row]![column]!;

/** Runs of equal state along a row, as first and last column. */
export function runsOf(map: DesignMap, row: number): { from: number; to: number; state: string }[] {
  const pieces: { from: number; to: number; state: string }[] = [];
  map.first_values.forEach((_, column) => {
    const state = stateAt(map, { column, row });
    const last = pieces.at(-1);
    if (last?.state === state) last.to = column;
    else pieces.push({ from: column, to: column, state });
  });
  return pieces;
}

const nearestIn = (values: readonly number[], value: number) =>
  values.reduce((best, here, at) => (Math.abs(here - value) < Math.abs(values[best]! - value) ? at : best), 0);

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
