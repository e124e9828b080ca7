import { queryOptions } from "@tanstack/react-query";
import { answered, client, posted } from "./client";
import type { components } from "./generated";

type Schemas = components["schemas"];
export type Thing = Schemas["ThingTold"];
export type Aid = Schemas["AidTold"];
export type Found = Schemas["Found"];
export interface Read {
  aid: string;
  values: Record<string, number>;
}

/** What can be told without a label, and the tests of each. */
export const thingsQuery = queryOptions({
  queryKey: ["things"],
  queryFn: () => answered(client.GET("/api/things")) as Promise<Thing[]>,
  staleTime: Infinity,
});

/** What a thing is by all readings of it. */
export const foundQuery = (thing: string, readings: Read[]) =>
  queryOptions({
    queryKey: ["things", thing, readings],
    queryFn: ({ signal }) =>
      posted(`/api/things/${thing}`, { readings }, signal).then((answer) => answer.json() as Promise<Found>),
    staleTime: Infinity,
  });

/** Puts a thing that was told by its readings into the Drawer. */
export const intoDrawer = (thing: string, name: string, readings: Read[]) =>
  answered(client.POST("/api/drawer/told", { body: { thing, name, readings } })) as Promise<Schemas["EntryOut"]>;
