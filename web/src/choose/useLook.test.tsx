// @vitest-environment jsdom
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { cleanup, render, screen } from "@testing-library/react";
import { afterEach, expect, test, vi } from "vitest";
import type { Design } from "../api/client";
import { useLook } from "./useLook";

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const DESIGN = { kind: "hanging" } as Design;
const HAND = { show: () => undefined, commit: () => undefined };

function Headline({ learned }: { learned: string | undefined }) {
  const { look } = useLook(DESIGN, HAND, learned);
  return <p>{look?.verdict.headline ?? "nothing yet"}</p>;
}

test("what became known while a look was under way is looked at with it, however late the first answer comes", async () => {
  let first: (() => void) | undefined;
  const wanted: string[] = [];
  vi.stubGlobal("fetch", (input: string) => {
    wanted.push(input);
    const headline = input.includes("learned=parts-1") ? "runs in 77 of 100" : "runs in 80 of 100";
    const answer = () => Response.json({ design: DESIGN, verdict: { headline } });
    if (wanted.length > 1) return Promise.resolve(answer());
    return new Promise((resolve) => {
      first = () => resolve(answer());
    });
  });
  const queries = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  const page = (learned: string | undefined) => (
    <QueryClientProvider client={queries}>
      <Headline learned={learned} />
    </QueryClientProvider>
  );
  const { rerender } = render(page(undefined));
  await vi.waitFor(() => expect(wanted).toHaveLength(1));
  rerender(page("parts-1"));
  first!();
  expect(await screen.findByText("runs in 77 of 100")).toBeTruthy();
  expect(wanted[1]).toContain("learned=parts-1");
});
