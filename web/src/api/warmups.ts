import { queryOptions } from "@tanstack/react-query";
import { get } from "./client";
import { postAtOnce } from "./atOnce";
import type { components } from "./generated";

type Schemas = components["schemas"];
export type WarmUp = Schemas["WarmUpView"];
export type WarmUpDial = Schemas["WarmUpDial"];
export type WarmUpAnswer = Schemas["WarmUpAnswer"];

/** All warm-ups, in the order in which they lead to a motor. */
export const warmUpsQuery = queryOptions({
  queryKey: ["warm-ups"],
  queryFn: () => get("/api/warm-ups"),
  staleTime: Infinity,
});

/** What happens with its dials so. */
export const warmUpQuery = (id: string, values: Record<string, number>) =>
  queryOptions({
    queryKey: ["warm-ups", id, values],
    queryFn: ({ signal }) => postAtOnce("/api/warm-ups/{id}", { values }, { at: `/api/warm-ups/${id}`, signal }),
    staleTime: Infinity,
  });
