import { useState } from "react";
import styled from "styled-components";
import { useShortcuts } from "../shell/shortcuts";
import { MainButton, PlainButton, Quiet } from "../theme/parts";
import { rounded } from "../units";
import { turnsFromTaps } from "./clock";

interface Props {
  take: (turns: number, seconds: number) => void;
  /** Standard errors of a count by eye, in turns and in seconds. */
  counting: { turns: number; seconds: number } | undefined;
}

/** Counts turns by tapping once each time a mark on the frame passes. */
export function TurnCounter({ take, counting }: Props) {
  const [taps, setTaps] = useState<number[]>([]);
  const counted = turnsFromTaps(taps);
  const tap = () => setTaps((before) => [...before, performance.now()]);
  useShortcuts({ t: tap });
  return (
    <Row>
      <MainButton onPress={tap}>Tap each time the mark passes (T)</MainButton>
      <Quiet role="status">
        {counted
          ? `${counted.turns} turns in ${counted.seconds} s${counting ? perMinute(counted, counting) : ""}`
          : taps.length === 1
            ? "clock runs"
            : ""}
      </Quiet>
      {counted && (
        <PlainButton
          onPress={() => {
            take(counted.turns, counted.seconds);
            setTaps([]);
          }}
        >
          Take this count
        </PlainButton>
      )}
      {taps.length > 0 && <PlainButton onPress={() => setTaps([])}>Start over</PlainButton>}
    </Row>
  );
}

/** Turns a minute, with an error that shrinks as the count goes on. */
export function perMinute(
  counted: { turns: number; seconds: number },
  counting: { turns: number; seconds: number },
): string {
  const speed = (60 * counted.turns) / counted.seconds;
  const share = Math.hypot(counting.turns / counted.turns, counting.seconds / counted.seconds);
  return `: ${rounded(speed)} a minute, give or take ${rounded(speed * share, 2)}`;
}

const Row = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
`;
