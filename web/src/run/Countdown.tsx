import { useState } from "react";
import { Checkbox } from "react-aria-components";
import styled from "styled-components";
import { usePower } from "../power/usePower";
import { MainButton, PlainButton } from "../theme/parts";
import { clockText } from "./clock";

type Phase = "ready" | "running" | "off" | "cooled";
const WORDS: Record<Phase, string> = {
  ready: "ready: power on when the clock starts",
  running: "power on",
  off: "Power off now. Let it cool",
  cooled: "cool enough: ready for another run",
};

interface Props {
  id: string;
  title: string;
  runFor: number;
  coolFor: number;
}

/** Seconds until the power must go, readable from the back of a room; then seconds to cool. */
export function Countdown({ id, title, runFor, coolFor }: Props) {
  const clock = usePower();
  const [quiet, setQuiet] = useState(false);
  const own = clock.power?.id === id;
  const phase: Phase = own && clock.phase ? clock.phase : "ready";
  const sound = own ? clock.power!.sound : !quiet;
  const setSound = (on: boolean) => {
    setQuiet(!on);
    if (own) clock.withSound(on);
  };
  return (
    <Card data-phase={phase}>
      <Digits role="timer" aria-label={WORDS[phase]}>
        {clockText(phase === "ready" ? runFor : clock.left)}
      </Digits>
      <Words>{WORDS[phase]}</Words>
      <Row>
        {own ? (
          <PlainButton onPress={clock.stop}>Stop the clock</PlainButton>
        ) : (
          <MainButton onPress={() => clock.begin({ id, title, runFor, coolFor, sound })}>Start the clock</MainButton>
        )}
        <Sound isSelected={sound} onChange={setSound}>
          <span aria-hidden>{sound ? "☑" : "☐"}</span> with sound
        </Sound>
      </Row>
    </Card>
  );
}

const Card = styled.div`
  border: 2px solid ${({ theme }) => theme.rule};
  text-align: center;
  padding: 6px 10px 12px;
  margin: 6px 0 10px;
  &[data-phase="running"] {
    border-color: ${({ theme }) => theme.carriesCurrent};
  }
  &[data-phase="off"] {
    border-color: ${({ theme }) => theme.state.fails};
    border-width: 6px;
    padding: 2px 6px 8px;
  }
`;
const Digits = styled.div`
  font-size: clamp(5rem, 15vw, 11rem);
  line-height: 1;
  font-weight: 700;
`;
const Words = styled.p`
  font-size: 1.3rem;
  padding-bottom: 6px;
`;
const Row = styled.div`
  display: flex;
  justify-content: center;
  align-items: center;
  gap: 14px;
`;
const Sound = styled(Checkbox)`
  cursor: pointer;
  padding: 4px;
  &[data-focus-visible] {
    outline: 2.5px solid ${({ theme }) => theme.action};
  }
`;
