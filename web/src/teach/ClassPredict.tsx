import { useState } from "react";
import { Button, Heading } from "react-aria-components";
import styled, { css } from "styled-components";
import type { Card, Design, Setting } from "../api/client";
import { withSettings } from "../api/design";
import { SpinView } from "../spin/SpinView";
import { useFigures } from "../theme/FiguresProvider";
import { phone } from "../theme/narrow";
import { Quiet } from "../theme/parts";
import { WholeScreen } from "../theme/WholeScreen";

interface Props {
  cards: readonly Card[];
  design: Design;
  close: () => void;
}

type Votes = Record<string, number>;

/**
 * One prediction at a time for a whole class: the teacher counts hands with the number keys, then shows the answer with
 * the motor before and after, both spinning.
 */
export function ClassPredict({ cards, design, close }: Props) {
  const [at, setAt] = useState(0);
  const [votes, setVotes] = useState<Record<string, Votes>>({});
  const [shown, setShown] = useState(false);
  const { telling } = useFigures();
  const card = cards[at]!;
  const options = Object.entries(card.options);
  const counted = votes[card.id] ?? {};
  const all = Object.values(counted).reduce((sum, count) => sum + count, 0);
  const vote = (key: string, change: number) =>
    setVotes({ ...votes, [card.id]: { ...counted, [key]: Math.max((counted[key] ?? 0) + change, 0) } });
  const go = (way: number) => {
    setAt(Math.min(Math.max(at + way, 0), cards.length - 1));
    setShown(false);
  };
  const onward = () => {
    if (!shown) setShown(true);
    else if (at === cards.length - 1) close();
    else go(1);
  };
  const takesKey = (event: React.KeyboardEvent) => {
    const option = options[Number(event.key) - 1];
    if (!option || shown) return false;
    vote(option[0], event.altKey ? -1 : 1);
    return true;
  };
  return (
    <WholeScreen
      label="Predict with the class"
      place={`Prediction ${at + 1} of ${cards.length}`}
      close={close}
      go={go}
      isFirst={at === 0}
      onward={onward}
      onwardWords={!shown ? "Show the answer" : at === cards.length - 1 ? "Done" : "Next prediction"}
      hint="number keys: one more vote · Alt and the number: one less · space: on"
      takesKey={takesKey}
    >
      <Heading level={2}>{card.question} What happens?</Heading>
      {!shown && (
        <Options>
          {options.map(([key, words], number) => (
            <li key={key}>
              <Vote onPress={() => vote(key, 1)} aria-label={`${words} ${counted[key] ?? 0} votes; one more`}>
                <b>{number + 1}</b>
                <span>{words}</span>
                <Count data-votes={counted[key] ?? 0}>{counted[key] ?? 0}</Count>
              </Vote>
            </li>
          ))}
        </Options>
      )}
      {shown && (
        <Answer role="status">
          <p>
            <b data-answer={card.answer}>{card.options[card.answer]}</b> {card.because}{" "}
            <Quiet>{telling === "plain" ? card.plain_figures : card.figures}</Quiet>
          </p>
          {all > 0 && (
            <p>
              {counted[card.answer] ?? 0} of {all} predicted it.
            </p>
          )}
        </Answer>
      )}
      {shown && (
        <Pair key={card.id}>
          <SpinView design={design} title="Before" />
          <SpinView design={withSettings(design, card.patch as Setting[])} title="After" />
        </Pair>
      )}
    </WholeScreen>
  );
}

const Options = styled.ol`
  list-style: none;
  padding: 0;
  display: grid;
  gap: 8px;
`;
const Vote = styled(Button)`
  display: grid;
  grid-template-columns: 2.2rem 1fr auto;
  gap: 14px;
  width: 100%;
  align-items: center;
  text-align: left;
  background: ${({ theme }) => theme.sheet};
  border: 1.5px solid ${({ theme }) => theme.rule};
  color: inherit;
  font: inherit;
  padding: 10px 16px;
  cursor: pointer;
  &:hover {
    background: ${({ theme }) => theme.actionPale};
  }
`;
const Count = styled.b`
  min-width: 2.5rem;
  text-align: right;
  font-size: 1.3em;
`;
const Answer = styled.div`
  p {
    font-size: inherit;
  }
`;
const Pair = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 10px 24px;
  ${phone(css`
    grid-template-columns: 1fr;
  `)}
`;
