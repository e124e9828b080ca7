import type { Design, Setting } from "./client";

/** The design with every setting made; the design itself is left as it was. */
export function withSettings(design: Design, settings: readonly Setting[]): Design {
  const copy = structuredClone(design);
  for (const { pointer, value } of settings) {
    const steps = pointer.split("/").slice(1);
    const last = steps.pop()!;
    let place = copy as unknown as Record<string, unknown>;
    for (const step of steps) place = place[step] as Record<string, unknown>;
    place[last] = value;
  }
  return copy;
}

export const sameDesign = (first: Design, second: Design) => JSON.stringify(first) === JSON.stringify(second);
