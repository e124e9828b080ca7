import { queryOptions } from "@tanstack/react-query";
import { get, posted } from "./client";
import type { components } from "./generated";
import { linesOf } from "./lines";

type Schemas = components["schemas"];
export type LearnedSummary = Schemas["SummaryView"];
export type SummaryRow = Schemas["SummaryRow"];
export type Measured = Schemas["MeasuredView"];

/** What a motor's trials taught, without those left out; `told` hears how far it is, 0 to 1. */
export const learnQuery = (id: string, leftOut: string[], thoughOdd: string[], progress?: (part: number) => void) =>
  queryOptions({
    queryKey: ["trials", id, "learn", leftOut, thoughOdd],
    queryFn: async ({ signal }) => {
      const response = await posted(`/api/shelf/${id}/learn`, { left_out: leftOut, though_odd: thoughOdd }, signal);
      let summary: LearnedSummary | null = null;
      for await (const lines of linesOf(response)) {
        for (const line of lines as { progress?: number; summary?: LearnedSummary }[]) {
          if (line.summary) summary = line.summary;
          else progress?.(line.progress ?? 0);
        }
      }
      if (!summary) throw new Error("The answer ended before it was whole.");
      return summary;
    },
    staleTime: Infinity,
  });

/** Whether a motor has any trial. */
export const anyTrialQuery = (id: string) =>
  queryOptions({
    queryKey: ["trials", id, "any"],
    queryFn: async () => {
      const trials = await get("/api/shelf/{id}/trials", { params: { path: { id }, query: { limit: 1 } } });
      return (trials as unknown[]).length > 0;
    },
  });

/** What trials measured of every motor, beside what was predicted; by the motor's id. */
export const measuredQuery = queryOptions({
  queryKey: ["trials", "measured"],
  queryFn: async () => new Map((await get("/api/measured")).map((row) => [row.id, row])),
});

export const benchQuery = queryOptions({
  queryKey: ["bench"],
  queryFn: () => get("/api/bench"),
});

/** An address of the core with the key of what was learned, where that is looked with. */
export const withLearned = (path: string, learned: string | undefined) =>
  learned ? `${path}?learned=${encodeURIComponent(learned)}` : path;
