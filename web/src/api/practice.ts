import { queryOptions } from "@tanstack/react-query";
import { get, post } from "./client";
import type { components } from "./generated";

type Schemas = components["schemas"];
export type PracticeCase = Schemas["PracticeCaseView"];
export type CaseView = Schemas["CaseView"];
export type CrowdView = Schemas["CrowdView"];
export type EndView = Schemas["EndView"];
export type RoundView = Schemas["RoundView"];
export type Practice = Schemas["PracticeView"];
export type Level = PracticeCase["level"];
export type Act = Schemas["Act"];

/** Levels and the record of past practice. */
export const practiceQuery = queryOptions({
  queryKey: ["practice"],
  queryFn: () => get("/api/practice"),
});

/** A case as it stands. */
export const caseQuery = (id: string) =>
  queryOptions({
    queryKey: ["practice", id],
    queryFn: () => get("/api/practice/cases/{id}", { params: { path: { id } } }),
    staleTime: Infinity,
  });

export interface Begin {
  level: Level;
  kind?: string;
  motor?: string;
  round?: string;
}

export const begin = (body: Begin) => post("/api/practice/cases", { body });

export const act = (id: string, at: number, act: Act) =>
  post("/api/practice/cases/{id}/acts", { params: { path: { id } }, body: { at, act } });

export const help = (id: string, at: number, group: string) =>
  post("/api/practice/cases/{id}/help", { params: { path: { id } }, body: { at, group } });
