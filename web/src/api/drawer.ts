import { queryOptions } from "@tanstack/react-query";
import { answered, client } from "./client";
import type { components } from "./generated";

type Schemas = components["schemas"];
export type Drawer = Schemas["DrawerOut"];
export type Owned = Schemas["EntryOut"];
export type Entry = Owned["entry"];
export type Sort = Schemas["SortOut"];
export type Known = NonNullable<Entry["facts"]>[string];
export type How = Known["how"];
export type Taken = Schemas["DrawerTakenOut"];

/** All parts that are owned. */
export const drawerQuery = queryOptions({
  queryKey: ["drawer"],
  queryFn: () => answered(client.GET("/api/drawer")) as Promise<Drawer>,
});

/** What was done with an entry, the latest first. */
export const entryStatesQuery = (id: string, version: number) =>
  queryOptions({
    queryKey: ["drawer", id, version],
    queryFn: () => answered(client.GET("/api/drawer/{id}/history", { params: { path: { id } } })),
  });

const at = (id: string) => ({ params: { path: { id } } });
export const addEntry = (entry: Entry) => answered(client.POST("/api/drawer", { body: { entry } })) as Promise<Owned>;
export const saveEntry = (id: string, version: number, entry: Entry, change: string) =>
  answered(client.PUT("/api/drawer/{id}", { ...at(id), body: { version, entry, change } })) as Promise<Owned>;
export const useUp = (id: string, version: number, amount: number) =>
  answered(client.POST("/api/drawer/{id}/use", { ...at(id), body: { version, amount } })) as Promise<Owned>;
export const layApart = (id: string, version: number, amount: number) =>
  answered(client.POST("/api/drawer/{id}/split", { ...at(id), body: { version, amount } })) as Promise<Owned[]>;
export const undoEntry = (id: string, version: number) =>
  answered(client.POST("/api/drawer/{id}/undo", { ...at(id), body: { version } })) as Promise<Owned>;
export const putAway = (id: string) => answered(client.DELETE("/api/drawer/{id}", at(id)));
export const putBack = (id: string) => answered(client.POST("/api/drawer/{id}/restore", at(id))) as Promise<Owned>;
export const takeIn = (text: string, keepGood: boolean) =>
  answered(client.POST("/api/drawer/table", { body: { text, keep_good: keepGood } })) as Promise<Taken>;
export const loadSample = () => answered(client.POST("/api/drawer/sample")) as Promise<Taken>;
