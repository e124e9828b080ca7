import { useIsMutating, useMutation, useQuery, type UseQueryOptions } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";

const PAUSE = 500; // ms without a change, after which it is kept
const MOST = 50; // changes that can be undone

interface Keeping<Value, Answer extends { version: number }> {
  /** A name for what is kept: its saves go one after the other, so that each builds on the one before. */
  name: string;
  first: { value: Value; version: number };
  save: (version: number, value: Value) => Promise<Answer>;
  saved: (answer: Answer) => void;
  /** Why it cannot be kept as it stands, in words; nothing where it can. */
  hindered?: (value: Value) => string;
}

/** What is kept, as the server has it when the page opens: not what was seen before, and nothing still on its way. */
export function useFirst<Answer>(query: UseQueryOptions<Answer, Error, Answer, string[]>, name: string) {
  const { data, error, isFetchedAfterMount } = useQuery({ ...query, retry: false });
  const onItsWay = useIsMutating({ mutationKey: [name] }) > 0;
  const [first, setFirst] = useState<{ name: string; answer: Answer } | null>(null);
  if (data !== undefined && isFetchedAfterMount && !onItsWay && first?.name !== name) setFirst({ name, answer: data });
  return { first: first?.name === name ? first.answer : null, error };
}

/** Something that is changed on a page and kept a moment later, with undo. */
export function useKept<Value, Answer extends { version: number }>(keeping: Keeping<Value, Answer>) {
  const { name, first } = keeping;
  const [value, setValue] = useState(first.value);
  const [before, setBefore] = useState<Value[]>([]);
  const [there, setThere] = useState(first.value); // what the server has
  const version = useRef(first.version);
  const latest = useRef(keeping);
  useEffect(() => {
    latest.current = keeping;
  });
  const { mutate, isPending, error } = useMutation({
    mutationFn: (next: Value) => latest.current.save(version.current, next),
    mutationKey: [name],
    scope: { id: name },
    onSuccess: (answer, sent) => {
      setThere(sent);
      version.current = answer.version;
      latest.current.saved(answer);
    },
  });
  const unsaved = useRef<Value | null>(null);
  const hindered = keeping.hindered?.(value) ?? "";
  useEffect(() => {
    if (unsaved.current !== value || hindered) return;
    const pause = setTimeout(() => {
      unsaved.current = null;
      mutate(value);
    }, PAUSE);
    return () => clearTimeout(pause);
  }, [value, hindered, mutate]);
  useEffect(
    () => () => {
      // Who leaves the page within the pause has still changed it.
      const last = unsaved.current;
      if (last !== null && !latest.current.hindered?.(last)) mutate(last);
    },
    [mutate],
  );
  const show = (next: Value) => {
    unsaved.current = next;
    setValue(next);
  };
  const change = (next: Value) => {
    setBefore([...before, value].slice(-MOST));
    show(next);
  };
  const undo = () => {
    const last = before.at(-1);
    if (last === undefined) return;
    setBefore(before.slice(0, -1));
    show(last);
  };
  const waits = hindered ? `Not saved yet: ${hindered}` : "Saving …";
  const status = isPending ? "Saving …" : error ? "Not saved" : value === there ? "Saved" : waits;
  return { value, change, undo: before.length > 0 ? undo : null, status, error, pending: isPending };
}
