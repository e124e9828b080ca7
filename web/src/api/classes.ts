import { queryOptions } from "@tanstack/react-query";
import { answered, client } from "./client";
import type { components } from "./generated";
import { followed } from "./lines";

type Schemas = components["schemas"];
export type SchoolClass = Schemas["ClassOut"];
export type ClassPlan = SchoolClass["plan"];
export type ClassMotor = ClassPlan["motors"][number];
export type ClassLine = Schemas["ClassLine"];
export type Forecast = Schemas["ForecastTold"];
export type Strip = Forecast["typical"][number];
export type Save = Forecast["saves"][number];
export type WhatCame = Schemas["CameOut"];
export type Came = WhatCame["came"];
export type GroupCame = Came["groups"][number];
export type MotorCame = GroupCame["motors"][number];
export type TryCame = MotorCame["tries"][number];
export type Evening = WhatCame["evening"];
export type MotorToNote = WhatCame["motors"][number];
export type Needs = Schemas["ClassNeedsOut"];

/** All classes that are planned. */
export const classesQuery = queryOptions({
  queryKey: ["classes"],
  queryFn: () => answered(client.GET("/api/classes")) as Promise<ClassLine[]>,
  staleTime: 0,
});

const at = (id: string) => ({ params: { path: { id } } });

export const classQuery = (id: string) =>
  queryOptions({
    queryKey: ["classes", id],
    queryFn: () => answered(client.GET("/api/classes/{id}", at(id))) as Promise<SchoolClass>,
    staleTime: 0,
  });

/** What a plan needs: its kit against the Drawer, and its lesson by the clock. */
export const needsQuery = (plan: ClassPlan) =>
  queryOptions({
    queryKey: ["class needs", plan],
    queryFn: () => answered(client.POST("/api/classes/needs", { body: { plan } })) as Promise<Needs>,
    staleTime: 0,
  });

export const addClass = (plan: ClassPlan) =>
  answered(client.POST("/api/classes", { body: { plan } })) as Promise<SchoolClass>;
export const addSampleClass = () => answered(client.POST("/api/classes/sample")) as Promise<SchoolClass>;
export const importClass = (content: Record<string, unknown>) =>
  answered(client.POST("/api/classes/import", { body: { content } })) as Promise<SchoolClass>;
export const saveClass = (id: string, version: number, plan: ClassPlan) =>
  answered(client.PUT("/api/classes/{id}", { ...at(id), body: { version, plan } })) as Promise<SchoolClass>;
export const putClassAway = (id: string) => answered(client.DELETE("/api/classes/{id}", at(id)));
export const putClassBack = (id: string) =>
  answered(client.POST("/api/classes/{id}/restore", at(id))) as Promise<SchoolClass>;
export const classMotor = (id: string) =>
  answered(client.GET("/api/classes/motor/{id}", at(id))) as Promise<ClassMotor>;

/** What came of a class; its forecast is kept first, where that is still to be done. */
export const cameQuery = (id: string) =>
  queryOptions({
    queryKey: ["classes", id, "came"],
    queryFn: () => answered(client.POST("/api/classes/{id}/foretell", at(id))) as Promise<WhatCame>,
    staleTime: 0,
  });

export const saveCame = (id: string, version: number, came: Came) =>
  answered(client.PUT("/api/classes/{id}/came", { ...at(id), body: { version, came } })) as Promise<WhatCame>;
export const keepWithMotors = (id: string) =>
  answered(client.POST("/api/classes/{id}/teach", at(id))) as Promise<WhatCame>;

/** How the lesson will go, as it is found. */
export const runForecast = (plan: ClassPlan, signal: AbortSignal, show: (forecast: Forecast) => void) =>
  followed("/api/classes/forecast", { plan }, signal, show);
