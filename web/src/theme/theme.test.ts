import { expect, test } from "vitest";
import { ROOMS, themeFor } from "./theme";

/** Relative luminance of a color, WCAG 2.2. */
function luminance(color: string): number {
  const channels = [1, 3, 5].map((at) => parseInt(color.slice(at, at + 2), 16) / 255);
  const [r, g, b] = channels.map((c) => (c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4));
  return 0.2126 * r! + 0.7152 * g! + 0.0722 * b!;
}

function contrast(first: string, second: string): number {
  const [dark, light] = [luminance(first), luminance(second)].sort((a, b) => a - b);
  return (light! + 0.05) / (dark! + 0.05);
}

test("black on white has the greatest contrast", () => expect(contrast("#000000", "#ffffff")).toBeCloseTo(21));

test.each(ROOMS)("in the %s room every text is read on every ground", (room) => {
  const theme = themeFor(room);
  const grounds = [theme.ground, theme.sheet, theme.raised];
  const texts = [theme.text, theme.quiet, theme.action, ...Object.values(theme.stateText)];
  for (const text of texts) for (const ground of grounds) expect(contrast(text, ground)).toBeGreaterThanOrEqual(4.5);
});

test.each(ROOMS)("in the %s room loops, copper and strips stand out from the paper", (room) => {
  const theme = themeFor(room);
  for (const mark of [...Object.values(theme.state), theme.carriesCurrent])
    expect(contrast(mark, theme.sheet)).toBeGreaterThanOrEqual(3);
});

test("the projector is larger, the others are not", () => {
  expect(themeFor("projector").scale).toBeGreaterThan(1.1);
  expect(themeFor("light").scale).toBe(1);
});
