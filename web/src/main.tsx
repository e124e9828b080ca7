import "./nonce";
import "@fontsource-variable/atkinson-hyperlegible-next/wght.css";
import "@fontsource-variable/bitter/wght.css";
import "@fontsource/dejavu-sans/400.css";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { createBrowserRouter, RouterProvider } from "react-router";
import { ProblemError } from "./api/client";
import { Announcer } from "./shell/Announcer";
import { keepFocus } from "./shell/keepFocus";
import { whenIdle } from "./shell/later";
import { FiguresProvider } from "./theme/FiguresProvider";
import { GlobalStyle } from "./theme/GlobalStyle";
import { RoomProvider } from "./theme/RoomProvider";

const queries = new QueryClient({
  defaultOptions: {
    // The server is this very machine: it is there when the network is gone.
    mutations: { networkMode: "always" },
    queries: {
      networkMode: "always",
      refetchOnWindowFocus: false,
      // A server that is busy is asked again a few times; any other trouble once.
      retry: (failures, error) => failures < (error instanceof ProblemError && error.status === 503 ? 4 : 1),
      retryDelay: 1500,
    },
  },
});
// Each page comes with what it needs; the others are fetched when there is nothing else to do.
const shelf = async () => ({ Component: (await import("./shelf/Shelf")).Shelf });
const start = async () => ({ Component: (await import("./start/Start")).Start });
const whichMotor = async () => ({ Component: (await import("./start/WhichMotor")).WhichMotor });
const compare = async () => ({ Component: (await import("./compare/Compare")).Compare });
const paper = async () => ({ Component: (await import("./print/PrintPage")).PrintPage });
const bench = async () => ({ Component: (await import("./learn/BenchPage")).BenchPage });
const motor = async () => ({ Component: (await import("./shell/MotorPage")).MotorPage });
const practice = async () => ({ Component: (await import("./practice/Practice")).Practice });
const hiding = async () => ({ Component: (await import("./practice/CasePage")).CasePage });
const drawer = async () => ({ Component: (await import("./drawer/DrawerPage")).DrawerPage });
const building = async () => ({ Component: (await import("./search/SearchPage")).SearchPage });
const classes = async () => ({ Component: (await import("./classes/ClassesPage")).ClassesPage });
const after = async () => ({ Component: (await import("./classes/AfterPage")).AfterPage });
const lesson = async () => ({ Component: (await import("./classes/ClassPage")).ClassPage });
const lessonPaper = async () => ({ Component: (await import("./print/ClassPaper")).ClassPaper });
const warmUps = async () => ({ Component: (await import("./warmups/WarmUpsPage")).WarmUpsPage });
const things = async () => ({ Component: (await import("./things/ThingsPage")).ThingsPage });
const router = createBrowserRouter([
  { path: "/", lazy: start, hydrateFallbackElement: <></> },
  { path: "/fix", lazy: whichMotor, hydrateFallbackElement: <></> },
  { path: "/motors", lazy: shelf, hydrateFallbackElement: <></> },
  { path: "/compare", lazy: compare, hydrateFallbackElement: <></> },
  { path: "/bench", lazy: bench, hydrateFallbackElement: <></> },
  { path: "/drawer", lazy: drawer, hydrateFallbackElement: <></> },
  { path: "/build", lazy: building, hydrateFallbackElement: <></> },
  { path: "/things", lazy: things, hydrateFallbackElement: <></> },
  { path: "/classes", lazy: classes, hydrateFallbackElement: <></> },
  { path: "/warm-ups", lazy: warmUps, hydrateFallbackElement: <></> },
  { path: "/classes/:id", lazy: lesson, hydrateFallbackElement: <></> },
  { path: "/classes/:id/after", lazy: after, hydrateFallbackElement: <></> },
  { path: "/classes/:id/print/:what?", lazy: lessonPaper, hydrateFallbackElement: <></> },
  { path: "/practice", lazy: practice, hydrateFallbackElement: <></> },
  { path: "/practice/:id", lazy: hiding, hydrateFallbackElement: <></> },
  { path: "/motor/:id/print/:what", lazy: paper, hydrateFallbackElement: <></> },
  { path: "/motor/:id/:stage?", lazy: motor, hydrateFallbackElement: <></> },
  { path: "*", lazy: motor, hydrateFallbackElement: <></> },
]);
whenIdle(
  start,
  shelf,
  whichMotor,
  motor,
  compare,
  paper,
  bench,
  practice,
  hiding,
  things,
  drawer,
  building,
  classes,
  lesson,
  lessonPaper,
  warmUps,
);
keepFocus();

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
