// @vitest-environment jsdom
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, renderHook, waitFor } from "@testing-library/react";
import type { ReactNode } from "react";
import { afterEach, expect, test, vi } from "vitest";
import { ProblemError, put, type Demonstration } from "../api/client";
import { demonstrationQuery } from "../api/queries";
import { useTicks } from "./useTicks";

vi.mock(import("../api/client"), async (actual) => ({
  ...(await actual()),
  put: vi.fn(),
}));
afterEach(() => vi.clearAllMocks());

const kept = { id: "m1", ticks: ["cut"] } as unknown as Demonstration;
const client = new QueryClient();
const wrapper = ({ children }: { children: ReactNode }) => (
  <QueryClientProvider client={client}>{children}</QueryClientProvider>
);
const sent = () => (vi.mocked(put).mock.calls.at(-1)![1] as unknown as { body: object }).body;

test("a tick shows at once, is sent as what was done, and stays with the motor", async () => {
  client.setQueryData(demonstrationQuery("m1").queryKey, kept);
  vi.mocked(put).mockResolvedValue({ ticks: ["cut", "wind", "bare"] });
  const { result } = renderHook(() => useTicks(kept), { wrapper });
  act(() => result.current.tick("wind"));
  expect(result.current.ticks).toEqual(["cut", "wind"]);
  expect(sent()).toEqual({ done: ["wind"] });
  // Another tab had ticked one more: what the server has counts.
  await waitFor(() => expect(client.getQueryData<Demonstration>(demonstrationQuery("m1").queryKey)?.ticks).toEqual(["cut", "wind", "bare"])); // prettier-ignore
  act(() => result.current.tick("cut"));
  expect(sent()).toEqual({ undone: ["cut"] });
  expect(result.current.ticks).toEqual(["wind"]);
});

test("a tick that was not kept is taken back, and says why", async () => {
  vi.mocked(put).mockRejectedValue(new ProblemError(507, "The disk is full."));
  const { result } = renderHook(() => useTicks(kept), { wrapper });
  act(() => result.current.tick("wind"));
  await waitFor(() => expect(result.current.trouble).not.toBe(""));
  expect(result.current.trouble).toContain("The disk is full.");
  expect(result.current.ticks).toEqual(["cut"]);
});

test("a tick that was refused takes no other with it", async () => {
  let refuse: (error: Error) => void = () => {};
  vi.mocked(put).mockImplementationOnce(() => new Promise((_, reject) => (refuse = reject)));
  vi.mocked(put).mockResolvedValue({ ticks: ["cut", "bare"] });
  const { result } = renderHook(() => useTicks(kept), { wrapper });
  act(() => result.current.tick("wind"));
  act(() => result.current.tick("bare"));
  expect(result.current.ticks).toEqual(["cut", "wind", "bare"]);
  act(() => refuse(new ProblemError(507, "The disk is full.")));
  await waitFor(() => expect(result.current.ticks).toEqual(["cut", "bare"]));
});
