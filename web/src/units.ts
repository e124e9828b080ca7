/** The one place where units are read and written. */

const MM_PER: Record<string, number> = { mm: 1, cm: 10, m: 1000, in: 25.4, inch: 25.4, inches: 25.4, '"': 25.4 };

/** What a gram weighs. */
export const MN_PER_GRAM = 9.80665;

/** A number with three significant figures at most, in plain digits. */
export function rounded(value: number, digits = 3): string {
  if (!Number.isFinite(value)) return "—";
  if (value === 0) return "0";
  const places = digits - 1 - Math.floor(Math.log10(Math.abs(value)));
  const near = Number(value.toPrecision(digits));
  const text = near.toFixed(Math.min(Math.max(places, 0), 6));
  return text.includes(".") ? text.replace(/\.?0+$/, "") : text;
}

/** Units in which a third figure says nothing: as the core tells them, here too. */
const ROUGHLY = new Set(["turns/min", "turns a minute", "turns/s", "turns a second", "m/s", "meters a second", "s"]);

/** A predicted figure with as many digits as every page gives it. */
export const predictedText = (value: number, unit: string) => rounded(value, ROUGHLY.has(unit) ? 2 : 3);

/** A band in brackets: "(350–610)". */
export const band = ([low, high]: readonly number[], digits = 3) =>
  `(${rounded(low ?? 0, digits)}–${rounded(high ?? 0, digits)})`;

/** "1/2", "1 1/2", "12.7" or "12,7" as a number; null when it is none. */
function readNumber(text: string): number | null {
  const clean = text.trim().replace(",", ".").replace("−", "-");
  const fraction = /^(?:(\d+)[\s-]+)?(\d+)\s*\/\s*(\d+)$/.exec(clean);
  if (fraction) {
    const [, whole = "0", over, under] = fraction;
    return Number(under) === 0 ? null : Number(whole) + Number(over) / Number(under);
  }
  return /^-?(\d+\.?\d*|\.\d+)$/.test(clean) ? Number(clean) : null;
}

/** What was typed into a dial of this unit, in that unit; null when it cannot be read. */
export function readMeasure(text: string, unit: string): number | null {
  const match = /^(.*?[\d.])\s*([^\d\s.,/-].*)?$/.exec(text.trim());
  if (!match) return null;
  const value = readNumber(match[1]!);
  const typed = match[2]?.trim();
  if (value === null || !typed || typed === unit) return value;
  const from = MM_PER[typed.toLowerCase()];
  if (from === undefined) return null;
  if (unit === "mm") return Math.round(value * from * 1000) / 1000;
  return null;
}

export type WireSize = { by: "gauge"; awg: number } | { by: "diameter"; diameter_mm: number };

/** "20 AWG", "20", "0.8 mm" or "1/32 in" as a wire size; null when it cannot be read. */
export function readWireSize(text: string): WireSize | null {
  const gauge = /^(?:awg\s*)?(\d+)\s*(?:awg|gauge)?$/i.exec(text.trim());
  if (gauge) return { by: "gauge", awg: Number(gauge[1]) };
  const diameter = readMeasure(text, "mm");
  return diameter === null ? null : { by: "diameter", diameter_mm: diameter };
}

export const wireSizeText = (size: WireSize) =>
  size.by === "gauge" ? `${size.awg} AWG` : `${rounded(size.diameter_mm)} mm`;
