import "./nonce";
import "@fontsource-variable/atkinson-hyperlegible-next/wght.css";
import "@fontsource-variable/bitter/wght.css";
import "@fontsource/dejavu-sans/400.css";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { createBrowserRouter, RouterProvider } from "react-router";
import { ProblemError } from "./api/client";
import { Compare } from "./compare/Compare";
import { MotorPage } from "./shell/MotorPage";
import { Announcer } from "./shell/Announcer";
import { Shelf } from "./shelf/Shelf";
import { PrintPage } from "./print/PrintPage";
import { FiguresProvider } from "./theme/FiguresProvider";
import { GlobalStyle } from "./theme/GlobalStyle";
import { RoomProvider } from "./theme/RoomProvider";

const queries = new QueryClient({
  defaultOptions: {
    queries: {
      refetchOnWindowFocus: false,
      // A server that is busy is asked again a few times; any other trouble once.
      retry: (failures, error) => failures < (error instanceof ProblemError && error.status === 503 ? 4 : 1),
      retryDelay: 1500,
    },
  },
});
const router = createBrowserRouter([
  { path: "/", element: <Shelf /> },
  { path: "/compare", element: <Compare /> },
  { path: "/motor/:id/print/:what", element: <PrintPage /> },
  { path: "/motor/:id/:stage?", element: <MotorPage /> },
  { path: "*", element: <MotorPage /> },
]);

createRoot(document.getElementById("root")!).render(
  <StrictMode>
    <QueryClientProvider client={queries}>
      <RoomProvider>
        <FiguresProvider>
          <GlobalStyle />
          <Announcer>
            <RouterProvider router={router} />
          </Announcer>
        </FiguresProvider>
      </RoomProvider>
    </QueryClientProvider>
  </StrictMode>,
);
