import { replaceEqualDeep, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useRef, useState } from "react";
import { ProblemError, type Design, type VerdictAnswer } from "../api/client";
import { verdictQuery } from "../api/queries";

/**
 * The verdict that follows the hand: one question at a time, and after each answer only the newest
 * design is asked about. No stale answers queue up.
 */
export function useVerdict(design: Design) {
  const queries = useQueryClient();
  const [answer, setAnswer] = useState<{ design: Design; answer: VerdictAnswer } | null>(null);
  const [problem, setProblem] = useState<ProblemError | null>(null);
  const newest = useRef<Design | null>(null);
  const asking = useRef(false);

  /** Ask about a design: from the hand's own event, so that the question leaves before anything is drawn. */
  const ask = useCallback(
    (next: Design) => {
      newest.current = next;
      if (asking.current) return;
      asking.current = true;
      void (async () => {
        let asked: Design | null = null;
        while (newest.current && asked !== newest.current) {
          asked = newest.current;
          const about = asked;
          try {
            const got = await queries.fetchQuery(verdictQuery(about));
            // What did not change stays the same object, so that only what changed is drawn anew.
            setAnswer((before) => ({ design: about, answer: replaceEqualDeep(before?.answer, got) }));
            setProblem(null);
          } catch (error) {
            if (!(error instanceof ProblemError)) throw error;
            setProblem(error);
          }
        }
        asking.current = false;
      })();
    },
    [queries],
  );

  useEffect(() => {
    if (newest.current !== design) ask(design);
  }, [design, ask]);

  return { current: answer, problem, ask };
}
