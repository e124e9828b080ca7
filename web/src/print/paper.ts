import type { Demonstration } from "../api/client";

/** What every paper is printed from. */
export interface PaperProps {
  kept: Demonstration;
}
