import { queryOptions } from "@tanstack/react-query";
import { get, post, client, type Design } from "./client";
import type { components } from "./generated";

type Schemas = components["schemas"];
export type Reading = Schemas["ReadingView"];
export type Steady = Schemas["SteadyView"];
export type Expected = Schemas["Expected"];
export type Heard = Schemas["ReadingsView"];
export type Recorded = Schemas["RecordedView"];
export type Word = Schemas["WordBody"]["word"];

export const portsQuery = queryOptions({
  queryKey: ["ports"],
  queryFn: () => get("/api/ports"),
});

/** What instruments are expected to show of a design, a meter standing in its circuit. */
export const expectedQuery = (design: Design, learned?: string) =>
  queryOptions({
    queryKey: ["expected", design, learned],
    queryFn: () => post("/api/expected", { body: design, ...(learned && { params: { query: { learned } } }) }),
    staleTime: Infinity,
  });

export const openDevice = (port: string, speed: number) => post("/api/sources/device", { body: { port, speed } });

export const openRig = (design: Design, seed: number) => post("/api/sources/rig", { body: { design, seed } });

/** What a source told after the reading of a number. */
export const readSource = (id: string, after: number) =>
  get("/api/sources/{id}", { params: { path: { id }, query: { after } } });

export const tellSource = (id: string, word: Word) =>
  post("/api/sources/{id}/say", { params: { path: { id } }, body: { word } });

export const closeSource = (id: string) => client.DELETE("/api/sources/{id}", { params: { path: { id } } });
