/** An amount of pieces, or of meters. */
export const counted = (amount: number, unit: string) =>
  unit === "m" ? `${amount.toFixed(amount < 10 ? 1 : 0)} m` : String(Math.round(amount));
