import { queryOptions } from "@tanstack/react-query";
import { answered, client, type Design } from "./client";
import type { components } from "./generated";

type Schemas = components["schemas"];
export type Reading = Schemas["ReadingOut"];
export type Steady = Schemas["SteadyOut"];
export type Expected = Schemas["Expected"];
export type Heard = Schemas["ReadingsOut"];
export type Recorded = Schemas["RecordedOut"];
export type Word = Schemas["WordBody"]["word"];

export const portsQuery = queryOptions({
  queryKey: ["ports"],
  queryFn: () => answered(client.GET("/api/ports")),
});

/** What instruments are expected to show of a design, a meter standing in its circuit. */
export const expectedQuery = (design: Design, learned?: string) =>
  queryOptions({
    queryKey: ["expected", design, learned],
    queryFn: () =>
      answered(
        client.POST("/api/expected", { body: design, ...(learned && { params: { query: { learned } } }) }),
      ) as Promise<Expected[]>,
    staleTime: Infinity,
  });

export const openDevice = (port: string, speed: number) =>
  answered(client.POST("/api/sources/device", { body: { port, speed } }));

export const openRig = (design: Design, seed: number) =>
  answered(client.POST("/api/sources/rig", { body: { design, seed } }));

/** What a source told after the reading of a number. */
export const readSource = (id: string, after: number) =>
  answered(client.GET("/api/sources/{id}", { params: { path: { id }, query: { after } } }));

export const tellSource = (id: string, word: Word) =>
  answered(client.POST("/api/sources/{id}/say", { params: { path: { id } }, body: { word } }));

export const closeSource = (id: string) => client.DELETE("/api/sources/{id}", { params: { path: { id } } });
