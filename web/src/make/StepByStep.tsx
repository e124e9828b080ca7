import { useState } from "react";
import { Heading } from "react-aria-components";
import styled, { css } from "styled-components";
import type { Build } from "../api/client";
import { phone } from "../theme/narrow";
import { MainButton, PlainButton, Quiet } from "../theme/parts";
import { CautionLine } from "../theme/stage";
import { WholeScreen } from "../theme/WholeScreen";
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
  const keys = (event: React.KeyboardEvent) => {
    if (event.key === "ArrowRight" || event.key === "PageDown") go(1);
    else if (event.key === "ArrowLeft" || event.key === "PageUp") go(-1);
    // On a button, space presses that button.
    else if (event.key === " " && (event.target as HTMLElement).tagName !== "BUTTON") onward();
    else return;
    event.preventDefault();
  };
  return (
    <WholeScreen
      label="Step by step"
      place={`Step ${at + 1} of ${steps.length}${done ? " · done" : ""}`}
      close={close}
      onKeyDown={keys}
      foot={
        <>
          <PlainButton isDisabled={at === 0} onPress={() => go(-1)}>
            ← Back
          </PlainButton>
          <MainButton autoFocus onPress={onward}>
            {last ? "Done" : "Done, next step"}
          </MainButton>
          <Quiet>space: done and on · arrow keys: look at others</Quiet>
        </>
      }
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
