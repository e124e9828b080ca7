import { useState } from "react";
import { Heading } from "react-aria-components";
import styled, { css } from "styled-components";
import type { Build } from "../api/client";
import { phone } from "../theme/narrow";
import { CautionLine } from "../theme/stage";
import { WholeScreen } from "../theme/WholeScreen";
import { DoneWhen } from "./DoneWhen";
import { StepPicture } from "./StepPicture";
import { StepTimer } from "./StepTimer";

type Step = Build["sheet"]["steps"][number];

interface Props {
  steps: readonly Step[];
  /** The step to begin with, by its place. */
  first: number;
  ticks: readonly string[];
  tick: (id: string) => void;
  close: () => void;
}

/** One step on the whole screen, for a projector or a tablet at the bench: its drawing, words, clock and caution. */
export function StepByStep({ steps, first, ticks, tick, close }: Props) {
  const [at, setAt] = useState(Math.max(first, 0));
  const step = steps[at]!;
  const last = at === steps.length - 1;
  const done = ticks.includes(step.id);
  const go = (way: number) => setAt(Math.min(Math.max(at + way, 0), steps.length - 1));
  const onward = () => {
    if (!done) tick(step.id);
    if (last) close();
    else go(1);
  };
  return (
    <WholeScreen
      label="Step by step"
      place={`Step ${at + 1} of ${steps.length}${done ? " · done" : ""}`}
      close={close}
      go={go}
      isFirst={at === 0}
      onward={onward}
      onwardWords={last ? "Done" : "Done, next step"}
      hint="space: done and on · arrow keys: look at others"
    >
      <Heading level={2}>{step.title}</Heading>
      <Body $pictured={step.pictures.length > 0}>
        {step.pictures.length > 0 && (
          <div>
            {step.pictures.map((picture) => (
              <StepPicture key={picture.title} picture={picture} label={step.title} size="large" />
            ))}
          </div>
        )}
        <div>
          <p aria-live="polite">{step.text}</p>
          <DoneWhen done={step.done} />
          {step.adult && <b>For an adult.</b>}
          {step.caution && <CautionLine>{step.caution}</CautionLine>}
          <StepTimer key={step.id} minutes={step.minutes} title={step.title} />
        </div>
      </Body>
    </WholeScreen>
  );
}

const Body = styled.div<{ $pictured: boolean }>`
  display: grid;
  grid-template-columns: ${({ $pictured }) => ($pictured ? "minmax(0, 3fr) minmax(0, 2fr)" : "1fr")};
  gap: 12px 28px;
  align-items: start;
  p {
    font-size: inherit;
  }
  ${phone(css`
    grid-template-columns: 1fr;
  `)}
`;
