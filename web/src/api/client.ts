import createClient, { type MaybeOptionalInit, type Middleware } from "openapi-fetch";
import type { components, paths } from "./generated";

type Schemas = components["schemas"];
export type Design = Demonstration["design"];
export type Demonstration = Schemas["DemonstrationView"];
export type Verdict = Schemas["Verdict"];
export type Link = Schemas["Link"];
export type Advice = Schemas["Advice"];
export type Cliff = Schemas["Cliff"];
export type Geometry = Schemas["Geometry"];
export type Handle = Schemas["Handle"];
export type HandleAxis = Schemas["HandleAxis"];
export type Shape = Schemas["Shape"];
export type Moving = Schemas["Moving"];
export type PartLine = Schemas["PartLine"];
export type Dial = Schemas["Dial"];
export type Setting = Schemas["Setting"];
export type Spin = Schemas["Spin"];
export type Fault = Schemas["Fault"];
export type Build = Schemas["Making"];
export type FirstRun = Schemas["FirstRun"];
export type HowTo = Schemas["HowTo"];
export type Factor = Schemas["Number"];
export type Tuning = Schemas["Tuning"];
export type Curve = Schemas["Curve"];
export type Best = Schemas["Best"];
export type DesignMap = Schemas["DesignMap"];
export type TrialForm = Schemas["TrialForm"];
export type KindView = Schemas["KindView"];
export type Mark = Schemas["Mark"];
export type SweepPoint = Schemas["SweepPoint"];
export type Explanation = Schemas["Explanation"];
export type RuleName = NonNullable<Schemas["ExplainBody"]["rule"]>;
export type Carrier = NonNullable<Schemas["ExplainBody"]["carrier"]>;
export type Card = Schemas["Card"];
export type Trial = Schemas["TrialAnswer"];
export type KeptTrial = Schemas["TrialView"];
export type Comparison = Schemas["Comparison"];
export type Look = Schemas["Look"];
export type Turn = Schemas["Turn"];
export type ShelfMotor = Schemas["ShelfMotor"];
export type SideBySide = Schemas["SideBySide"];
export type ComparisonEntry = Schemas["EntryBody"];
export type Unread = Schemas["UnreadView"];
export type Arrival = Schemas["ArrivalView"];
export type ArchivePreview = Schemas["ArchivePreview"];

export const client = createClient<paths>({ baseUrl: globalThis.location.origin });

const token = () => /(?:^|; )csrftoken=([^;]+)/.exec(document.cookie)?.[1] ?? "";

const csrf: Middleware = {
  onRequest({ request }) {
    if (request.method !== "GET") request.headers.set("X-CSRFToken", token());
    return request;
  },
};
client.use(csrf);

/** A POST whose answer is no JSON: a stream, a file. Trouble is thrown as a `ProblemError`. */
export async function posted(path: string, body: unknown, signal?: AbortSignal): Promise<Response> {
  const isForm = body instanceof FormData;
  const headers: Record<string, string> = { "X-CSRFToken": token() };
  if (!isForm) headers["Content-Type"] = "application/json";
  const call = fetch(path, { method: "POST", headers, body: isForm ? body : JSON.stringify(body), signal });
  const response = await call.catch((error: unknown) => {
    if (error instanceof DOMException && error.name === "AbortError") throw error;
    throw unreachable();
  });
  if (!response.ok) throw problemOf(response.status, await response.json().catch(() => ({})));
  return response;
}

/** An answer that is no success, in words. `status` 0: the server could not be reached. */
export class ProblemError extends Error {
  constructor(
    readonly status: number,
    title: string,
    readonly faults: Fault[] = [],
    readonly hint = "",
    readonly version = 0,
  ) {
    super(title);
  }
  /** One line for people: title, first fault's way out, hint. */
  get line(): string {
    const first = this.faults[0];
    const fault = first ? faultLine(first) : "";
    return [this.message, fault, this.hint].filter(Boolean).join(" ");
  }
}

/** One fault for people: where, what stands there, what it must be, what to do. */
export const faultLine = (fault: Fault) => `${fault.field}: got ${fault.value}; must be ${fault.limit}. ${fault.hint}`;

/** Any error on one line for people. */
export const errorLine = (error: Error) => (error instanceof ProblemError ? error.line : error.message);

interface Answer {
  data?: unknown;
  error?: unknown;
  response: Response;
}

type Method = "get" | "post" | "put" | "delete";
type Json<Answers> = Answers extends { 200: { content: { "application/json": infer Data } } } ? Data : undefined;
/** What a route answers, as the generated types say it: fixed pairs stay pairs. */
export type Data<Path extends keyof paths, Verb extends Method> = paths[Path][Verb] extends { responses: infer Answers }
  ? Json<Answers>
  : never;

/** The data of an answer, or its problem thrown. */
export async function answered<T>(call: Promise<Answer>): Promise<T> {
  let answer: Answer;
  try {
    answer = await call;
  } catch (error) {
    if (error instanceof DOMException && error.name === "AbortError") throw error;
    throw unreachable();
  }
  if (answer.response.ok) return answer.data as T;
  throw problemOf(answer.response.status, answer.error);
}

export type Routes<Verb extends Method> = {
  [Path in keyof paths]: paths[Path][Verb] extends { responses: unknown } ? Path : never;
}[keyof paths];
type Init<Path extends keyof paths, Verb extends Method> = MaybeOptionalInit<paths[Path], Verb>;
type Call<Verb extends Method> = <Path extends Routes<Verb>>(
  path: Path,
  ...init: undefined extends Init<Path, Verb> ? [Init<Path, Verb>?] : [Init<Path, Verb>]
) => Promise<Data<Path, Verb>>;

type Sender = (path: string, init?: object) => Promise<Answer>;

/** A route asked, its data answered, its problem thrown. */
const asking =
  <Verb extends Method>(verb: "GET" | "POST" | "PUT" | "DELETE"): Call<Verb> =>
  (path, ...init) =>
    answered((client[verb] as Sender)(path, init[0]));
export const get = asking<"get">("GET");
export const post = asking<"post">("POST");
export const put = asking<"put">("PUT");
export const del = asking<"delete">("DELETE");

const unreachable = () =>
  new ProblemError(0, "Oak Spin's server does not answer.", [], "Start Oak Spin again; nothing on this page is lost.");

function problemOf(status: number, error: unknown): ProblemError {
  const body = (error ?? {}) as { title?: string; faults?: Fault[]; hint?: string; version?: number };
  return new ProblemError(status, body.title ?? `The server answered ${status}.`, body.faults, body.hint, body.version);
}
