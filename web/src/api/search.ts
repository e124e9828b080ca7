import { queryOptions } from "@tanstack/react-query";
import { get, posted } from "./client";
import type { components } from "./generated";
import { followed } from "./lines";

type Schemas = components["schemas"];
export type SearchRequest = Schemas["SearchRequest"];
export type Matter = Schemas["Criterion"]["id"];
export type SearchForm = Schemas["SearchFormView"];
export type SearchState = Schemas["SearchView"];
export type FoundDesign = Schemas["FoundView"];
export type Shopping = Schemas["Shopping"];
export type Bought = Schemas["Bought"];
export type PartsFrom = NonNullable<Schemas["SearchBody"]["parts_from"]>;

/** What can be asked of a search, and the parts that are there. */
export const searchFormQuery = queryOptions({
  queryKey: ["search"],
  queryFn: () => get("/api/search"),
  staleTime: 0,
});

export const runSearch = (
  request: SearchRequest,
  from: PartsFrom,
  signal: AbortSignal,
  show: (state: SearchState) => void,
) => followed("/api/search", { criteria: request, parts_from: from }, signal, show);

export const findPurchases = (
  request: SearchRequest,
  from: PartsFrom,
  signal: AbortSignal,
  show: (state: Shopping) => void,
) => followed("/api/search/buying", { criteria: request, parts_from: from }, signal, show);

export const shoppingTable = async (goods: Bought[]) => (await posted("/api/search/shopping.csv", { goods })).blob();
