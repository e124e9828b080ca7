import { infiniteQueryOptions, queryOptions } from "@tanstack/react-query";
import {
  get,
  post,
  type ComparisonEntry,
  type Carrier,
  type Demonstration,
  type Design,
  type KeptTrial,
  type RuleName,
  type Look,
  type ShelfMotor,
  type Turn,
  type Unread,
} from "./client";
import { postAtOnce } from "./atOnce";
import { withLearned } from "./learning";
import { sameDesign } from "./design";
import { first } from "./first";

interface ShelfList {
  motors: ShelfMotor[];
  unread: Unread[];
}

export const shelfQuery = queryOptions({
  queryKey: ["shelf"],
  queryFn: () => get("/api/shelf"),
  initialData: () => first<ShelfList>("shelf"),
  staleTime: 1000,
});

export const aboutQuery = queryOptions({
  queryKey: ["about"],
  queryFn: () => get("/api/about"),
  staleTime: Infinity,
});

export const kindsQuery = queryOptions({
  queryKey: ["kinds"],
  queryFn: () => get("/api/kinds"),
  staleTime: Infinity,
});

/** What the links of a kind's run chain mean, and what a good motor of it shows. */
export const explainedQuery = (kind: string) =>
  queryOptions({
    queryKey: ["explained", kind],
    queryFn: () => get("/api/kinds/{kind}/links", { params: { path: { kind } } }),
    staleTime: Infinity,
  });

export const demonstrationQuery = (id: string) =>
  queryOptions({
    queryKey: ["demonstration", id],
    queryFn: () => get("/api/shelf/{id}", { params: { path: { id } } }),
    initialData: () => first<Demonstration>("demonstration", (motor) => motor.id === id),
    // The page holds the working copy; it is read anew only when the page is opened.
    staleTime: Infinity,
    gcTime: 0,
  });

/** As many trials as the server gives at once. */
const PAGE = 100;

/** Trials, the latest page first; within a page the oldest first. */
export const trialsQuery = (id: string) =>
  infiniteQueryOptions({
    queryKey: ["trials", id],
    queryFn: ({ pageParam: before }) =>
      get("/api/shelf/{id}/trials", { params: { path: { id }, query: before ? { before } : {} } }),
    initialPageParam: "",
    getNextPageParam: (page: KeptTrial[]) => (page.length === PAGE ? page[0]!.id : undefined),
  });

/** Where the trials that hold stand over a number of the design. */
export const marksQuery = (id: string, pointer: string) =>
  queryOptions({
    queryKey: ["trials", id, "marks", pointer],
    queryFn: () => get("/api/shelf/{id}/trials/marks", { params: { path: { id }, query: { pointer } } }),
  });

/** What the shelf shows of a motor, where the server has not kept it yet. */
export const glanceQuery = ({ id, revision }: { id: string; revision: number }) =>
  queryOptions({
    queryKey: ["glance", id, revision],
    queryFn: () => post("/api/shelf/{id}/glance", { params: { path: { id } } }),
    staleTime: Infinity,
  });

export const putAwayQuery = queryOptions({
  queryKey: ["put-away"],
  queryFn: () => get("/api/shelf/put-away"),
});

// Heavy questions carry a signal: the server drops the work as soon as nobody looks at its answer any more.

/** What depends on the design alone never goes stale. */
const ofDesign = { staleTime: Infinity, gcTime: 60_000 };

/** Ask for the motor as learned, where there is a key of that. */
const asLearned = (learned: string | undefined) => (learned ? { params: { query: { learned } } } : {});

export const lookQuery = (design: Design, turns: Turn[] = [], learned?: string) =>
  queryOptions({
    queryKey: ["look", design, turns, learned],
    // Sent within the call itself: a client that awaits before it sends would let the page be drawn first.
    queryFn: () => postAtOnce("/api/look", { design, turns }, { at: withLearned("/api/look", learned) }),
    initialData: () =>
      turns.length || learned ? undefined : first<Look>("look", (look) => sameDesign(look.design, design)),
    ...ofDesign,
  });

/** The design with its dials turned, by the core. */
export const turned = (design: Design, turns: Turn[]) => post("/api/turn", { body: { design, turns } });

