/** Pure arithmetic of clocks and counts. */

/** "1:05" for 65 seconds; never negative. */
export function clockText(seconds: number): string {
  const left = Math.max(0, Math.ceil(seconds));
  return `${Math.floor(left / 60)}:${String(left % 60).padStart(2, "0")}`;
}

/** Turns and seconds from the moments (ms) at which a mark passed: the first starts the clock. */
export function turnsFromTaps(taps: readonly number[]): { turns: number; seconds: number } | null {
  const [first, last] = [taps[0], taps.at(-1)];
  if (first === undefined || last === undefined || taps.length < 2) return null;
  return { turns: taps.length - 1, seconds: Math.round((last - first) / 10) / 100 };
}
