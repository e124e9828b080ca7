import type { ShelfMotor } from "../api/client";

export type Order = "yours" | "newest" | "oldest" | "name";
export type Size = "large" | "small";
/** How a motor does: it goes, it barely goes, it does not go. */
export type Doing = "holds" | "tight" | "fails";

export interface Arrangement {
  words: string;
  kind: string;
  doing: Doing | "";
  order: Order;
  size: Size;
}

export const AS_IT_COMES: Arrangement = { words: "", kind: "", doing: "", order: "yours", size: "large" };
const KEY = "oakspin.shelf";

/** Order and size as they were left; what was searched for is forgotten. */
export function kept(): Arrangement {
  try {
    const { order, size } = JSON.parse(localStorage.getItem(KEY) ?? "{}") as Partial<Arrangement>;
    return { ...AS_IT_COMES, ...(order ? { order } : {}), ...(size ? { size } : {}) };
  } catch {
    return AS_IT_COMES;
  }
}

export const keep = ({ order, size }: Arrangement) => localStorage.setItem(KEY, JSON.stringify({ order, size }));

/** Words are looked for in the title, the kind and the verdict; every one must be there. */
const matches = (motor: ShelfMotor, words: string) => {
  const text = `${motor.title} ${motor.kind_name} ${motor.glance?.headline ?? ""}`.toLowerCase();
  return words
    .toLowerCase()
    .split(/\s+/)
    .every((word) => text.includes(word));
};

/** One's own motors, the newest first, then the samples as they come. */
const yoursFirst = (a: ShelfMotor, b: ShelfMotor) =>
  Number(Boolean(a.shows)) - Number(Boolean(b.shows)) || (a.shows ? 0 : b.changed_at.localeCompare(a.changed_at));

/** The motors that are looked for, in the wanted order. */
export function arranged(motors: readonly ShelfMotor[], { words, kind, doing, order }: Arrangement): ShelfMotor[] {
  const found = motors.filter(
    (motor) => matches(motor, words) && (!kind || motor.kind === kind) && (!doing || motor.glance?.state === doing),
  );
  if (order === "yours") return found.sort(yoursFirst);
  if (order === "newest") return found.sort((a, b) => b.changed_at.localeCompare(a.changed_at));
  if (order === "name") return found.sort((a, b) => a.title.localeCompare(b.title, "en-US", { numeric: true }));
  return found;
}
