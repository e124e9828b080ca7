import { queryOptions } from "@tanstack/react-query";
import { answered, client, posted } from "./client";
import type { components } from "./generated";
import { followed } from "./lines";

type Schemas = components["schemas"];
export type Asked = Schemas["SearchAsked"];
export type Matter = Schemas["MatterAsked"]["id"];
export type SearchForm = Schemas["SearchFormOut"];
export type PartOwned = Schemas["PartOwned"];
export type SearchState = Schemas["StateTold"];
export type FoundDesign = Schemas["FoundTold"];
export type Shopping = Schemas["Shopping"];
export type Purchase = Schemas["Purchase"];
export type Bought = Schemas["Bought"];
export type PartsFrom = NonNullable<Schemas["SearchBody"]["parts_from"]>;

/** What can be asked of a search, and the parts that are there. */
export const searchFormQuery = queryOptions({
  queryKey: ["search"],
  queryFn: () => answered(client.GET("/api/search")) as Promise<SearchForm>,
  staleTime: 0,
});

export const runSearch = (asked: Asked, from: PartsFrom, signal: AbortSignal, show: (state: SearchState) => void) =>
  followed("/api/search", { asked, parts_from: from }, signal, show);

export const findPurchases = (asked: Asked, from: PartsFrom, signal: AbortSignal, show: (state: Shopping) => void) =>
  followed("/api/search/buying", { asked, parts_from: from }, signal, show);

export const shoppingTable = async (goods: Bought[]) => (await posted("/api/search/shopping.csv", { goods })).blob();
