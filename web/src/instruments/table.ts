import type { Reading } from "../api/instruments";

/** Readings since a moment as a table to keep; those of a simulated motor say so. */
export function tableOf(readings: Plain[], simulated: boolean, since = 0): string {
  const [head, mark] = simulated ? [",simulated", ",yes"] : ["", ""];
  const lines = readings
    .filter(({ seconds }) => seconds >= since)
    .map(({ seconds, quantity, value, unit }) => `${seconds},${quantity},${value},${unit}${mark}`);
  return [`seconds,quantity,value,unit${head}`, ...lines, ""].join("\n");
}

/** A reading as a table holds it. */
type Plain = Pick<Reading, "quantity" | "value" | "unit" | "seconds">;
