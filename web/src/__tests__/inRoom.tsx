import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { render } from "@testing-library/react";
import type { ReactNode } from "react";
import { ThemeProvider } from "styled-components";
import { themeFor } from "../theme/theme";

/** Renders a part in the light room, for tests. */
export const inRoom = (part: ReactNode) => render(<ThemeProvider theme={themeFor("light")}>{part}</ThemeProvider>);

/** Renders a part that asks the server, with answers given beforehand; anything else it asks fails the test. */
export function answeredInRoom(part: ReactNode, answers: readonly { queryKey: readonly unknown[]; data: unknown }[]) {
  const queries = new QueryClient({ defaultOptions: { queries: { staleTime: Infinity, retry: false } } });
  for (const { queryKey, data } of answers) queries.setQueryData(queryKey, data);
  return inRoom(<QueryClientProvider client={queries}>{part}</QueryClientProvider>);
}
