import { useQuery, useQueryClient } from "@tanstack/react-query";
import { createContext, useContext, useEffect, useMemo, useState, type ReactNode } from "react";
import { errorLine } from "../api/client";
import { keyWith, motorPartsQuery } from "../api/motorParts";
import { anyTrialQuery, learnQuery, type LearnedSummary } from "../api/learning";

interface Learned {
  /** The key of draws that know the motor's parts of the Drawer; empty where none does. */
  partsKey: string;
  /** What the motor's trials taught; nothing while that is computed, or where there are none. */
  summary: LearnedSummary | undefined;
  /** How far it is, 0 to 1. */
  progress: number;
  trouble: string;
  /** Whether the motor is shown as learned. */
  on: boolean;
  setOn: (on: boolean) => void;
  leftOut: string[];
  thoughOdd: string[];
  /** Give learning up until it is asked for again. */
  stop: () => void;
  again: () => void;
  stopped: boolean;
  /** Let a trial count or not, as one that is odd or as any other. */
  count: (trial: string, counts: boolean, odd: boolean) => void;
}

const SOON = 400; // ms
const Context = createContext<Learned>({
  partsKey: "",
  summary: undefined,
  progress: 0,
  trouble: "",
  on: false,
  setOn: () => undefined,
  leftOut: [],
  thoughOdd: [],
  stop: () => undefined,
  again: () => undefined,
  stopped: false,
  count: () => undefined,
});

/** What the trials of one motor taught, for all of its stages. */
export function LearnedProvider({ id, children }: { id: string; children: ReactNode }) {
  const [on, setOn] = useState(true);
  const [leftOut, setLeftOut] = useState<string[]>([]);
  const [thoughOdd, setThoughOdd] = useState<string[]>([]);
  const [progress, setProgress] = useState(0);
  const [stopped, setStopped] = useState(false);
  // Asked for once the motor can be used: it is not what anybody waits for.
  const [ready, setReady] = useState(false);
  useEffect(() => {
    const timer = window.setTimeout(() => setReady(true), SOON);
    return () => window.clearTimeout(timer);
  }, []);
  const { data: parts } = useQuery({ ...motorPartsQuery(id), enabled: ready, retry: false });
  const partsKey = parts?.key ?? "";
  const { data: any } = useQuery({ ...anyTrialQuery(id), enabled: ready });
  const learn = useQuery({
    ...learnQuery(id, leftOut, thoughOdd, setProgress),
    enabled: any === true && !stopped,
    retry: false,
    placeholderData: (before) => before,
  });
  const { data, error, refetch } = learn;
  const queries = useQueryClient();
  const value = useMemo<Learned>(
    () => ({
      partsKey,
      summary: any ? data : undefined,
      progress: learn.isFetching ? progress : 1,
      trouble: error ? errorLine(error) : "",
      on,
      setOn,
      leftOut,
      thoughOdd,
      stop: () => {
        setStopped(true);
        void queries.cancelQueries({ queryKey: ["trials", id, "learn"] });
      },
      again: () => {
        setStopped(false);
        void refetch();
      },
      stopped: stopped && !data,
      count: (trial, counts, odd) => {
        const change = odd ? setThoughOdd : setLeftOut;
        const isIn = odd ? counts : !counts;
        change((before) =>
          isIn ? [...before.filter((id) => id !== trial), trial] : before.filter((id) => id !== trial),
        );
      },
    }),
    [partsKey, any, data, error, learn.isFetching, progress, on, leftOut, thoughOdd, stopped, refetch, queries, id],
  );
  return <Context.Provider value={value}>{children}</Context.Provider>;
}

export const useLearned = () => useContext(Context);

/** The key by which the core shows the motor as learned; none where it is shown without. */
export function useLearnedKey(): string | undefined {
  const { summary, on, partsKey } = useLearned();
  return keyWith(partsKey, on && summary && summary.trials > 0 ? summary.key : undefined);
}
