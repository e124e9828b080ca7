/** A short time as people say it. */
export const minutes = (many: number) =>
  many < 1 ? `${Math.max(10, Math.round(many * 6) * 10)} s` : `${Math.round(many * 10) / 10} min`;