/** The sum behind each figure of the run chain, with the design's own numbers. */
export const sumsQuery = (design: Design, learned?: string) =>
  queryOptions({
    queryKey: ["sums", design, learned],
    queryFn: ({ signal }) => post("/api/sums", { body: design, signal, ...asLearned(learned) }),
    ...ofDesign,
  });

export const adviceQuery = (design: Design, learned?: string) =>
  queryOptions({
    queryKey: ["advice", design, learned],
    queryFn: ({ signal }) => post("/api/advice", { body: design, signal, ...asLearned(learned) }),
    ...ofDesign,
  });

/** Where a number turned a little loses the run. */
export const cliffsQuery = (design: Design, learned?: string) =>
  queryOptions({
    queryKey: ["cliffs", design, learned],
    queryFn: ({ signal }) => post("/api/cliffs", { body: design, signal, ...asLearned(learned) }),
    ...ofDesign,
  });

export const spinQuery = (design: Design, learned?: string) =>
  queryOptions({
    queryKey: ["spin", design, learned],
    queryFn: ({ signal }) => post("/api/spin", { body: design, signal, ...asLearned(learned) }),
    ...ofDesign,
  });

export const buildQuery = (design: Design, learned?: string) =>
  queryOptions({
    queryKey: ["build", design, learned],
    queryFn: () => post("/api/build", { body: design, ...asLearned(learned) }),
    ...ofDesign,
  });

export const tuningQuery = (design: Design) =>
  queryOptions({
    queryKey: ["tuning", design],
    queryFn: () => post("/api/tuning", { body: design }),
    ...ofDesign,
  });

export const bestQuery = (design: Design, learned?: string) =>
  queryOptions({
    queryKey: ["best", design, learned],
    queryFn: ({ signal }) => post("/api/best", { body: design, signal, ...asLearned(learned) }),
    ...ofDesign,
  });

export interface MapRequest {
  first: string;
  second: string;
  curve: string;
  first_range: [number, number] | null;
  second_range: [number, number] | null;
}

export const mapQuery = (design: Design, request: MapRequest, learned?: string) =>
  queryOptions({
    queryKey: ["map", design, request, learned],
    queryFn: ({ signal }) => post("/api/map", { body: { design, ...request }, signal, ...asLearned(learned) }),
    ...ofDesign,
  });

export const trialFormQuery = (design: Design) =>
  queryOptions({
    queryKey: ["trial-form", design],
    queryFn: () => post("/api/trial-form", { body: design }),
    ...ofDesign,
  });

export const comparisonQuery = (entries: ComparisonEntry[]) =>
  queryOptions({
    queryKey: ["beside", entries],
    queryFn: () => post("/api/comparison", { body: { entries } }),
    gcTime: 60_000,
  });

export const balanceQuery = (design: Design, period: number) =>
  queryOptions({
    queryKey: ["balance", design, period],
    queryFn: () => post("/api/balance", { body: { design, period_s: period } }),
    ...ofDesign,
  });

export const explainQuery = (design: Design, rule: RuleName, carrier: Carrier) =>
  queryOptions({
    queryKey: ["explain", design, rule, carrier],
    queryFn: () => post("/api/explain", { body: { design, rule, carrier } }),
    ...ofDesign,
  });

/** Questions before and after the lesson, with their answers. */
export const questionsQuery = (design: Design) =>
  queryOptions({
    queryKey: ["questions", design],
    queryFn: ({ signal }) => post("/api/questions", { body: design, signal }),
    ...ofDesign,
  });

export const cardsQuery = (design: Design) =>
  queryOptions({
    queryKey: ["cards", design],
    queryFn: ({ signal }) => post("/api/cards", { body: design, signal }),
    ...ofDesign,
  });

export const polesQuery = (design: Design) =>
  queryOptions({
    queryKey: ["poles", design],
    queryFn: () => post("/api/pole-finder", { body: design }),
    ...ofDesign,
  });
export const cautionsQuery = (design: Design) =>
  queryOptions({
    queryKey: ["cautions", design],
    queryFn: () => post("/api/cautions", { body: design }),
    ...ofDesign,
  });
