import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Checkbox } from "react-aria-components";
import { Link } from "react-router";
import styled, { css } from "styled-components";
import { errorLine, type Build } from "../api/client";
import { useLearnedKey } from "../learn/LearnedProvider";
import { buildQuery } from "../api/queries";
import type { Working } from "../shell/useDemonstration";
import { phone } from "../theme/narrow";
import { PlainButton, Quiet } from "../theme/parts";
import { CautionLine, StageColumns, ToolRow, Trouble } from "../theme/stage";
import { rounded } from "../units";
import { DeadNotice } from "./DeadNotice";
import { Lengths } from "./Lengths";
import { StepByStep } from "./StepByStep";
import { DoneWhen } from "./DoneWhen";
import { StepPicture } from "./StepPicture";
import { StepTimer } from "./StepTimer";
import { useTicks } from "./useTicks";

type Step = Build["sheet"]["steps"][number];

/** Make: the build sheet, step by step, and the template at true size. */
export function Make({ working }: { working: Working }) {
  const { data, error } = useQuery({ ...buildQuery(working.design, useLearnedKey()), retry: false });
  const { ticks, tick, trouble } = useTicks(working.kept);
  const [full, setFull] = useState(false);
  if (error) return <Trouble role="alert">{errorLine(error)}</Trouble>;
  if (!data) return <Quiet role="status">Computing the build sheet …</Quiet>;
  const { sheet } = data;
  const done = sheet.steps.filter((step) => ticks.includes(step.id)).length;
  const id = working.kept.id;
  const next = sheet.steps.findIndex((step) => !ticks.includes(step.id));
  return (
    <StageColumns $wide="minmax(0, 3fr) minmax(0, 2fr)">
      <section aria-label="Build sheet">
        <ToolRow>
          <h2>Build sheet</h2>
          <Quiet>
            {done} of {sheet.steps.length} steps done, about {rounded(sheet.minutes)} minutes in all
          </Quiet>
          <PlainButton onPress={() => setFull(true)}>Step by step</PlainButton>
          <Link to={`/motor/${id}/print/build`}>Print the sheet</Link>
        </ToolRow>
        {data.first_run.dead && <DeadNotice id={id} text={data.first_run.dead} />}
        {trouble && <Trouble role="alert">{trouble}</Trouble>}
        <p>
          <Quiet>Tools:</Quiet> {sheet.tools.join(", ")}
        </p>
        <Steps>
          {sheet.steps.map((step) => (
            <StepRow
              key={step.id}
              step={step}
              done={ticks.includes(step.id)}
              tick={() => tick(step.id)}
              isNext={step === sheet.steps[next]}
            />
          ))}
        </Steps>
        {full && (
          <StepByStep
            steps={sheet.steps}
            first={next}
            ticks={ticks}
            tick={(step) => void tick(step)}
            close={() => setFull(false)}
          />
        )}
        <h2>Check with the power off</h2>
        <ul>
          {sheet.checks.map((check) => (
            <li key={check}>{check}</li>
          ))}
        </ul>
      </section>
      <section aria-label="Lengths and template">
        <ToolRow>
          <h2>{sheet.template.title}, true size</h2>
          <Link to={`/motor/${id}/print/template`}>Print the template</Link>
          <a href={`/api/shelf/${id}/template.svg`} download>
            Save as SVG
          </a>
        </ToolRow>
        {!data.template_fits && (
          <CautionLine>
            {rounded(data.template_mm[0]!)} × {rounded(data.template_mm[1]!)} mm do not fit on one sheet of A4 or
            Letter: print it on larger paper, or save it as SVG.
          </CautionLine>
        )}
        <TemplateFrame>
          <img
            key={working.kept.version}
            src={`/api/shelf/${id}/template.svg?version=${working.kept.version}`}
            alt={`${sheet.template.title}: ${rounded(data.template_mm[0]!)} by ${rounded(data.template_mm[1]!)} mm with a ruler line of 100 mm`}
          />
        </TemplateFrame>
        <h2>Lengths</h2>
        <Lengths sheet={sheet} />
      </section>
    </StageColumns>
  );
}

function StepRow({ step, done, tick, isNext }: { step: Step; done: boolean; tick: () => void; isNext: boolean }) {
  return (
    <li data-done={done || undefined}>
      <Tick isSelected={done} onChange={tick}>
        <svg width="20" height="20" viewBox="0 0 20 20" aria-hidden>
          <rect x="2" y="2" width="16" height="16" fill="none" stroke="currentColor" strokeWidth="1.6" />
          {done && <path d="M5 10l4 4 7 -9" fill="none" stroke="currentColor" strokeWidth="2.4" />}
        </svg>
        <b>
          {step.number} {step.title}
        </b>
        {step.adult && <Adult>for an adult</Adult>}
        <Quiet>{step.minutes} min</Quiet>
      </Tick>
      <TwoColumns>
        <div>
          <p>{step.text}</p>
          <DoneWhen done={step.done} />
          {step.caution && <CautionLine>{step.caution}</CautionLine>}
          {isNext && <StepTimer key={step.id} minutes={step.minutes} title={step.title} />}
        </div>
        <div>
          {step.pictures.map((picture) => (
            <StepPicture key={picture.title} picture={picture} label={step.title} />
          ))}
        </div>
      </TwoColumns>
    </li>
  );
}

const Steps = styled.ol`
  list-style: none;
  padding: 0;
  margin: 8px 0;
  li {
    border-top: 1px solid ${({ theme }) => theme.rule};
    padding: 5px 0 7px;
  }
  li[data-done] p {
    color: ${({ theme }) => theme.quiet};
  }
`;
const TwoColumns = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 6px 16px;
  padding-left: 30px;
  ${phone(css`
    grid-template-columns: 1fr;
    padding-left: 0;
  `)}
`;
const Tick = styled(Checkbox)`
  display: flex;
  align-items: center;
  gap: 10px;
  cursor: pointer;
  padding: 2px 0;
  & > span:last-child {
    margin-left: auto;
  }
  &[data-focus-visible] {
    outline: 2.5px solid ${({ theme }) => theme.action};
  }
`;
const Adult = styled.span`
  color: ${({ theme }) => theme.stateText.tight};
  font-weight: 650;
  font-size: 0.875rem;
`;
const TemplateFrame = styled.div`
  background: ${({ theme }) => theme.whitePaper};
  border: 1px solid ${({ theme }) => theme.rule};
  overflow: auto;
  padding: 8px;
  img {
    display: block;
    margin: auto;
  }
`;
