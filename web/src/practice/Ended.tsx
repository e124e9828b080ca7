import { useEffect, useRef } from "react";
import { Link } from "react-router";
import styled from "styled-components";
import type { EndView, PracticeCase } from "../api/practice";
import { minutes as time } from "../diagnose/minutes";
import { MainButton, Quiet } from "../theme/parts";
import { ToolRow } from "../theme/stage";
import { YoursAndIdeal } from "./YoursAndIdeal";

interface Props {
  end: EndView;
  minutes: number;
  shown: PracticeCase;
  busy: boolean;
  next: () => void;
}

/** The end of a case: right or wrong and why, the minutes beside the ideal ones, and the ideal way. */
export function Ended({ end, minutes, shown, busy, next }: Props) {
  const heading = useRef<HTMLHeadingElement>(null);
  useEffect(() => heading.current?.focus(), []);
  return (
    <End data-ended>
      <Headline ref={heading} tabIndex={-1} data-right={end.right || undefined}>
        {end.headline}
      </Headline>
      {end.hidden.map((each) => (
        <p key={each}>
          <b>It was:</b> {each}
        </p>
      ))}
      {end.named && !end.right && (
        <p>
          <b>You named first:</b> {end.named}
        </p>
      )}
      {end.given_up ? (
        <p>
          You stopped after {minutes} min; the ideal way takes {end.ideal_minutes} min.
        </p>
      ) : (
        <YoursAndIdeal yours={minutes} ideal={end.ideal_minutes} unit="min" />
      )}
      <ul>
        {end.why.map((each) => (
          <li key={each}>{each}</li>
        ))}
      </ul>
      <Next shown={shown} busy={busy} next={next} />
      <h2>The ideal way</h2>
      <ol aria-label="The ideal way">
        {end.ideal.map(({ text, minutes: many }, at) => (
          <li key={at}>
            {text} <Quiet>{many > 0 && time(many)}</Quiet>
          </li>
        ))}
      </ol>
    </End>
  );
}

/** On to the next case of the round, or to the record where the round is done. */
export function Next({ shown, busy, next }: { shown: PracticeCase; busy: boolean; next: () => void }) {
  const done = shown.place >= shown.cases;
  return (
    <ToolRow>
      {done ? (
        <>
          <b>The round is done.</b> <Link to="/practice">To the record</Link>
        </>
      ) : (
        <MainButton isDisabled={busy} onPress={next}>
          Next case ({shown.place + 1} of {shown.cases})
        </MainButton>
      )}
    </ToolRow>
  );
}

const Headline = styled.h2`
  color: ${({ theme }) => theme.stateText.tight};
  &[data-right] {
    color: ${({ theme }) => theme.stateText.holds};
  }
`;
const End = styled.div`
  ul,
  ol {
    padding-left: 22px;
    font-size: 0.95rem;
  }
  li {
    margin: 3px 0;
  }
`;
