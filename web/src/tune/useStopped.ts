import { useQueries } from "@tanstack/react-query";
import type { Design, SweepPoint } from "../api/client";
import { lookQuery } from "../api/queries";
import { standing, type Stopped } from "./sweep";

const MOST = 3; // stretches that are explained

/** Where most builds do not go along a sweep, and what stops them there: what the core says of the nearest value. */
export function useStopped(design: Design, pointer: string | undefined, points: readonly SweepPoint[]): Stopped[] {
  const stretches = pointer ? standing(points).slice(0, MOST) : [];
  const looks = useQueries({
    queries: stretches.map(({ edge }) => ({
      ...lookQuery(design, [{ pointer: pointer!, value: edge }]),
      retry: false,
    })),
  });
  return stretches.map((stretch, at) => {
    const refused = points.find((point) => point.value === stretch.edge)?.refused;
    return { ...stretch, why: refused || (looks[at]?.data?.verdict.headline ?? "") };
  });
}
