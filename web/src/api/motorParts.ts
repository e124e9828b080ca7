import { queryOptions } from "@tanstack/react-query";
import { answered, client, type Design } from "./client";
import type { components } from "./generated";

type Schemas = components["schemas"];
export type MotorParts = Schemas["MotorPartsOut"];
export type PartPlace = Schemas["PartPlace"];

/** Which parts of a motor lie in the Drawer. */
export const motorPartsQuery = (id: string) =>
  queryOptions({
    queryKey: ["motor parts", id],
    queryFn: () => answered(client.GET("/api/shelf/{id}/parts", { params: { path: { id } } })) as Promise<MotorParts>,
    staleTime: 0,
  });

/** Take a part from the Drawer, or from nowhere: the design with its figures, to be saved. */
export const putPartIn = (id: string, place: string, entry: string | null, design: Design) =>
  answered(
    client.PUT("/api/shelf/{id}/parts/{place}", { params: { path: { id, place } }, body: { entry, design } }),
  ) as Promise<{ design: Design; parts: MotorParts }>;

export const buildMotor = (id: string) =>
  answered(client.POST("/api/shelf/{id}/build", { params: { path: { id } } })) as Promise<MotorParts>;

export const takeApart = (id: string) =>
  answered(client.POST("/api/shelf/{id}/take-apart", { params: { path: { id } } })) as Promise<MotorParts>;

/** The key of draws that know a motor's parts and what its trials taught; none where neither is known. */
export const keyWith = (parts: string, learned: string | undefined): string | undefined =>
  parts ? (learned ? `${parts}-${learned}` : parts) : learned;
