import { useQuery } from "@tanstack/react-query";
import styled from "styled-components";
import { cardsQuery, cautionsQuery, explainQuery, questionsQuery } from "../api/queries";
import { HandDrawing } from "../teach/HandDrawing";
import { useSchool } from "../teach/useSchool";
import { MotorDrawing } from "./MotorDrawing";
import type { DesignPaperProps } from "./paper";

/** What a class predicts, with room to write. */
export function PupilPaper({ kept }: DesignPaperProps) {
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

/** What is asked before the lesson and again after it, to tick both times. */
export function QuestionPaper({ kept }: DesignPaperProps) {
  const { data } = useQuery(questionsQuery(kept.design));
  if (!data) return <p role="status">Computing the questions …</p>;
  return (
    <>
      <p>Group: ______________________ Tick one box each: on the left before the lesson, on the right after it.</p>
      <ol>
        {data.map(({ id, question, options }) => (
          <QuestionItem key={id}>
            <b>{question}</b>
            <ul>
              {options.map((option) => (
                <li key={option}>☐ ☐ {option}</li>
              ))}
            </ul>
          </QuestionItem>
        ))}
      </ol>
      <p>
        Right before: ____ of {data.length} &nbsp; Right after: ____ of {data.length}
      </p>
    </>
  );
}

/** The answers, computed for this very motor, and the direction explained. */
export function KeyPaper({ kept }: DesignPaperProps) {
  const { rule, carrier } = useSchool();
  const { data } = useQuery(cardsQuery(kept.design));
  const { data: why } = useQuery(explainQuery(kept.design, rule, carrier));
  const { data: questions } = useQuery(questionsQuery(kept.design));
  if (!data || !why || !questions) return <p role="status">Computing the answers …</p>;
  return (
    <>
      <h2>Questions before and after</h2>
      <ol>
        {questions.map(({ id, question, options, answer, because }) => (
          <li key={id}>
            <b>{question}</b> {options[answer]} {because}
          </li>
        ))}
      </ol>
      <h2>Predict sheets</h2>
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
export function CautionPaper({ kept }: DesignPaperProps) {
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
const QuestionItem = styled.li`
  ul {
    list-style: none;
    margin: 1mm 0 2mm;
    padding: 0;
  }
  ul li {
    margin-bottom: 1px;
  }
`;
