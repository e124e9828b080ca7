import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import type { Design } from "../api/client";
import { lookQuery } from "../api/queries";

/** A design pinned to compare with; kept in this browser, so that it is there after a reload. */
export function usePin(id: string, placeholder: Design) {
  const key = keyOf(id);
  const [pinned, setPinned] = useState<Design | null>(() => readPin(id));
  const { data } = useQuery({ ...lookQuery(pinned ?? placeholder), enabled: pinned !== null, retry: false });
  const toggle = (design: Design) => {
    const next = pinned ? null : design;
    if (next) localStorage.setItem(key, JSON.stringify(next));
    else localStorage.removeItem(key);
    setPinned(next);
  };
  return { pinned, look: pinned ? data : undefined, toggle };
}

const keyOf = (id: string) => `oakspin.pin.${id}`;

/** The design that is pinned of a motor, if any. */
export function readPin(id: string): Design | null {
  try {
    return JSON.parse(localStorage.getItem(keyOf(id)) ?? "null") as Design | null;
  } catch {
    return null;
  }
}
