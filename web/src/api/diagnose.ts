import { queryOptions } from "@tanstack/react-query";
import { posted, type Design } from "./client";
import type { components } from "./generated";

type Schemas = components["schemas"];
export type Diagnosed = Schemas["DiagnosedOut"];
export type Cause = Schemas["CauseTold"];
export type SignWord = Schemas["SignWord"];
export type Answer = "yes" | "no" | "unsure";

/** All that is known of a motor on the bench. */
export interface Known {
  signs: string[];
  readings: Record<string, number>;
  answers: Record<string, Answer>;
  cured: string[];
}

/** The likeliest faults of a motor, in the order in which to look for them. */
export const sheetQuery = (design: Design) =>
  queryOptions({
    queryKey: ["fault-sheet", design],
    queryFn: () => posted("/api/diagnose/sheet", design).then((answer) => answer.json() as Promise<Cause[]>),
    staleTime: Infinity,
  });

/** What is wrong with a motor that is right on paper. */
export const diagnoseQuery = (design: Design, known: Known) =>
  queryOptions({
    queryKey: ["diagnose", design, known],
    queryFn: ({ signal }) =>
      posted("/api/diagnose", { design, ...known }, signal).then((answer) => answer.json() as Promise<Diagnosed>),
    staleTime: Infinity,
  });
