import styled from "styled-components";
import { clockText } from "../run/clock";
import { useClock } from "../run/useClock";
import { PlainButton, Quiet } from "../theme/parts";

/** A clock beside the step that is next. */
export function StepTimer({ minutes, title }: { minutes: number; title: string }) {
  const clock = useClock();
  const over = clock.seconds > minutes * 60;
  return (
    <Row>
      <PlainButton onPress={clock.running ? clock.stop : clock.begin}>
        {clock.running ? "Stop the clock" : `Start the clock for “${title}”`}
      </PlainButton>
      {clock.running && (
        <Quiet role="timer">
          {clockText(clock.seconds)} of {minutes}:00{over ? ", longer than planned" : ""}
        </Quiet>
      )}
    </Row>
  );
}

const Row = styled.div`
  padding-left: 24px;
`;
