import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { Link } from "react-router";
import styled from "styled-components";
import { errorLine, post } from "../api/client";
import { trialsQuery } from "../api/queries";
import { useLearned } from "../learn/LearnedProvider";
import { EntryField } from "../parts/EntryField";
import { newKey } from "../run/unsent";
import type { Working } from "../shell/useDemonstration";
import { MainButton, PlainButton, Quiet } from "../theme/parts";
import { ToolRow, Trouble } from "../theme/stage";
import { unitOf, useFigures } from "../theme/FiguresProvider";
import { readMeasure, rounded } from "../units";

/** What was wrong with a motor that goes now, in words, and after how many minutes. */
export interface Fixed {
  sentence: string;
  did: string;
  minutes: number;
}

interface Props {
  working: Working;
  fixed: Fixed;
  travels: boolean;
  trouble: string;
  again: () => void;
}

/** It goes: what was wrong, the run logged in two fields, and what that changed. */
export function ItGoes({ working, fixed, travels, trouble, again }: Props) {
  const id = working.kept.id;
  const heading = useRef<HTMLHeadingElement>(null);
  useEffect(() => heading.current?.focus(), []);
  const [turns, setTurns] = useState("");
  const [seconds, setSeconds] = useState("");
  const [key] = useState(newKey);
  const { summary, progress } = useLearned();
  const queries = useQueryClient();
  const counted = readMeasure(turns, "turns");
  const took = readMeasure(seconds, "s");
  const whole = counted !== null && counted >= 1 && Number.isInteger(counted);
  const timed = took !== null && took >= 0.1;
  // Turns are counted in whole ones, and tell nothing without their seconds.
  const wrong = {
    turns:
      (turns.trim() || seconds.trim()) && !whole
        ? `${quoted(turns)}ype a whole number of turns, 1 or more.`
        : undefined,
    seconds:
      (turns.trim() || seconds.trim()) && !timed ? `${quoted(seconds)}ype how many seconds they took.` : undefined,
  };
  const [asked, setAsked] = useState(false);
  const log = useMutation({
    mutationFn: async () => {
      const what = [fixed.sentence, fixed.did].filter(Boolean).join(" ");
      const note = `It did not go. ${what} It went after ${fixed.minutes} min.`;
      const readings = turns.trim() ? { turns: counted, turns_seconds: took } : {};
      const trial = { group: "me", readings, seen: ["runs"], note };
      await working.flush();
      return post("/api/shelf/{id}/trials", {
        params: { path: { id } },
        body: { key, trial, revision: working.seen() } as never,
      });
    },
    onSuccess: () => queries.invalidateQueries({ queryKey: trialsQuery(id).queryKey }),
  });
  const { telling } = useFigures();
  const row = summary?.rows.find(({ name }) => name === "speed") ?? summary?.rows[0];
  const shown = row && unitOf(row, telling);
  return (
    <Green aria-label="It goes">
      <h2 ref={heading} tabIndex={-1}>
        It goes
      </h2>
      <p role="status">
        {[fixed.sentence, fixed.did].filter(Boolean).join(" ")} It goes after {fixed.minutes} min.{" "}
        {fixed.did && <Quiet>Saved: this fault now counts as more common with this age group.</Quiet>}
      </p>
      {trouble && <Trouble role="alert">It was not kept. {trouble}</Trouble>}
      {log.isSuccess ? (
        <div data-changed>
          <p>
            <b>The run is logged.</b> {progress < 1 && <Quiet>Learning from it … {Math.round(100 * progress)} %</Quiet>}
          </p>
          {progress >= 1 && row && shown && (
            <p>
              {row.label}: predicted {bandOf(row.before, shown.per)} before, <b>{bandOf(row.after, shown.per)} now</b>,{" "}
              {shown.unit}.
            </p>
          )}
          {progress >= 1 && summary?.share && <p>{summary.share.sentence}</p>}
          <p>
            <Link to={`/motor/${id}/run`}>See all trials of this motor</Link> ·{" "}
            <Link to="/classes">Plan a class with it</Link>
          </p>
        </div>
      ) : (
        <form
          onSubmit={(event) => {
            event.preventDefault();
            setAsked(true);
            if (!wrong.turns && !wrong.seconds) log.mutate();
          }}
        >
          {!travels && (
            <Fields>
              <EntryField
                label="Turns counted"
                value={turns}
                onChange={setTurns}
                error={turns.trim() || asked ? wrong.turns : undefined}
              />
              <EntryField
                label="Seconds"
                unit="s"
                value={seconds}
                onChange={setSeconds}
                error={seconds.trim() || asked ? wrong.seconds : undefined}
              />
            </Fields>
          )}
          {log.error && <Trouble role="alert">It was not logged. {errorLine(log.error)}</Trouble>}
          <MainButton type="submit" isDisabled={log.isPending}>
            Log this run
          </MainButton>
        </form>
      )}
      <ToolRow>
        <PlainButton onPress={again}>Something else is wrong</PlainButton>
      </ToolRow>
    </Green>
  );
}

const quoted = (typed: string) => (typed.trim() ? `"${typed}": t` : "T");
const bandOf = ([low, middle, high]: readonly number[], per: number) =>
  `${rounded(per * middle!, 2)} (${rounded(per * low!, 2)}–${rounded(per * high!, 2)})`;

const Green = styled.section`
  border: 2.5px solid ${({ theme }) => theme.state.holds};
  padding: 8px 14px;
  margin: 8px 0;
  h2 {
    margin: 0;
    font-size: 1.4rem;
    color: ${({ theme }) => theme.stateText.holds};
  }
`;
const Fields = styled.div`
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 160px));
  gap: 10px;
  margin: 6px 0 10px;
`;
