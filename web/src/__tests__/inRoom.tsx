import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { render } from "@testing-library/react";
import type { ReactNode } from "react";
import { ThemeProvider } from "styled-components";
import { FiguresProvider } from "../theme/FiguresProvider";
import { themeFor } from "../theme/theme";

// The test's page has no such objects: what opens over the page asks for names of keys, drawings for their room, and
// whoever sees motion for whether it may move.
Object.assign(globalThis, {
  CSS: { escape: (text: string) => text },
  matchMedia: () => ({ matches: true }),
  ResizeObserver: class {
    observe() {}
    unobserve() {}
    disconnect() {}
  },
});

/** Renders a part in the light room, for tests. */
export const inRoom = (part: ReactNode) =>
  render(
    <ThemeProvider theme={themeFor("light")}>
      <FiguresProvider>{part}</FiguresProvider>
    </ThemeProvider>,
  );

/** Renders a part that asks the server, with answers given beforehand; anything else it asks fails the test. */
export function answeredInRoom(part: ReactNode, answers: readonly { queryKey: readonly unknown[]; data: unknown }[]) {
  const queries = new QueryClient({ defaultOptions: { queries: { staleTime: Infinity, retry: false } } });
  for (const { queryKey, data } of answers) queries.setQueryData(queryKey, data);
  return inRoom(<QueryClientProvider client={queries}>{part}</QueryClientProvider>);
}
