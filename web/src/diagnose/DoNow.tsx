import styled from "styled-components";
import type { Answer, Cause, Diagnosed } from "../api/diagnose";
import { MainButton, PlainButton, Quiet } from "../theme/parts";
import { CautionLine, ToolRow } from "../theme/stage";
import { minutes } from "./minutes";

interface Props {
  step: NonNullable<Diagnosed["diagnosis"]["next"]>;
  cause: Cause;
  answer: (id: string, answer: Answer) => void;
  fixed: (id: string, goes: boolean) => void;
  skip: (id: string) => void;
  /** It goes though nothing was found: by what, nobody knows. */
  goes: () => void;
}

/** The one thing to do now: a check with its question, or a fix; large, with a press for each way it can end. */
export function DoNow({ step, cause, answer, fixed, skip, goes }: Props) {
  const { check, cure } = cause;
  const tools = step.cure ? (cure.needs ? [cure.needs] : []) : check.tools;
  return (
    <Card data-now={cause.id} data-next-cure={step.cure || undefined}>
      <h2>Do this now</h2>
      <p>
        <Big>{step.cure ? cure.do : check.do}</Big>{" "}
        <Quiet>
          {minutes(step.cure ? cure.minutes : check.minutes)}
          {tools.length > 0 && ` · ${tools.join(", ")}`}
        </Quiet>
      </p>
      {cause.caution && <CautionLine>{cause.caution}</CautionLine>}
      {step.cure ? (
        <ToolRow>
          <MainButton onPress={() => fixed(cause.id, true)}>Did it: it goes</MainButton>
          <MainButton onPress={() => fixed(cause.id, false)}>Did it: still dead</MainButton>
          <PlainButton onPress={() => skip(cause.id)}>Cannot do it now</PlainButton>
        </ToolRow>
      ) : (
        <>
          <p>
            <Big>{check.question}</Big>
          </p>
          <ToolRow>
            <MainButton aria-label={`Yes: ${check.question}`} onPress={() => answer(cause.id, "yes")}>
              Yes
            </MainButton>
            <MainButton aria-label={`No: ${check.question}`} onPress={() => answer(cause.id, "no")}>
              No
            </MainButton>
            <PlainButton aria-label={`Cannot tell: ${check.question}`} onPress={() => answer(cause.id, "unsure")}>
              Cannot tell
            </PlainButton>
            <PlainButton onPress={goes}>It goes now</PlainButton>
          </ToolRow>
        </>
      )}
      <Quiet as="p">
        {step.why} {cause.sentence} {step.cure && cause.effect}
      </Quiet>
    </Card>
  );
}

const Card = styled.div`
  border: 2.5px solid ${({ theme }) => theme.state.holds};
  padding: 8px 14px;
  margin: 8px 0;
  h2 {
    margin: 0;
  }
  p {
    margin: 6px 0;
  }
`;
const Big = styled.span`
  font-size: 1.2rem;
  font-weight: 600;
`;
