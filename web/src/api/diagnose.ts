import { queryOptions } from "@tanstack/react-query";
import { get, post, type Design } from "./client";
import { postAtOnce } from "./atOnce";
import type { components } from "./generated";
import { withLearned } from "./learning";

type Schemas = components["schemas"];
export type Diagnosed = Schemas["DiagnosedView"];
export type Cause = Schemas["CauseView"];
export type SignWord = Schemas["SignWord"];
export type Answer = "yes" | "no" | "unsure";

/** All that is known of a motor on the bench. */
export interface Known {
  signs: string[];
  readings: Record<string, number>;
  answers: Record<string, Answer>;
  cured: string[];
  skipped: string[];
  where: Record<string, string>;
}

/** The likeliest faults of a motor, in the order in which to look for them. */
export const sheetQuery = (design: Design) =>
  queryOptions({
    queryKey: ["fault-sheet", design],
    queryFn: () => postAtOnce("/api/diagnose/sheet", design),
    staleTime: Infinity,
  });

export type Repair = Schemas["RepairView"];

/** What was found wrong with a motor, oldest first. */
export const repairsQuery = (id: string) =>
  queryOptions({
    queryKey: ["repairs", id],
    queryFn: () => get("/api/shelf/{id}/repairs", { params: { path: { id } } }),
  });

/** Keep what was wrong with a motor that goes now. */
export const keepRepair = (id: string, repair: Repair["repair"]) =>
  post("/api/shelf/{id}/repairs", {
    params: { path: { id } },
    body: { key: crypto.randomUUID(), repair },
  });

/** What is wrong with a motor that is right on paper, as learned where a key of that is given. */
export const diagnoseQuery = (design: Design, known: Known, learned?: string) =>
  queryOptions({
    queryKey: ["diagnose", design, known, learned ?? ""],
    queryFn: ({ signal }) =>
      postAtOnce("/api/diagnose", { design, ...known }, { at: withLearned("/api/diagnose", learned), signal }),
    staleTime: Infinity,
  });
