import { expect, test } from "vitest";
import type { Arrival } from "../api/client";
import { stateWords } from "./Backup";

const arrival = (state: Arrival["state"], revisions = 0, trials = 0): Arrival => ({
  id: "a",
  title: "Lantern",
  kind_name: "Frame motor",
  state,
  revisions,
  trials,
  unread: false,
});

test.each([
  [arrival("new", 3), "new"],
  [arrival("new", 3, 1), "new, with 1 trial"],
  [arrival("more", 2, 0), "adds 2 later states"],
  [arrival("more", 1, 4), "adds 1 later state and 4 trials"],
  [arrival("more"), "comes back to the shelf"],
  [arrival("apart", 2, 1), "changed both here and there: comes in as a second motor"],
])("what %o would bring is told", (motor, words) => {
  expect(stateWords(motor)).toBe(words);
});
