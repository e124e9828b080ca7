import { queryOptions } from "@tanstack/react-query";
import { get, put, post, type Design } from "./client";
import type { components } from "./generated";

type Schemas = components["schemas"];
export type MotorParts = Schemas["MotorPartsView"];
export type PartPlace = Schemas["PartPlace"];

/** Which parts of a motor lie in the Drawer. */
export const motorPartsQuery = (id: string) =>
  queryOptions({
    queryKey: ["motor parts", id],
    queryFn: () => get("/api/shelf/{id}/parts", { params: { path: { id } } }),
    staleTime: 0,
  });

/** Take a part from the Drawer, or from nowhere: the design with its figures, to be saved. */
export const putPartIn = (id: string, place: string, entry: string | null, design: Design) =>
  put("/api/shelf/{id}/parts/{place}", { params: { path: { id, place } }, body: { entry, design } });

export const buildMotor = (id: string) => post("/api/shelf/{id}/build", { params: { path: { id } } });

export const takeApart = (id: string) => post("/api/shelf/{id}/take-apart", { params: { path: { id } } });

/** The key of draws that know a motor's parts and what its trials taught; none where neither is known. */
export const keyWith = (parts: string, learned: string | undefined): string | undefined =>
  parts ? (learned ? `${parts}-${learned}` : parts) : learned;
