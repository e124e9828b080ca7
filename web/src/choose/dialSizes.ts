import type { Dial } from "../api/client";
import { rounded, wireSizeText, type WireSize } from "../units";

export const textOf = (dial: Dial) =>
  dial.type === "size"
    ? wireSizeText(dial.value as WireSize)
    : `${rounded(dial.value as number, 4)}${dial.unit ? ` ${dial.unit}` : ""}`;

export const sizeAmount = (size: WireSize) => (size.by === "gauge" ? size.awg : size.diameter_mm);
const SIZE_FIELD = { gauge: "awg", diameter: "diameter_mm" } as const;
const sizeLimit = (dial: Dial, size: WireSize) => dial.sizes.find((limit) => limit.field === SIZE_FIELD[size.by])!;
export const sizeWithin = (dial: Dial, size: WireSize) => {
  const { minimum, maximum } = sizeLimit(dial, size);
  return sizeAmount(size) >= minimum && sizeAmount(size) <= maximum;
};
export const sizeRanges = (dial: Dial) =>
  dial
    .sizes!.map((size) => `${rounded(size.minimum)} to ${rounded(size.maximum)} ${size.field === "awg" ? "AWG" : "mm"}`)
    .join(", or ");

export function limitsOf(dial: Dial): { minimum: number; maximum: number; unit: string } {
  if (dial.type === "size") {
    const size = dial.value as WireSize;
    const { minimum, maximum } = sizeLimit(dial, size);
    return { minimum, maximum, unit: size.by === "gauge" ? "AWG" : "mm" };
  }
  return dial;
}
