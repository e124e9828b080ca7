import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
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
  const newest = useRef(design);
  const asking = useRef(false);

  useEffect(() => {
    newest.current = design;
    if (asking.current) return;
    asking.current = true;
    void (async () => {
      let asked: Design | null = null;
      while (asked !== newest.current) {
        asked = newest.current;
        try {
          const got = await queries.fetchQuery(verdictQuery(asked));
          setAnswer({ design: asked, answer: got });
          setProblem(null);
        } catch (error) {
          if (!(error instanceof ProblemError)) throw error;
          setProblem(error);
        }
      }
      asking.current = false;
    })();
  }, [design, queries]);

  return { current: answer, problem };
}
