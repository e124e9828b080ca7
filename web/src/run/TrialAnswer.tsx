import styled from "styled-components";
import type { KeptTrial, TrialForm } from "../api/client";
import { Quiet } from "../theme/parts";
import { rounded } from "../units";
import { ComparisonRow } from "./TrialList";

/** What was built otherwise, in words: each value with the one that was planned. */
export function builtWords(trial: KeptTrial["trial"], form: TrialForm | undefined): string {
  if (trial.as_built.length === 0) return "Built as planned.";
  const told = trial.as_built.map(({ pointer, value }) => {
    const planned = form?.as_built.find((number) => number.pointer === pointer);
    if (!planned) return `${pointer} ${rounded(value)}`;
    return `${planned.label} ${rounded(value)} ${planned.unit} (plan ${rounded(planned.value)})`.replace("  ", " ");
  });
  return `Built with ${told.join(", ")}.`;
}

/** The answer to a trial, as soon as it is logged: built so, read so, and what that makes beside the prediction. */
export function TrialAnswer({ kept, form }: { kept: KeptTrial; form: TrialForm | undefined }) {
  const off = kept.comparisons.filter(({ place }) => place !== "inside");
  return (
    <Answer role="status" aria-label="What this trial says">
      <b>Logged for {kept.trial.group}.</b> {builtWords(kept.trial, form)}{" "}
      {kept.comparisons.length === 0 && <Quiet>Nothing was measured, so nothing can be compared.</Quiet>}
      {kept.comparisons.length > 0 &&
        (off.length === 0
          ? "Everything measured is where eight of ten such builds lie."
          : `Outside the range of eight of ten such builds: ${off.map(({ label }) => label.toLowerCase()).join(", ")}.`)}
      {kept.comparisons.map((row) => (
        <ComparisonRow key={row.name} row={row} answer />
      ))}
    </Answer>
  );
}

const Answer = styled.div`
  border-left: 4px solid ${({ theme }) => theme.action};
  padding: 4px 0 6px 12px;
  margin: 4px 0 8px;
  font-size: 0.92rem;
`;
