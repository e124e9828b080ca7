import { createContext, useContext, useMemo, useState, type ReactNode } from "react";
import type { Curve } from "../api/client";

/** Plain: in units of a classroom, two figures. Exact: in units of the trade. */
export const TELLINGS = ["plain", "exact"] as const;
export type Telling = (typeof TELLINGS)[number];

const KEY = "oakspin.figures";
const FiguresContext = createContext<{ telling: Telling; setTelling: (telling: Telling) => void }>({
  telling: "plain",
  setTelling: () => {},
});

/** How figures are told in the whole app; kept in this browser. */
export function FiguresProvider({ children }: { children: ReactNode }) {
  const [telling, set] = useState<Telling>(() => (localStorage.getItem(KEY) === "exact" ? "exact" : "plain"));
  const value = useMemo(
    () => ({
      telling,
      setTelling: (next: Telling) => {
        localStorage.setItem(KEY, next);
        set(next);
      },
    }),
    [telling],
  );
  return <FiguresContext value={value}>{children}</FiguresContext>;
}

export const useFigures = () => useContext(FiguresContext);

/** A figure that the core has told both ways. */
interface Spoken {
  text: string;
  band: string;
  plain: string;
  plain_band: string;
}

/** How a figure is to be shown: its text, and its band for brackets. */
export const spokenAs = (spoken: Spoken, telling: Telling) =>
  telling === "plain" ? { text: spoken.plain, band: spoken.plain_band } : { text: spoken.text, band: spoken.band };

type Measured = Pick<Curve, "unit" | "plain_unit" | "plain_per">;

/** The unit in which something is to be told, and how many of it one of the computed figure makes. */
export const unitOf = (measured: Measured, telling: Telling) =>
  telling === "plain" ? { unit: measured.plain_unit, per: measured.plain_per } : { unit: measured.unit, per: 1 };
