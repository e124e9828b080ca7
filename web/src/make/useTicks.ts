import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { answered, client, ProblemError, type Demonstration } from "../api/client";
import { demonstrationQuery } from "../api/queries";

/** Which build steps are done: shown at once, kept with the demonstration. */
export function useTicks(kept: Demonstration) {
  const queries = useQueryClient();
  const [ticks, setTicks] = useState<string[]>(kept.ticks);
  const [trouble, setTrouble] = useState("");
  const tick = (step: string) => {
    const next = ticks.includes(step) ? ticks.filter((ticked) => ticked !== step) : [...ticks, step];
    setTicks(next);
    answered(
      client.PUT("/api/shelf/{id}/ticks", {
        params: { path: { id: kept.id } },
        body: ticks.includes(step) ? { undone: [step] } : { done: [step] },
      }),
    )
      .then((answer) => {
        setTrouble("");
        queries.setQueryData(
          demonstrationQuery(kept.id).queryKey,
          (before) => before && { ...before, ticks: answer.ticks },
        );
      })
      .catch((error: unknown) => {
        setTicks(ticks);
        setTrouble(error instanceof ProblemError ? error.line : String(error));
      });
  };
  return { ticks, tick, trouble };
}
