import { useEffect, useRef, useState } from "react";
import { Checkbox } from "react-aria-components";
import styled from "styled-components";
import { useAnnounce } from "../shell/Announcer";
import { MainButton, PlainButton } from "../theme/parts";
import { clockText } from "./clock";
import { beep } from "./sound";
import { useClock } from "./useClock";

type Phase = "ready" | "running" | "off" | "cooled";
const WORDS: Record<Phase, string> = {
  ready: "ready: power on when the clock starts",
  running: "power on",
  off: "Power off now. Let it cool",
  cooled: "cool enough: ready for another run",
};

/** Seconds until the power must go, readable from the back of a room; then seconds to cool. */
export function Countdown({ runFor, coolFor }: { runFor: number; coolFor: number }) {
  const clock = useClock();
  const [sound, setSound] = useState(true);
  const announce = useAnnounce();
  const phase: Phase = !clock.running
    ? "ready"
    : clock.seconds < runFor
      ? "running"
      : clock.seconds < runFor + coolFor
        ? "off"
        : "cooled";
  const left = phase === "off" ? runFor + coolFor - clock.seconds : Math.max(runFor - clock.seconds, 0);
  const before = useRef<Phase>("ready");
  useEffect(() => {
    if (phase === before.current) return;
    before.current = phase;
    if (phase === "off" || phase === "cooled") {
      if (sound) beep(phase === "off" ? 3 : 1);
      announce(WORDS[phase]);
    }
  }, [phase, sound, announce]);
  return (
    <Card data-phase={phase}>
      <Digits role="timer" aria-label={WORDS[phase]}>
        {clockText(phase === "cooled" ? 0 : left)}
      </Digits>
      <Words>{WORDS[phase]}</Words>
      <Row>
        {clock.running ? (
          <PlainButton onPress={clock.stop}>Stop the clock</PlainButton>
        ) : (
          <MainButton onPress={clock.begin}>Start the clock</MainButton>
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
