import { queryOptions } from "@tanstack/react-query";
import { get, post, put, del } from "./client";
import type { components } from "./generated";
import { followed } from "./lines";

type Schemas = components["schemas"];
export type SchoolClass = Schemas["ClassView"];
export type ClassPlan = SchoolClass["plan"];
export type ClassMotor = ClassPlan["motors"][number];
export type Forecast = Schemas["ForecastView"];
export type Strip = Forecast["typical"][number];
export type Save = Forecast["saves"][number];
export type ResultsView = Schemas["ResultsView"];
export type ClassResults = ResultsView["results"];
export type GroupResults = ClassResults["groups"][number];
export type MotorResults = GroupResults["motors"][number];
export type TryResult = MotorResults["tries"][number];
export type Review = ResultsView["review"];
export type MotorToNote = ResultsView["motors"][number];
export type Needs = Schemas["ClassNeedsView"];

/** All classes that are planned. */
export const classesQuery = queryOptions({
  queryKey: ["classes"],
  queryFn: () => get("/api/classes"),
  staleTime: 0,
});

const at = (id: string) => ({ params: { path: { id } } });

export const classQuery = (id: string) =>
  queryOptions({
    queryKey: ["classes", id],
    queryFn: () => get("/api/classes/{id}", at(id)),
    staleTime: 0,
  });

/** What a plan needs: its kit against the Drawer, and its lesson by the clock. */
export const needsQuery = (plan: ClassPlan) =>
  queryOptions({
    queryKey: ["class needs", plan],
    queryFn: () => post("/api/classes/needs", { body: { plan } }),
    staleTime: 0,
  });

export const addClass = (plan: ClassPlan) => post("/api/classes", { body: { plan } });
export const addSampleClass = () => post("/api/classes/sample");
export const importClass = (content: Record<string, unknown>) => post("/api/classes/import", { body: { content } });
export const saveClass = (id: string, version: number, plan: ClassPlan) =>
  put("/api/classes/{id}", { ...at(id), body: { version, plan } });
export const putClassAway = (id: string) => del("/api/classes/{id}", at(id));
export const putClassBack = (id: string) => post("/api/classes/{id}/restore", at(id));
export const classMotor = (id: string) => get("/api/classes/motor/{id}", at(id));

/** What came of a class; its forecast is kept first, where that is still to be done. */
export const resultsQuery = (id: string) =>
  queryOptions({
    queryKey: ["classes", id, "results"],
    queryFn: () => post("/api/classes/{id}/foretell", at(id)),
    staleTime: 0,
  });

export const saveResults = (id: string, version: number, results: ClassResults) =>
  put("/api/classes/{id}/results", { ...at(id), body: { version, results } });
export const keepWithMotors = (id: string) => post("/api/classes/{id}/teach", at(id));

/** How the lesson will go, as it is found. */
export const runForecast = (plan: ClassPlan, signal: AbortSignal, show: (forecast: Forecast) => void) =>
  followed("/api/classes/forecast", { plan }, signal, show);
