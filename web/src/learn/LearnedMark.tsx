import styled from "styled-components";
import { PlainButton, Quiet } from "../theme/parts";
import { useLearned } from "./LearnedProvider";

/** Beside a motor's title: that its figures are learned from trials, and one press to see them without. */
export function LearnedMark() {
  const { summary, on, setOn, progress } = useLearned();
  if (!summary || summary.trials === 0) return null;
  const trials = summary.trials === 1 ? "1 trial" : `${summary.trials} trials`;
  return (
    <Row data-learned={on ? "on" : "off"}>
      <Quiet role="status">
        {progress < 1 ? "Learning …" : on ? `Learned from ${trials}` : `As planned, without its ${trials}`}
      </Quiet>
      <PlainButton onPress={() => setOn(!on)}>{on ? "see without" : "see learned"}</PlainButton>
    </Row>
  );
}

const Row = styled.span`
  display: inline-flex;
  align-items: baseline;
  gap: 8px;
  font-size: 0.9rem;
`;
