import type { Curve } from "../api/client";

/** The curve that the tests of Tune draw. */
export const SPEED: Curve = {
  id: "speed",
  label: "Speed",
  unit: "turns/min",
  plain_unit: "turns a minute",
  plain_per: 1,
  of: "figure",
};
