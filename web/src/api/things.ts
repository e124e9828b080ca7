import { queryOptions } from "@tanstack/react-query";
import { get, post } from "./client";
import { postAtOnce } from "./atOnce";
import type { components } from "./generated";

type Schemas = components["schemas"];
export type Thing = Schemas["ThingView"];
export type Aid = Schemas["AidView"];
export type Found = Schemas["Posterior"];
export interface Read {
  aid: string;
  values: Record<string, number>;
}

/** What can be told without a label, and the tests of each. */
export const thingsQuery = queryOptions({
  queryKey: ["things"],
  queryFn: () => get("/api/things"),
  staleTime: Infinity,
});

/** What a thing is by all readings of it. */
export const foundQuery = (thing: string, readings: Read[]) =>
  queryOptions({
    queryKey: ["things", thing, readings],
    queryFn: ({ signal }) => postAtOnce("/api/things/{thing}", { readings }, { at: `/api/things/${thing}`, signal }),
    staleTime: Infinity,
  });

/** Puts a thing that was told by its readings into the Drawer. */
export const intoDrawer = (thing: string, name: string, readings: Read[]) =>
  post("/api/drawer/readings", { body: { thing, name, readings } });
