import { colors, faces, space } from "./tokens";

export type Room = "light" | "dark" | "projector";
export const ROOMS: readonly Room[] = ["light", "dark", "projector"];

/** Meanings, for every part of the interface. A misspelt one does not compile. */
export function themeFor(room: Room) {
  const c = room === "dark" ? colors.dark : colors.light;
  return {
    room,
    /** Text on two meters of picture is read from six meters: docs/decisions/022-read-from-the-back.md. */
    scale: room === "projector" ? 1.6 : 1,
    ground: c.paper,
    sheet: c.sheet,
    raised: c.raised,
    text: c.ink,
    quiet: c.soft,
    rule: c.line,
    grid: c.grid,
    gridStrong: c.gridStrong,
    carriesCurrent: c.copper,
    /** Round what carries current at this very moment. */
    lit: c.glow,
    action: c.copperText,
    actionPale: c.copperPale,
    can: c.can,
    enamel: c.enamel,
    paint: c.soft,
    /** Printed things are drawn in black: they lie on white in every room. */
    whitePaper: "#fff",
    blackInk: "#111",
    state: { holds: c.green, tight: c.ochre, fails: c.brick },
    stateText: { holds: c.green, tight: c.ochreText, fails: c.brick },
    space,
    faces,
  };
}

export type Theme = ReturnType<typeof themeFor>;
