import { useQuery } from "@tanstack/react-query";
import styled from "styled-components";
import { cardsQuery, cautionsQuery, explainQuery } from "../api/queries";
import { HandDrawing } from "../teach/HandDrawing";
import { useSchool } from "../teach/useSchool";
import { MotorDrawing } from "./MotorDrawing";
import type { PaperProps } from "./paper";

/** What a class predicts, with room to write. */
export function PupilPaper({ kept }: PaperProps) {
  const { data } = useQuery(cardsQuery(kept.design));
  if (!data) return <p role="status">Computing the questions …</p>;
  return (
    <>
      <p>Group: ______________________ Date: ______________</p>
      <MotorDrawing design={kept.design} toMark />
      <p>Mark on the drawing:</p>
      <ol type="a">
        <li>with arrows, the way the current runs;</li>
        <li>N and S on each magnet, once you have found them;</li>
        <li>where the motor is pushed, and which way;</li>
        <li>with a curved arrow, which way it moves.</li>
      </ol>
      <p>Predict first, then try it, then explain. Tick one box each.</p>
      <ol>
        {data.map((card) => (
          <li key={card.id}>
            <b>{card.question}</b> What happens?
            <Options>
              {Object.entries(card.options).map(([key, words]) => (
                <li key={key}>{words}</li>
              ))}
            </Options>
            Because: __________________________________________________________ We saw: ____________________
          </li>
        ))}
      </ol>
    </>
  );
}

/** The answers, computed for this very motor, and the direction explained. */
export function KeyPaper({ kept }: PaperProps) {
  const { rule, carrier } = useSchool();
  const { data } = useQuery(cardsQuery(kept.design));
  const { data: why } = useQuery(explainQuery(kept.design, rule, carrier));
  if (!data || !why) return <p role="status">Computing the answers …</p>;
  return (
    <>
      <ol>
        {data.map((card) => (
          <li key={card.id}>
            <b>{card.question}</b> {card.options[card.answer]} {card.because} <small>({card.figures})</small>
          </li>
        ))}
      </ol>
      <h2>
        Why it turns {why.direction}: {why.rule}, {why.hand} hand, {why.carrier}
      </h2>
      <Side>
        <HandDrawing explanation={why} />
        <ol>
          {why.steps.map((step) => (
            <li key={step}>{step}</li>
          ))}
        </ol>
      </Side>
    </>
  );
}

/** Cautions with this motor's own numbers. */
export function CautionPaper({ kept }: PaperProps) {
  const { data } = useQuery(cautionsQuery(kept.design));
  if (!data) return <p role="status">Computing the cautions …</p>;
  return (
    <ul>
      {data.map((caution) => (
        <li key={caution.id}>
          <b>{caution.title}.</b> {caution.text}
        </li>
      ))}
      <li>Magnets counted out: ________ counted in: ________ by: ______________________</li>
    </ul>
  );
}

const Options = styled.ul`
  list-style: none;
  padding-left: 0;
  columns: 2;
  li::before {
    content: "☐ ";
  }
`;
const Side = styled.div`
  display: grid;
  grid-template-columns: 260px 1fr;
  gap: 16px;
`;
