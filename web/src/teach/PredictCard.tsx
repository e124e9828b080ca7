import { useState } from "react";
import { Label, Radio, RadioGroup } from "react-aria-components";
import styled from "styled-components";
import type { Card } from "../api/client";
import { useFigures } from "../theme/FiguresProvider";
import { PlainButton, Quiet } from "../theme/parts";

/** One change to predict: choose, then see what the computation says. */
export function PredictCard({ card }: { card: Card }) {
  const [chosen, setChosen] = useState<string | null>(null);
  const [shown, setShown] = useState(false);
  const { telling } = useFigures();
  const right = chosen === card.answer;
  return (
    <Paper data-card={card.id}>
      <RadioGroup value={chosen} onChange={setChosen}>
        <Label>{card.question}</Label>
        {Object.entries(card.options).map(([key, words]) => (
          <Radio key={key} value={key}>
            <svg width="14" height="14" viewBox="-7 -7 14 14" aria-hidden>
              <circle r="6" fill="none" stroke="currentColor" strokeWidth="1.5" />
              {chosen === key && <circle r="3" fill="currentColor" />}
            </svg>
            {words}
          </Radio>
        ))}
      </RadioGroup>
      <PlainButton onPress={() => setShown(!shown)}>{shown ? "Hide the answer" : "Show the answer"}</PlainButton>
      {shown && (
        <div role="status">
          <p>
            {chosen && <b>{right ? "Predicted. " : "Not as predicted. "}</b>}
            <b data-answer={card.answer}>{card.options[card.answer]}</b> {card.because}
          </p>
          <Quiet>{telling === "plain" ? card.plain_figures : card.figures}</Quiet>
        </div>
      )}
    </Paper>
  );
}

const Paper = styled.div`
  border-top: 1px solid ${({ theme }) => theme.rule};
  padding: 6px 0;
  font-size: 0.92rem;
  .react-aria-RadioGroup > span:first-child {
    font-weight: 650;
    font-size: 1rem;
  }
  .react-aria-Radio {
    display: flex;
    gap: 8px;
    align-items: center;
    cursor: pointer;
    padding: 2px;
    &[data-focus-visible] {
      outline: 2.5px solid ${({ theme }) => theme.action};
    }
  }
`;
