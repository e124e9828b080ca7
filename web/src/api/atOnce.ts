import { posted, type Data, type Routes } from "./client";

/** A POST that is sent within the call itself: a client that awaits first would let the page be drawn before. */
export const postAtOnce = <Path extends Routes<"post">>(
  path: Path,
  body: unknown,
  { at = path, signal }: { at?: string; signal?: AbortSignal } = {},
): Promise<Data<Path, "post">> => posted(at, body, signal).then((response) => response.json() as never);
