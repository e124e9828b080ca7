import { queryOptions } from "@tanstack/react-query";
import { get, post, put, del } from "./client";
import type { components } from "./generated";

type Schemas = components["schemas"];
export type Owned = Schemas["EntryView"];
export type Entry = Owned["entry"];
export type Sort = Schemas["SortView"];
export type Known = NonNullable<Entry["facts"]>[string];
export type How = Known["how"];
export type Taken = Schemas["DrawerIntakeView"];

/** All parts that are owned. */
export const drawerQuery = queryOptions({
  queryKey: ["drawer"],
  queryFn: () => get("/api/drawer"),
});

/** What was done with an entry, the latest first. */
export const entryStatesQuery = (id: string, version: number) =>
  queryOptions({
    queryKey: ["drawer", id, version],
    queryFn: () => get("/api/drawer/{id}/history", { params: { path: { id } } }),
  });

const at = (id: string) => ({ params: { path: { id } } });
export const addEntry = (entry: Entry) => post("/api/drawer", { body: { entry } });
export const saveEntry = (id: string, version: number, entry: Entry, change: string) =>
  put("/api/drawer/{id}", { ...at(id), body: { version, entry, change } });
export const useUp = (id: string, version: number, amount: number) =>
  post("/api/drawer/{id}/use", { ...at(id), body: { version, amount } });
export const layApart = (id: string, version: number, amount: number) =>
  post("/api/drawer/{id}/split", { ...at(id), body: { version, amount } });
export const undoEntry = (id: string, version: number) =>
  post("/api/drawer/{id}/undo", { ...at(id), body: { version } });
export const putAway = (id: string) => del("/api/drawer/{id}", at(id));
export const putBack = (id: string) => post("/api/drawer/{id}/restore", at(id));
export const takeIn = (text: string, keepGood: boolean) =>
  post("/api/drawer/table", { body: { text, keep_good: keepGood } });
export const loadSample = () => post("/api/drawer/sample");
