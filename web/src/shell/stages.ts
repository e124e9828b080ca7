/** The stages of a demonstration, in the order of the work. */
export const STAGES = [
  { id: "choose", name: "Choose" },
  { id: "make", name: "Make" },
  { id: "run", name: "Run" },
  { id: "tune", name: "Tune" },
  { id: "teach", name: "Teach" },
] as const;

export type StageId = (typeof STAGES)[number]["id"];

export const stageAt = (path: string | undefined): StageId =>
  STAGES.find((stage) => stage.id === (path === "fix" ? "run" : path))?.id ?? "choose";
