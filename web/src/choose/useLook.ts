import { replaceEqualDeep, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useRef, useState } from "react";
import { ProblemError, type Design, type Look, type Turn } from "../api/client";
import { lookQuery } from "../api/queries";

interface Pending extends Turn {
  /** Whether the hand has let go: then the answer is kept. */
  done: boolean;
}

/** A dial whose value was refused, and why. */
export interface Refused {
  pointer: string;
  why: string;
}

/** One question: how it is put, and whether what it is of has passed since. */
interface Question {
  lookAt: (turned: Pending[]) => Promise<Look>;
  passed: () => boolean;
}

interface Taken {
  show: (design: Design) => void;
  commit: (next: { design: Design }, words: string) => void;
}

/**
 * The look at a design that follows the hand. Turns go to the core, which answers with the design turned and all that
 * is known of it: one question at a time, and after each answer only the newest is asked. While a hand holds on, every
 * question starts from the design that it took hold of; what is refused never takes hold. With a key of what trials
 * taught, it is looked at as learned.
 */
export function useLook(design: Design, { show, commit }: Taken, learned?: string) {
  const queries = useQueryClient();
  const [look, setLook] = useState<Look | null>(null);
  const [problem, setProblem] = useState<ProblemError | null>(null);
  const [refused, setRefused] = useState<Refused | null>(null);
  const [turns, setTurns] = useState<readonly Turn[]>([]);
  const state = useRef({
    base: design,
    pending: [] as Pending[],
    words: "",
    asking: false,
    stale: true,
    shown: design,
    learned,
  });

  const ask = useCallback(() => {
    const now = state.current;
    now.stale = true;
    if (now.asking) return;
    now.asking = true;
    void (async () => {
      try {
        while (now.stale) {
          now.stale = false;
          const sent = [...now.pending];
          const { base, words, learned } = now;
          // An answer of another design, or of what was known before, is no answer any more.
          const passed = () => now.base !== base || now.learned !== learned;
          const lookAt = (turned: Pending[]) =>
            queries.fetchQuery(lookQuery(base, turned.map(({ pointer, value }) => ({ pointer, value })), learned)); // prettier-ignore
          try {
            const answer = await lookAt(sent);
            if (passed()) continue;
            setProblem(null);
            if (sent.length > 0) setRefused(null);
            take(answer, sent, words);
          } catch (error) {
            if (!(error instanceof ProblemError)) throw error;
            if (passed()) continue;
            await keepTheOthers({ lookAt, passed }, sent, words, error);
          }
        }
      } finally {
        now.asking = false;
      }
    })();

    function take(answer: Look, sent: Pending[], words: string) {
      // What did not change stays the same object, so that only what changed is drawn anew.
      setLook((before) => replaceEqualDeep(before ?? undefined, answer));
      settle(now, sent, answer.design, words);
    }

    /** What is refused never takes hold, and takes no other turn with it. */
    async function keepTheOthers({ lookAt, passed }: Question, sent: Pending[], words: string, why: ProblemError) {
      now.pending = now.pending.filter((pending) => !sent.includes(pending));
      setTurns(now.pending);
      setProblem(why);
      if (why.status === 0 || sent.length === 0) return;
      const good: Pending[] = [];
      let answer: Look | null = null;
      for (const turn of sent) {
        try {
          if (sent.length === 1) throw why;
          answer = await lookAt([...good, turn]);
          good.push(turn);
        } catch (error) {
          if (!(error instanceof ProblemError)) throw error;
          setRefused({ pointer: turn.pointer, why: error.line });
        }
      }
      if (answer && !passed()) take(answer, good, words);
    }

    function settle(now: typeof state.current, sent: Pending[], turned: Design, words: string) {
      if (sent.length === 0) return;
      const whole = sent.every((turn) => turn.done);
      now.shown = turned;
      if (!whole) return show(turned);
      now.base = turned;
      now.pending = now.pending.filter((pending) => !sent.includes(pending));
      setTurns(now.pending);
      commit({ design: turned }, words);
    }
  }, [queries, show, commit]);

  // A design that came from elsewhere (undo, advice, another tab) is looked at anew.
  useEffect(() => {
    const now = state.current;
    const same = design === now.shown && now.learned === learned;
    if (same && !now.stale) return;
    now.learned = learned;
    if (design !== now.shown) {
      now.base = now.shown = design;
      now.pending = [];
      setTurns([]);
    }
    ask();
  }, [design, ask, learned]);

  /** Turn dials: from the hand's own event, so that the question leaves before anything is drawn. */
  const turn = useCallback(
    (made: Turn[], words?: string) => {
      const now = state.current;
      const done = words !== undefined;
      // A number that is turned on and on is turned once, from where the hand took hold of it.
      const kept = now.pending.filter(
        (pending) => pending.done || !made.some((next) => next.pointer === pending.pointer),
      );
      now.pending = [...kept, ...made.map((turn) => ({ ...turn, done }))];
      if (done) now.words = words;
      setTurns(now.pending);
      ask();
    },
    [ask],
  );

  /** The hand has let go: what it turned is kept, under these words. */
  const letGo = useCallback(
    (words: string) => {
      const now = state.current;
      now.pending = now.pending.map((turn) => ({ ...turn, done: true }));
      now.words = words;
      if (now.pending.length > 0) ask();
    },
    [ask],
  );

  return { look, problem, refused, turn, letGo, turns };
}
