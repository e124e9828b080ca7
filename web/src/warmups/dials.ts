import type { WarmUpDial } from "../api/warmups";

/** A number as it was written at a dial, or what is wrong with it. */
export function dialIn(dial: WarmUpDial, text: string): number | string {
  const value = text.trim() === "" ? NaN : Number(text.replace(",", "."));
  if (!(value >= dial.low && value <= dial.high)) return `Give a number from ${dial.low} to ${dial.high}.`;
  return value;
}

/** A figure to three digits, with its unit. */
export const figureText = (value: number, unit: string) =>
  `${Number(value.toPrecision(3)).toLocaleString("en-US", { maximumSignificantDigits: 3 })}${unit === "°" ? "°" : unit && ` ${unit}`}`;
