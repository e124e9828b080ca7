import type { Shape } from "../api/client";
import type { Theme } from "../theme/theme";

type Role = Shape["role"];

export interface Look {
  stroke?: string;
  fill?: string;
  width?: number;
  dashes?: string;
  opacity?: number;
}

/** Roles that move or carry current; all others stand still. */
export const WIRES: ReadonlySet<Role> = new Set<Role>([
  "wire",
  "far_wire",
  "bared",
  "enamel",
  "paint",
  "mark",
  "bar",
  "winding",
]);
/** Roles whose outline a pinned design leaves as a ghost. */
export const GHOSTS: ReadonlySet<Role> = new Set<Role>(["wire", "far_wire", "lead", "core", "track", "bar", "winding"]);
/** Roles that small pictures leave out. */
export const LARGE_ONLY: ReadonlySet<Role> = new Set<Role>(["axis", "bench", "push_arc", "brake_arc", "idle_arc"]);

/** How lines of a role look; magnets, cells and the bench are drawn by their own means. */
export function lookOf(role: Role, theme: Theme): Look {
  switch (role) {
    case "wire":
      return { stroke: theme.carriesCurrent, width: 4 };
    case "far_wire":
      return { stroke: theme.carriesCurrent, width: 4, opacity: 0.45 };
    case "bared":
      return { stroke: theme.carriesCurrent, width: 5 };
    case "enamel":
      return { stroke: theme.enamel, width: 7, fill: theme.sheet };
    case "paint":
      return { stroke: theme.paint, width: 7, fill: theme.sheet, dashes: "3 2" };
    case "mark":
      return { stroke: theme.text, width: 1.4, fill: theme.text };
    case "support":
      return { stroke: theme.text, width: 2 };
    case "stand":
      return { stroke: theme.text, width: 1.4, fill: theme.quiet };
    case "axis":
      return { stroke: theme.text, width: 1, dashes: "14 4 3 4", opacity: 0.35 };
    case "push_arc":
      return { stroke: theme.state.holds, width: 1.8, fill: theme.state.holds };
    case "brake_arc":
      return { stroke: theme.state.fails, width: 1.8, fill: theme.state.fails };
    case "lead":
      return { stroke: theme.carriesCurrent, width: 3 };
    case "bar":
      return { stroke: theme.text, width: 1.4, fill: theme.sheet };
    case "winding":
      return { stroke: theme.carriesCurrent, width: 1.2, fill: theme.actionPale };
    case "track":
      return { stroke: theme.carriesCurrent, width: 1, fill: theme.actionPale };
    case "idle_arc":
      return { stroke: theme.text, width: 2.4, dashes: "1 6" };
    default:
      return { stroke: theme.text, width: 1.4, fill: theme.sheet };
  }
}
