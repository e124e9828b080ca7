import { useState } from "react";
import type { Carrier, RuleName } from "../api/client";

const KEY = "oakspin.school";

export const RULE_WORD: Record<RuleName, string> = {
  palm: "Palm rule",
  three_fingers: "Three-finger rule",
  motor: "Left-hand motor rule",
};
export const CARRIER_WORD: Record<Carrier, string> = { current: "Conventional current", electrons: "Electron flow" };

interface School {
  rule: RuleName;
  carrier: Carrier;
}

/** The hand rule and what flows, as this teacher tells it; kept in this browser for every page. */
export function useSchool() {
  const [school, setSchool] = useState<School>(read);
  const choose = (change: Partial<School>) => {
    const next = { ...school, ...change };
    localStorage.setItem(KEY, JSON.stringify(next));
    setSchool(next);
  };
  return { ...school, choose };
}

function read(): School {
  try {
    const kept = JSON.parse(localStorage.getItem(KEY) ?? "{}") as Partial<School>;
    const rule = kept.rule && kept.rule in RULE_WORD ? kept.rule : "palm";
    return { rule, carrier: kept.carrier && kept.carrier in CARRIER_WORD ? kept.carrier : "current" };
  } catch {
    return { rule: "palm", carrier: "current" };
  }
}
