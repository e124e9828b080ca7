import type { Factor } from "../api/client";

/** A number where it stands in a list of all: its part, and its own name unless that says the part already. */
export const namedIn = (number: Factor) => `${number.part}: ${number.name.toLowerCase()}`;
