import { posted } from "./client";

/** Lines of text out of chunks that end anywhere: whole lines, and what is left over. */
export function wholeLines(rest: string, chunk: string): { lines: string[]; rest: string } {
  const parts = (rest + chunk).split("\n");
  return { lines: parts.slice(0, -1).filter(Boolean), rest: parts.at(-1) ?? "" };
}

/** An answer of JSON lines, as they come: those of each chunk together. */
export async function* linesOf(response: Response): AsyncGenerator<unknown[]> {
  const reader = response.body!.pipeThrough(new TextDecoderStream()).getReader();
  let rest = "";
  for (let part = await reader.read(); !part.done; part = await reader.read()) {
    const read = wholeLines(rest, part.value);
    rest = read.rest;
    yield read.lines.map((line) => JSON.parse(line) as unknown);
  }
}

/** Lines of states until the last; `show` sees each. Stops when aborted. */
export async function followed<State>(path: string, body: unknown, signal: AbortSignal, show: (state: State) => void) {
  const response = await posted(path, body, signal);
  for await (const lines of linesOf(response)) {
    const last = lines.at(-1);
    if (last) show(last as State);
  }
}
