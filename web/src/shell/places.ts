/** Somewhere to go, by the name it has everywhere. */
export interface Place {
  to: string;
  name: string;
}

/** The five places of the top band. */
export const MAIN: readonly Place[] = [
  { to: "/", name: "Start" },
  { to: "/motors", name: "Motors" },
  { to: "/drawer", name: "Parts" },
  { to: "/classes", name: "Classes" },
  { to: "/practice", name: "Practice" },
];

/** All places, with the rooms within them. */
export const PLACES: readonly Place[] = [
  ...MAIN,
  { to: "/build", name: "Find a motor" },
  { to: "/things", name: "What is this?" },
  { to: "/fix", name: "It does not go" },
  { to: "/bench", name: "What trials taught" },
  { to: "/warm-ups", name: "Warm-ups" },
];
