import type { Design } from "../api/client";

/** A change that is to be saved, with words for the history. */
export interface Draft {
  title: string;
  design: Design;
  change: string;
}

/** A draft that the server has not acknowledged, kept in the browser until it has. */
interface LeftBehind extends Draft {
  /** The version that it was made on. */
  version: number;
  /** The tab that holds it, and when it was put aside last: another tab takes it over only when that one is gone. */
  tab: string;
  at: number;
}

const GONE = 5000; // ms after which a tab that still held it would have saved it or said why not
const nameOf = (id: string) => `oakspin.unsaved.${id}`;

const TAB = "oakspin.tab";
function thisTab(): string {
  const known = sessionStorage.getItem(TAB);
  if (known) return known;
  const made = Math.random().toString(36).slice(2);
  sessionStorage.setItem(TAB, made);
  return made;
}

/** Keep a draft beside the page; none once it is saved. */
export function putAside(id: string, draft: Draft | null, version: number): void {
  try {
    if (!draft) localStorage.removeItem(nameOf(id));
    else {
      const kept: LeftBehind = { ...draft, version, tab: thisTab(), at: Date.now() };
      localStorage.setItem(nameOf(id), JSON.stringify(kept));
    }
  } catch {
    // A full or forbidden store: then the page alone holds it, as long as it is open.
  }
}

/** The draft that was left unsaved, and the version that it was made on; none where nothing was. */
export function leftBehind(id: string): { draft: Draft; version: number } | null {
  try {
    const kept = JSON.parse(localStorage.getItem(nameOf(id)) ?? "null") as LeftBehind | null;
    if (typeof kept?.version !== "number") return null;
    if (kept.tab !== thisTab() && Date.now() - kept.at <= GONE) return null;
    const { title, design, change, version } = kept;
    return { draft: { title, design, change }, version };
  } catch {
    return null;
  }
}
