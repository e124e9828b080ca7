import type { Factor } from "../api/client";
import type { Option } from "../parts/PickField";

/** A number where it stands in a list of all: its part, and its own name unless that says the part already. */
export const namedIn = (number: Factor) => `${number.part}: ${number.name.toLowerCase()}`;

/** Numbers to pick from, under the parts as Choose lays them out. */
export const numberOptions = (numbers: readonly Factor[]): Option[] =>
  numbers.map((number) => ({ key: number.pointer, label: number.name, group: number.part }));
