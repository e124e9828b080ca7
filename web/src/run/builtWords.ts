import type { KeptTrial, TrialForm } from "../api/client";
import { rounded } from "../units";

/** What was built otherwise, in words: each value with the one that was planned. */
export function builtWords(trial: KeptTrial["trial"], form: TrialForm | undefined): string {
  if (trial.as_built.length === 0) return "Built as planned.";
  const changes = trial.as_built.map(({ pointer, value }) => {
    const planned = form?.as_built.find((number) => number.pointer === pointer);
    if (!planned) return `${pointer} ${rounded(value)}`;
    return `${planned.label} ${rounded(value)} ${planned.unit} (plan ${rounded(planned.value)})`.replace("  ", " ");
  });
  return `Built with ${changes.join(", ")}.`;
}
