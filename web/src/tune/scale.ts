import { scaleLinear, scaleLog, type ScaleContinuousNumeric } from "d3-scale";

type Scale = ScaleContinuousNumeric<number, number>;

/** The scale of a number's axis: by its powers where the number spans decades. */
export function scaleFor(
  { decades }: { decades: boolean },
  [first, last]: [number, number],
  range: [number, number],
): Scale {
  const scale = decades && first > 0 ? scaleLog() : scaleLinear();
  return scale.domain([first, Math.max(last, first + 1e-9)]).range(range) as Scale;
}

/** Ticks far enough apart to be read: an axis of powers has but those that begin with 1, 2 or 5. */
export function ticksOf(scale: Scale, count: number): number[] {
  const ticks = scale.ticks(count);
  if (ticks.length <= count * 1.5) return ticks;
  const kept = ticks.filter((tick) => /^[125]/.test(tick.toExponential()));
  return kept.length > 1 ? kept : ticks;
}
