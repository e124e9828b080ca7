import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { FileTrigger } from "react-aria-components";
import styled from "styled-components";
import { post, ProblemError, type KeptTrial, type TrialForm as TrialFormWords } from "../api/client";
import { trialsQuery } from "../api/queries";
import { PlainButton, Quiet } from "../theme/parts";
import { ToolRow, Trouble } from "../theme/stage";
import { builtWords } from "./builtWords";
import { ComparisonRow } from "./ComparisonRow";

interface Props {
  id: string;
  /** Newest first. */
  trials: KeptTrial[] | undefined;
  /** Fetches earlier ones, where there are any. */
  more?: (() => void) | undefined;
  form: TrialFormWords | undefined;
  correct: (trial: KeptTrial) => void;
}

/** Every trial, newest first: what was seen, what was measured against what was predicted. */
export function TrialList({ id, trials, more, form, correct }: Props) {
  const queries = useQueryClient();
  const [trouble, setTrouble] = useState("");
  const [status, setStatus] = useState("");
  const takeIn = async (files: FileList | null) => {
    try {
      for (const file of files ?? []) {
        const body = { text: await file.text() };
        const taken = await post("/api/shelf/{id}/trials/table", { params: { path: { id } }, body });
        setStatus(takenWords(taken.added, taken.here_already));
      }
      setTrouble("");
    } catch (error) {
      if (!(error instanceof ProblemError)) throw error;
      setTrouble(`No trial was imported. ${error.line}`);
    }
    await queries.invalidateQueries({ queryKey: trialsQuery(id).queryKey });
  };
  const strike = async (kept: KeptTrial) => {
    const way = kept.struck ? "put-back" : "strike";
    const params = { path: { id, trial: kept.id } };
    try {
      await post(`/api/shelf/{id}/trials/{trial}/${way}`, { params });
      setTrouble("");
    } catch (error) {
      if (!(error instanceof ProblemError)) throw error;
      setTrouble(error.line);
    }
    await queries.invalidateQueries({ queryKey: trialsQuery(id).queryKey });
  };
  return (
    <section aria-label="Logged trials">
      <ToolRow>
        <h2>Trials</h2>
        {trials && trials.length > 0 && (
          <a href={`/api/shelf/${id}/trials.csv`} download>
            Save as CSV
          </a>
        )}
        <FileTrigger acceptedFileTypes={[".csv"]} onSelect={(files) => void takeIn(files)}>
          <PlainButton>Import a CSV table</PlainButton>
        </FileTrigger>
      </ToolRow>
      {trouble && <Trouble role="alert">{trouble}</Trouble>}
      {status && <p role="status">{status}</p>}
      {trials?.length === 0 && <Quiet>Your trials will appear here, each beside its prediction.</Quiet>}
      <List>
        {trials?.map((kept) => (
          <li key={kept.id} data-corrected={kept.corrected || kept.struck || undefined}>
            <ToolRow>
              <b>{kept.trial.group}</b>
              {kept.trial.simulated && <Quiet>simulated</Quiet>}
              <Quiet>
                {new Date(kept.made_at).toLocaleString("en-US", { dateStyle: "medium", timeStyle: "short" })}
                {kept.corrects && ", a correction"}
                {kept.corrected && ", corrected later"}
                {kept.struck && ", crossed out"}
              </Quiet>
              {kept.recorded && (
                <a href={`/api/shelf/${id}/trials/${kept.id}/recording.csv`} download>
                  Recording
                </a>
              )}
              {!kept.corrected && (
                <PlainButton
                  aria-label={`${kept.struck ? "Put back" : "Cross out"} the trial of ${kept.trial.group}`}
                  onPress={() => void strike(kept)}
                >
                  {kept.struck ? "Put back" : "Cross out"}
                </PlainButton>
              )}
              {!kept.corrected && !kept.struck && (
                <PlainButton aria-label={`Correct the trial of ${kept.trial.group}`} onPress={() => correct(kept)}>
                  Correct
                </PlainButton>
              )}
            </ToolRow>
            {kept.trial.seen.length > 0 && <p>{kept.trial.seen.map((seen) => form?.seen[seen]).join(", ")}</p>}
            {kept.trial.as_built.length > 0 && <p>{builtWords(kept.trial, form)}</p>}
            {kept.comparisons.map((row) => (
              <ComparisonRow key={row.name} row={row} />
            ))}
            {kept.trial.note && <Note>{kept.trial.note}</Note>}
          </li>
        ))}
      </List>
      {more && <PlainButton onPress={more}>Show earlier trials</PlainButton>}
    </section>
  );
}

const counted = (count: number) => `${count} ${count === 1 ? "trial" : "trials"}`;

const takenWords = (added: number, here: number) =>
  here === 0 ? `${counted(added)} added.` : `${counted(added)} added; ${counted(here)} were here already.`;

const List = styled.ul`
  list-style: none;
  padding: 0;
  li {
    border-top: 1px solid ${({ theme }) => theme.rule};
    padding: 4px 0;
  }
  li[data-corrected] > :not(:first-child) {
    text-decoration: line-through;
  }
`;
const Note = styled.p`
  font-style: italic;
`;
