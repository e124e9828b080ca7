import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { put, ProblemError, type Demonstration } from "../api/client";
import { demonstrationQuery } from "../api/queries";

/** Which build steps are done: shown at once, kept with the demonstration. */
export function useTicks(kept: Demonstration) {
  const queries = useQueryClient();
  const [ticks, setTicks] = useState<string[]>(kept.ticks);
  const [trouble, setTrouble] = useState("");
  const tick = (step: string) => {
    const had = ticks.includes(step);
    const set = (done: boolean) =>
      setTicks((now) => [...now.filter((ticked) => ticked !== step), ...(done ? [step] : [])]);
    set(!had);
    put("/api/shelf/{id}/ticks", {
      params: { path: { id: kept.id } },
      body: had ? { undone: [step] } : { done: [step] },
    })
      .then((answer) => {
        setTrouble("");
        queries.setQueryData(
          demonstrationQuery(kept.id).queryKey,
          (before) => before && { ...before, ticks: answer.ticks },
        );
      })
      .catch((error: unknown) => {
        // Others that were ticked meanwhile stay.
        set(had);
        setTrouble(error instanceof ProblemError ? error.line : String(error));
      });
  };
  return { ticks, tick, trouble };
}
