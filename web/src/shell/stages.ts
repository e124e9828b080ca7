/** The stages of a demonstration, in the order of the work. `onPhone`: shown on a phone, too. */
export const STAGES = [
  { id: "choose", name: "Choose", onPhone: false },
  { id: "make", name: "Make", onPhone: false },
  { id: "run", name: "Run", onPhone: true },
  { id: "tune", name: "Tune", onPhone: false },
  { id: "teach", name: "Teach", onPhone: true },
] as const;

export type StageId = (typeof STAGES)[number]["id"];

export const stageAt = (path: string | undefined): StageId => STAGES.find((stage) => stage.id === path)?.id ?? "choose";
