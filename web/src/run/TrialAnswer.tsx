import { Link } from "react-router";
import styled from "styled-components";
import type { KeptTrial, TrialForm } from "../api/client";
import { Quiet } from "../theme/parts";
import { builtWords } from "./builtWords";
import { ComparisonRow } from "./ComparisonRow";

/** The answer to a trial, as soon as it is logged: built so, read so, and what that makes beside the prediction. */
export function TrialAnswer({ kept, form, id }: { kept: KeptTrial; form: TrialForm | undefined; id: string }) {
  const off = kept.comparisons.filter(({ place }) => place !== "inside");
  return (
    <Answer role="status" aria-label="What this trial says">
      <b>Logged for {kept.trial.group}.</b> {builtWords(kept.trial, form)}{" "}
      {kept.comparisons.length === 0 && <Quiet>Nothing was measured, so nothing can be compared.</Quiet>}
      {kept.comparisons.length > 0 &&
        (off.length === 0
          ? "Everything you measured falls in the predicted range."
          : `Outside the predicted range: ${off.map(({ label }) => label.toLowerCase()).join(", ")}.`)}
      {(off.length > 0 || DEAD.some((word) => kept.trial.seen.includes(word))) && (
        <p>
          <Link to={`/motor/${id}/fix`}>It does not do as planned? Find out why.</Link>
        </p>
      )}
      {kept.comparisons.map((row) => (
        <ComparisonRow key={row.name} row={row} answer />
      ))}
    </Answer>
  );
}

const DEAD = ["nothing", "trembles", "starts_then_stops"] as const;

const Answer = styled.div`
  border-left: 4px solid ${({ theme }) => theme.action};
  padding: 4px 0 6px 12px;
  margin: 4px 0 8px;
  font-size: 0.92rem;
`;
