import { queryOptions } from "@tanstack/react-query";
import { answered, client, type Design, type VerdictAnswer } from "./client";

export const shelfQuery = queryOptions({
  queryKey: ["shelf"],
  queryFn: () => answered(client.GET("/api/shelf")),
});

export const kindsQuery = queryOptions({
  queryKey: ["kinds"],
  queryFn: () => answered(client.GET("/api/kinds")),
  staleTime: Infinity,
});

export const demonstrationQuery = (id: string) =>
  queryOptions({
    queryKey: ["demonstration", id],
    queryFn: () => answered(client.GET("/api/shelf/{id}", { params: { path: { id } } })),
    // The page holds the working copy; it is read anew only when the page is opened.
    staleTime: Infinity,
    gcTime: 0,
  });

/** A verdict depends on the design alone, so it never goes stale. */
export const verdictQuery = (design: Design) =>
  queryOptions({
    queryKey: ["verdict", design],
    // openapi-fetch widens fixed pairs to lists; the wire form is the generated one.
    queryFn: () => answered(client.POST("/api/verdict", { body: design })) as Promise<VerdictAnswer>,
    staleTime: Infinity,
    gcTime: 60_000,
  });

export const adviceQuery = (design: Design) =>
  queryOptions({
    queryKey: ["advice", design],
    queryFn: () => answered(client.POST("/api/advice", { body: design })),
    staleTime: Infinity,
    gcTime: 60_000,
  });

export const spinQuery = (design: Design) =>
  queryOptions({
    queryKey: ["spin", design],
    queryFn: () => answered(client.POST("/api/spin", { body: design })),
    staleTime: Infinity,
    gcTime: 60_000,
  });
