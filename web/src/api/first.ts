/** What the server put into the page itself, so that nothing need be asked for before something is shown. */

const held = new Map(Object.entries(read()));

function read(): Record<string, unknown> {
  try {
    return JSON.parse(document.getElementById("first")?.textContent ?? "{}") as Record<string, unknown>;
  } catch {
    return {};
  }
}

/** One of the answers, where it is of what is wanted; given once, for later ones must be asked for anew. */
export function first<T>(name: string, wanted: (answer: T) => boolean = () => true): T | undefined {
  const answer = held.get(name) as T | undefined;
  if (answer === undefined || !wanted(answer)) return undefined;
  held.delete(name);
  return answer;
}
