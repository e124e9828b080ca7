import { useQuery } from "@tanstack/react-query";
import { useMemo } from "react";
import type { ComparisonEntry } from "../api/client";
import { shelfQuery } from "../api/queries";
import { readPin } from "../shell/usePin";

/** Before an id, it stands for the design that is pinned of this motor. */
export const PIN = "pin:";

/** What an address asks for: ids of motors, or of their pins, in their order; what is not there is left out. */
export function useEntries(motors: string): { entries: ComparisonEntry[]; missing: number; loading: boolean } {
  const { data, isPending } = useQuery(shelfQuery);
  return useMemo(() => {
    const ids = motors.split(",").filter(Boolean);
    const entries = ids.flatMap((each): ComparisonEntry[] => {
      const id = each.replace(PIN, "");
      const motor = data?.motors.find((motor) => motor.id === id);
      if (!motor) return [];
      if (!each.startsWith(PIN)) return [{ title: motor.title, design: motor.design, trials_of: id }];
      const design = readPin(id);
      return design ? [{ title: `${motor.title}, pinned`.slice(-80), design, trials_of: null }] : [];
    });
    return { entries, missing: data ? ids.length - entries.length : 0, loading: isPending };
  }, [motors, data, isPending]);
}
