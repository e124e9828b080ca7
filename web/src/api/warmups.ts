import { queryOptions } from "@tanstack/react-query";
import { answered, client, posted } from "./client";
import type { components } from "./generated";

type Schemas = components["schemas"];
export type WarmUp = Schemas["WarmUpOut"];
export type WarmUpDial = Schemas["WarmUpDial"];
export type WarmUpAnswer = Schemas["WarmUpAnswer"];

/** All warm-ups, in the order in which they lead to a motor. */
export const warmUpsQuery = queryOptions({
  queryKey: ["warm-ups"],
  queryFn: () => answered(client.GET("/api/warm-ups")) as Promise<WarmUp[]>,
  staleTime: Infinity,
});

/** What happens with its dials so. */
export const warmUpQuery = (id: string, values: Record<string, number>) =>
  queryOptions({
    queryKey: ["warm-ups", id, values],
    queryFn: ({ signal }) =>
      posted(`/api/warm-ups/${id}`, { values }, signal).then((answer) => answer.json() as Promise<WarmUpAnswer>),
    staleTime: Infinity,
  });
