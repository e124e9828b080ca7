import { useState } from "react";
import styled from "styled-components";
import { useShortcuts } from "../shell/shortcuts";
import { MainButton, PlainButton, Quiet } from "../theme/parts";
import { turnsFromTaps } from "./clock";

/** Counts turns by tapping once each time a mark on the frame passes. */
export function TurnCounter({ take }: { take: (turns: number, seconds: number) => void }) {
  const [taps, setTaps] = useState<number[]>([]);
  const counted = turnsFromTaps(taps);
  const tap = () => setTaps((before) => [...before, performance.now()]);
  useShortcuts({ t: tap });
  return (
    <Row>
      <MainButton onPress={tap}>Tap each time the mark passes (T)</MainButton>
      <Quiet role="status">
        {counted ? `${counted.turns} turns in ${counted.seconds} s` : taps.length === 1 ? "clock runs" : ""}
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

const Row = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
`;
