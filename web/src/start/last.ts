const KEY = "oakspin.last";

/** The motor and stage that was open last in this browser. */
export interface Last {
  id: string;
  stage: string;
}

export const keepLast = (last: Last) => localStorage.setItem(KEY, JSON.stringify(last));

/** What was open last; null where nothing was, or what is kept cannot be read. */
export function lastOpen(): Last | null {
  try {
    const { id, stage } = JSON.parse(localStorage.getItem(KEY) ?? "null") as Partial<Last>;
    return id && stage ? { id, stage } : null;
  } catch {
    return null;
  }
}
