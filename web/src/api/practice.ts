import { queryOptions } from "@tanstack/react-query";
import { answered, client } from "./client";
import type { components } from "./generated";

type Schemas = components["schemas"];
export type PracticeCase = Schemas["PracticeCaseOut"];
export type CaseSaid = Schemas["CaseSaid"];
export type CrowdSaid = Schemas["CrowdSaid"];
export type EndSaid = Schemas["EndSaid"];
export type RoundSaid = Schemas["RoundSaid"];
export type Practice = Schemas["PracticeOut"];
export type Level = PracticeCase["level"];
export type Act = Schemas["Act"];

/** Levels and the record of past practice. */
export const practiceQuery = queryOptions({
  queryKey: ["practice"],
  queryFn: () => answered(client.GET("/api/practice")) as Promise<Practice>,
});

/** A case as it stands. */
export const caseQuery = (id: string) =>
  queryOptions({
    queryKey: ["practice", id],
    queryFn: () =>
      answered(client.GET("/api/practice/cases/{id}", { params: { path: { id } } })) as Promise<PracticeCase>,
    staleTime: Infinity,
  });

export interface Begin {
  level: Level;
  kind?: string;
  motor?: string;
  round?: string;
}

export const begin = (body: Begin) => answered(client.POST("/api/practice/cases", { body })) as Promise<PracticeCase>;

export const act = (id: string, at: number, act: Act) =>
  answered(
    client.POST("/api/practice/cases/{id}/acts", { params: { path: { id } }, body: { at, act } }),
  ) as Promise<PracticeCase>;

export const help = (id: string, at: number, group: string) =>
  answered(
    client.POST("/api/practice/cases/{id}/help", { params: { path: { id } }, body: { at, group } }),
  ) as Promise<PracticeCase>;
