import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { get, put, post, ProblemError, type Demonstration, type Design } from "../api/client";
import { sameDesign } from "../api/design";
import { demonstrationQuery, shelfQuery } from "../api/queries";
import { leftBehind, putAside, type Draft } from "./leftBehind";

const PAUSE = 400;
const REFUSED = [400, 413, 422];

export type SavedState = "saved" | "saving" | "unsaved" | "trouble";

/** The demonstration as the server has it, where that is just what was sent. */
async function keptAlready(id: string, sent: Draft): Promise<Demonstration | null> {
  const there = await get("/api/shelf/{id}", { params: { path: { id } } }).catch(() => null);
  return there && there.title === sent.title && sameDesign(there.design, sent.design) ? there : null;
}

/**
 * The working copy of a demonstration and its way to the server: every change is shown at once,
 * saved after a short pause as one revision, and kept here until the server has acknowledged it.
 */
export function useDemonstration(first: Demonstration) {
  const queries = useQueryClient();
  const left = useMemo(() => leftBehind(first.id), [first.id]);
  const [kept, setKept] = useState(first);
  const shown = left?.draft ?? first;
  const [working, setWorking] = useState({ title: shown.title, design: shown.design });
  const [state, setState] = useState<SavedState>(left ? "unsaved" : "saved");
  const [problem, setProblem] = useState<ProblemError | null>(null);
  const [conflict, setConflict] = useState<{ version: number; draft: Draft } | null>(null);
  const revision = useRef(first.revision);
  const version = useRef(left?.version ?? first.version);
  const draft = useRef<Draft | null>(left?.draft ?? null);
  const timer = useRef(0);
  const busy = useRef<Promise<void> | null>(null);
  const refused = useRef(false);
  const forget = useCallback(() => {
    draft.current = null;
    refused.current = false;
    putAside(first.id, null, 0);
  }, [first.id]);

  const take = useCallback(
    (answer: Demonstration) => {
      version.current = answer.version;
      revision.current = answer.revision;
      setKept(answer);
      queries.setQueryData(demonstrationQuery(answer.id).queryKey, answer);
      void queries.invalidateQueries({ queryKey: shelfQuery.queryKey });
    },
    [queries],
  );

  /** Send what is unsaved; tells whether nothing is left unsaved. */
  const flush = useCallback(async (): Promise<boolean> => {
    window.clearTimeout(timer.current);
    while (busy.current) await busy.current;
    const sent = draft.current;
    if (!sent) return true;
    const body = { version: version.current, ...sent };
    const params = { path: { id: first.id } };
    setState("saving");
    busy.current = put("/api/shelf/{id}", { params, body })
      .then((answer) => {
        if (draft.current === sent) draft.current = null;
        putAside(first.id, draft.current, answer.version);
        take(answer);
        refused.current = false;
        setProblem(null);
        setState(draft.current ? "unsaved" : "saved");
      })
      .catch(async (error: unknown) => {
        if (!(error instanceof ProblemError)) throw error;
        const there = error.status === 409 ? await keptAlready(first.id, sent) : null;
        if (there) {
          // It was saved, and only the word of it was lost.
          if (draft.current === sent) draft.current = null;
          putAside(first.id, draft.current, there.version);
          take(there);
          setProblem(null);
          setState(draft.current ? "unsaved" : "saved");
          return;
        }
        setState("trouble");
        if (error.status === 409) setConflict({ version: error.version, draft: draft.current ?? sent });
        else setProblem(error);
        refused.current = REFUSED.includes(error.status);
      })
      .finally(() => (busy.current = null));
    await busy.current;
    return draft.current === null;
  }, [first.id, take]);

  /** Show a design now; nothing is saved until `commit`. */
  const show = useCallback((design: Design) => setWorking((before) => ({ ...before, design })), []);

  /** Make a change that is to be kept, with words for the history. */
  const commit = useCallback(
    (next: { title?: string; design?: Design }, change: string) => {
      setWorking((before) => {
        const after = { ...before, ...next };
        draft.current = { ...after, change };
        putAside(first.id, draft.current, version.current);
        return after;
      });
      setState("unsaved");
      window.clearTimeout(timer.current);
      timer.current = window.setTimeout(() => void flush(), PAUSE);
    },
    [first.id, flush],
  );

  const step = useCallback(
    async (which: "undo" | "redo") => {
      await flush();
      if (draft.current && refused.current) {
        // What the server refuses cannot be kept: back to what it has.
        forget();
        setWorking({ title: kept.title, design: kept.design });
        setProblem(null);
        setState("saved");
        return;
      }
      if (draft.current) return;
      const init = { params: { path: { id: first.id } }, body: { version: version.current } };
      try {
        const answer = await post(`/api/shelf/{id}/${which}`, init);
        take(answer);
        setWorking({ title: answer.title, design: answer.design });
        setProblem(null);
        setState("saved");
      } catch (error) {
        if (!(error instanceof ProblemError)) throw error;
        if (error.status === 409) setConflict({ version: error.version, draft: { ...working, change: which } });
        else setProblem(error);
      }
    },
    [first.id, flush, forget, kept, take, working],
  );

  const takeOver = useCallback(() => {
    if (!conflict) return;
    version.current = conflict.version;
    draft.current = conflict.draft;
    setConflict(null);
    void flush();
  }, [conflict, flush]);

  const drop = useCallback(async () => {
    const answer = await get("/api/shelf/{id}", { params: { path: { id: first.id } } });
    forget();
    setConflict(null);
    take(answer);
    setWorking({ title: answer.title, design: answer.design });
    setState("saved");
  }, [first.id, forget, take]);

  /** Put my state on the shelf as a demonstration of its own; gives its id. */
  const keepBoth = useCallback(async (): Promise<string> => {
    const mine = conflict!.draft;
    const copy = await post("/api/shelf/copy", { body: { title: mine.title, design: mine.design } });
    forget();
    setConflict(null);
    void queries.invalidateQueries({ queryKey: shelfQuery.queryKey });
    return copy.id;
  }, [conflict, forget, queries]);

  // What was left unsaved, by a reload or while the server was away, goes on its way at once.
  useEffect(() => {
    if (left) void flush();
  }, [left, flush]);

  useEffect(() => {
    const warn = (event: BeforeUnloadEvent) => {
      if (!draft.current) return;
      void flush();
      event.preventDefault();
    };
    window.addEventListener("beforeunload", warn);
    return () => {
      window.removeEventListener("beforeunload", warn);
      void flush();
    };
  }, [flush]);

  /** Number of the revision that is shown, once all is saved. */
  const seen = useCallback(() => revision.current, []);

  return { kept, ...working, state, problem, conflict, seen, show, commit, flush, step, takeOver, drop, keepBoth };
}

export type Working = ReturnType<typeof useDemonstration>;
