// @vitest-environment jsdom
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, cleanup, renderHook } from "@testing-library/react";
import type { ReactNode } from "react";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { useFirst, useKept } from "./useKept";

beforeEach(() => {
  vi.useFakeTimers();
});
afterEach(() => {
  cleanup();
  vi.useRealTimers();
  vi.clearAllMocks();
});

type Save = (version: number, value: string) => Promise<{ version: number }>;
const saved = vi.fn();

/** Something that begins as "one" in version 4, kept by ``save``. */
function page(save: Save, hindered?: (value: string) => string) {
  const client = new QueryClient({ defaultOptions: { mutations: { networkMode: "always", retry: false } } });
  const wrapper = ({ children }: { children: ReactNode }) => (
    <QueryClientProvider client={client}>{children}</QueryClientProvider>
  );
  const keeping = { name: "class-1", first: { value: "one", version: 4 }, save, saved, hindered };
  return renderHook(() => useKept(keeping), { wrapper });
}
const later = (ms: number) => act(() => vi.advanceTimersByTimeAsync(ms));

test("what is changed is kept after a moment, once, on the version that it was made on", async () => {
  const save = vi.fn<Save>((version) => Promise.resolve({ version: version + 1 }));
  const { result } = page(save);
  expect(result.current.status).toBe("Saved");
  act(() => result.current.change("two"));
  await later(300);
  act(() => result.current.change("three"));
  expect(result.current.status).toBe("Saving …");
  expect(save).not.toHaveBeenCalled();
  await later(600);
  expect(save.mock.calls).toEqual([[4, "three"]]);
  expect(saved).toHaveBeenCalledWith({ version: 5 });
  expect(result.current.status).toBe("Saved");
  act(() => result.current.change("four"));
  await later(600);
  expect(save.mock.calls.at(-1)).toEqual([5, "four"]);
});

test("a change while a save is on its way waits for it, and builds on its version", async () => {
  let answer: (saved: { version: number }) => void = () => {};
  const save = vi.fn<Save>(() => new Promise((resolve) => (answer = resolve)));
  const { result } = page(save);
  act(() => result.current.change("two"));
  await later(600);
  act(() => result.current.change("three"));
  await later(600);
  expect(save).toHaveBeenCalledTimes(1);
  await act(async () => {
    answer({ version: 9 });
    await vi.advanceTimersByTimeAsync(10);
  });
  expect(save.mock.calls).toEqual([
    [4, "two"],
    [9, "three"],
  ]);
});

test("undo goes back step by step, and what it shows is kept", async () => {
  const save = vi.fn<Save>((version) => Promise.resolve({ version: version + 1 }));
  const { result } = page(save);
  expect(result.current.undo).toBeNull();
  act(() => result.current.change("two"));
  act(() => result.current.change("three"));
  act(() => result.current.undo!());
  expect(result.current.value).toBe("two");
  act(() => result.current.undo!());
  expect([result.current.value, result.current.undo]).toEqual(["one", null]);
  await later(600);
  expect(save.mock.calls).toEqual([[4, "one"]]);
});

test("what cannot be kept is told and not sent, and sent when it can be", async () => {
  const save = vi.fn<Save>((version) => Promise.resolve({ version: version + 1 }));
  const { result } = page(save, (value) => (value === "" ? "a title is missing." : ""));
  act(() => result.current.change(""));
  await later(2000);
  expect(result.current.status).toBe("Not saved yet: a title is missing.");
  expect(save).not.toHaveBeenCalled();
  act(() => result.current.change("named"));
  await later(600);
  expect(save.mock.calls).toEqual([[4, "named"]]);
});

test("who leaves within the moment has still changed it; what cannot be kept is not sent by leaving", async () => {
  const save = vi.fn<Save>((version) => Promise.resolve({ version: version + 1 }));
  const hindered = (value: string) => (value === "" ? "empty" : "");
  const left = page(save, hindered);
  act(() => left.result.current.change("two"));
  left.unmount();
  await later(10);
  expect(save.mock.calls).toEqual([[4, "two"]]);
  const empty = page(save, hindered);
  act(() => empty.result.current.change(""));
  empty.unmount();
  await later(10);
  expect(save).toHaveBeenCalledTimes(1);
});

test("a save that was refused says so, and the next change is tried again on the same version", async () => {
  const save = vi.fn<Save>().mockRejectedValueOnce(new Error("disk full")).mockResolvedValue({ version: 5 });
  const { result } = page(save);
  act(() => result.current.change("two"));
  await later(600);
  expect(result.current.status).toBe("Not saved");
  expect(result.current.error?.message).toBe("disk full");
  expect(result.current.value).toBe("two");
  act(() => result.current.change("three"));
  await later(600);
  expect(save.mock.calls.at(-1)).toEqual([4, "three"]);
  expect(result.current.status).toBe("Saved");
});

test("a page opens with what the server has now, not with what was seen before", async () => {
  const client = new QueryClient();
  const wrapper = ({ children }: { children: ReactNode }) => (
    <QueryClientProvider client={client}>{children}</QueryClientProvider>
  );
  client.setQueryData(["class", "1"], "seen before");
  const queryFn = vi.fn(() => Promise.resolve("as it is now"));
  const query = { queryKey: ["class", "1"], queryFn };
  const { result } = renderHook(() => useFirst(query, "class-1"), { wrapper });
  expect(result.current.first).toBeNull();
  await later(10);
  expect(result.current.first).toBe("as it is now");
  // What comes later does not pull the page from under its user.
  client.setQueryData(["class", "1"], "changed elsewhere");
  await later(10);
  expect(result.current.first).toBe("as it is now");
});
