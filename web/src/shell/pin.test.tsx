// @vitest-environment jsdom
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, renderHook } from "@testing-library/react";
import type { ReactNode } from "react";
import { beforeEach, expect, test } from "vitest";
import type { Design } from "../api/client";
import { lookQuery } from "../api/queries";
import { readPin, usePin } from "./usePin";

const now = { kind: "frame" } as unknown as Design;
const then = { kind: "frame", maker: "young_pupil" } as unknown as Design;
const client = new QueryClient({ defaultOptions: { queries: { staleTime: Infinity, retry: false } } });
client.setQueryData(lookQuery(then).queryKey, { verdict: "of the pinned" } as never);
client.setQueryData(lookQuery(now).queryKey, { verdict: "of this" } as never);
const wrapper = ({ children }: { children: ReactNode }) => (
  <QueryClientProvider client={client}>{children}</QueryClientProvider>
);

beforeEach(() => localStorage.clear());

test("a pinned design is there after a reload, with its own verdict, until it is let go", () => {
  const { result } = renderHook(() => usePin("m1", now), { wrapper });
  expect([result.current.pinned, result.current.look]).toEqual([null, undefined]);
  act(() => result.current.toggle(then));
  expect(result.current.look).toEqual({ verdict: "of the pinned" });
  expect(renderHook(() => usePin("m1", now), { wrapper }).result.current.pinned).toEqual(then);
  // Each motor has a pin of its own.
  expect([readPin("m1"), readPin("m2")]).toEqual([then, null]);
  act(() => result.current.toggle(now));
  expect([result.current.pinned, readPin("m1")]).toEqual([null, null]);
});

test("a pin that cannot be read is none", () => {
  localStorage.setItem("oakspin.pin.m1", "{");
  expect(readPin("m1")).toBeNull();
});
