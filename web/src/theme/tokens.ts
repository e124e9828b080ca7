/** Raw colors and sizes. Nothing but theme.ts reads them. */

export const colors = {
  light: {
    paper: "#f5f0e4",
    sheet: "#fbf7ec",
    raised: "#fffdf6",
    ink: "#2b211a",
    soft: "#6f5138",
    line: "#d8c9ae",
    grid: "#eee3cd",
    gridStrong: "#e0d0b2",
    copper: "#b35f2a",
    copperText: "#8a4213",
    copperPale: "#f0d8c3",
    glow: "#f6c48f",
    green: "#1f6b4f",
    ochre: "#a8740f",
    ochreText: "#7a5200",
    brick: "#a3301f",
    can: "#ece3d2",
    enamel: "#5f2a45",
  },
  dark: {
    paper: "#1d1712",
    sheet: "#251d16",
    raised: "#2f251c",
    ink: "#f2e8d8",
    soft: "#cbb397",
    line: "#554533",
    grid: "#2e251c",
    gridStrong: "#3b2f23",
    copper: "#e08a4e",
    copperText: "#f0a878",
    copperPale: "#4b3120",
    glow: "#7a4a1e",
    green: "#6cc79e",
    ochre: "#dfae48",
    ochreText: "#e6bd66",
    brick: "#f28d76",
    can: "#3a3026",
    enamel: "#c58aa8",
  },
} as const;

export const space = { hair: 2, tight: 4, close: 8, near: 12, wide: 20, far: 32 } as const;

export const faces = {
  text: '"Atkinson Hyperlegible Next Variable", "DejaVu Sans", sans-serif',
  title: '"Bitter Variable", "DejaVu Sans", serif',
} as const;
