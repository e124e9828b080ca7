// @vitest-environment jsdom
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, renderHook } from "@testing-library/react";
import type { ReactNode } from "react";
import { afterEach, expect, test, vi } from "vitest";
import { posted, ProblemError } from "../api/client";
import { useBackup } from "./useBackup";

vi.mock(import("../api/client"), async (actual) => ({ ...(await actual()), posted: vi.fn() }));
afterEach(() => vi.clearAllMocks());

const client = new QueryClient();
const wrapper = ({ children }: { children: ReactNode }) => (
  <QueryClientProvider client={client}>{children}</QueryClientProvider>
);
const backup = () => renderHook(() => useBackup(), { wrapper }).result;
const file = new File(["zip"], "harbor.zip");
const answers = (...bodies: unknown[]) =>
  bodies.forEach((body) => vi.mocked(posted).mockResolvedValueOnce(new Response(JSON.stringify(body))));
const sent = (at: number) => {
  const [path, body] = vi.mocked(posted).mock.calls[at]!;
  const form = body as FormData;
  return [path, (form.get("file") as File).name, form.get("mode")];
};

test("a backup is looked at first, and nothing is taken in by looking", async () => {
  answers({ motors: [] });
  const shelf = backup();
  await act(() => shelf.current.open(file));
  expect(vi.mocked(posted).mock.calls).toHaveLength(1);
  expect(sent(0)).toEqual(["/api/archive/preview", "harbor.zip", null]);
  expect(shelf.current.shown).toMatchObject({ name: "harbor.zip", preview: { motors: [] }, trouble: "" });
  act(() => shelf.current.close());
  expect(shelf.current.shown).toBeNull();
});

test("taken in, it says how many brought something new, and all pages ask anew", async () => {
  answers({ motors: [] }, [{ state: "new" }, { state: "same" }, { state: "more" }]);
  const anew = vi.spyOn(client, "invalidateQueries");
  const shelf = backup();
  await act(() => shelf.current.open(file));
  await act(async () => {
    shelf.current.shown!.takeIn("replace");
    await Promise.resolve();
  });
  await vi.waitFor(() => expect(shelf.current.status).toBe("2 of 3 motors of harbor.zip brought something new."));
  expect(sent(1)).toEqual(["/api/archive", "harbor.zip", "replace"]);
  expect(shelf.current.shown).toBeNull();
  expect(anew).toHaveBeenCalledTimes(1);
});

test("a file that is none is told and stays open, and another try begins clean", async () => {
  vi.mocked(posted).mockRejectedValueOnce(new ProblemError(422, "This is no archive."));
  const shelf = backup();
  await act(() => shelf.current.open(file));
  expect(shelf.current.shown).toMatchObject({ preview: null, trouble: "This is no archive." });
  answers({ motors: [] });
  await act(() => shelf.current.open(file));
  expect(shelf.current.shown).toMatchObject({ preview: { motors: [] }, trouble: "" });
});

test("what could not be taken in is told, and can be tried again", async () => {
  answers({ motors: [] });
  vi.mocked(posted).mockRejectedValueOnce(new ProblemError(507, "The disk is full."));
  const shelf = backup();
  await act(() => shelf.current.open(file));
  await act(async () => {
    shelf.current.shown!.takeIn("merge");
    await Promise.resolve();
  });
  await vi.waitFor(() => expect(shelf.current.shown?.trouble).toBe("The disk is full."));
  expect(shelf.current.status).toBe("");
  await act(() => shelf.current.open(undefined));
  expect(shelf.current.shown).not.toBeNull();
});
