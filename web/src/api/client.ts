import createClient, { type Middleware } from "openapi-fetch";
import type { components, paths } from "./generated";

type Schemas = components["schemas"];
export type Design = Schemas["FrameDesign"];
export type Demonstration = Schemas["DemonstrationOut"];
export type Verdict = Schemas["Verdict"];
export type Link = Schemas["Link"];
export type Advice = Schemas["Advice"];
export type Geometry = Schemas["Geometry"];
export type Handle = Schemas["Handle"];
export type HandleAxis = Schemas["HandleAxis"];
export type Shape = Schemas["Shape"];
export type PartLine = Schemas["PartLine"];
export type Dial = Schemas["Dial"];
export type Setting = Schemas["Setting"];
export type Spin = Schemas["Spin"];
export type Fault = Schemas["Fault"];
export type VerdictAnswer = Schemas["VerdictOut"];

export const client = createClient<paths>({ baseUrl: globalThis.location.origin });

const csrf: Middleware = {
  onRequest({ request }) {
    if (request.method !== "GET") {
      const token = /(?:^|; )csrftoken=([^;]+)/.exec(document.cookie)?.[1];
      if (token) request.headers.set("X-CSRFToken", token);
    }
    return request;
  },
};
client.use(csrf);

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
    const fault = first ? `${first.field}: got ${first.value}; must be ${first.limit}. ${first.hint}` : "";
    return [this.message, fault, this.hint].filter(Boolean).join(" ");
  }
}

interface Answer<T> {
  data?: T;
  error?: unknown;
  response: Response;
}

/** The data of an answer, or its problem thrown. */
export async function answered<T>(call: Promise<Answer<T>>): Promise<T> {
  let answer: Answer<T>;
  try {
    answer = await call;
  } catch {
    throw new ProblemError(
      0,
      "Oak Spin's server does not answer.",
      [],
      "Start it again with ./oak start; nothing on this page is lost.",
    );
  }
  if (answer.response.ok) return answer.data as T;
  const body = (answer.error ?? {}) as { title?: string; faults?: Fault[]; hint?: string; version?: number };
  const title = body.title ?? `The server answered ${answer.response.status}.`;
  throw new ProblemError(answer.response.status, title, body.faults, body.hint, body.version);
}
