import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import styled from "styled-components";
import { errorLine, type Carrier, type RuleName } from "../api/client";
import { cardsQuery, cautionsQuery, explainQuery, lookQuery } from "../api/queries";
import { PickField } from "../parts/PickField";
import type { Working } from "../shell/useDemonstration";
import { PlainButton, Quiet } from "../theme/parts";
import { useRoom } from "../theme/RoomProvider";
import { CautionLine, StageColumns, ToolRow, Trouble } from "../theme/stage";
import { ClassPredict } from "./ClassPredict";
import { ForceDrawing } from "./ForceDrawing";
import { HandDrawing } from "./HandDrawing";
import { PoleFinder } from "./PoleFinder";
import { PredictCard } from "./PredictCard";
import { CARRIER_WORD, RULE_WORD, useSchool } from "./useSchool";

const options = (words: Record<string, string>) => Object.entries(words).map(([key, label]) => ({ key, label }));

/** Teach: why it turns that way, what a class can predict, sheets to print. */
export function Teach({ working }: { working: Working }) {
  const { rule, carrier, choose } = useSchool();
  const { design, kept } = working;
  const { room } = useRoom();
  const [withClass, setWithClass] = useState(false);
  const { data: why, error } = useQuery({
    ...explainQuery(design, rule, carrier),
    retry: false,
    placeholderData: (b) => b,
  });
  const { data: answer } = useQuery(lookQuery(design));
  const { data: cards } = useQuery(cardsQuery(design));
  const { data: cautions } = useQuery(cautionsQuery(design));
  return (
    <StageColumns $wide="minmax(0, 5fr) minmax(0, 4fr) minmax(0, 4fr)">
      {/* Long stories scroll: the keyboard must reach them. */}
      <section aria-label="Drawing" tabIndex={0}>
        {error && <Trouble role="alert">{errorLine(error)}</Trouble>}
        {why && answer && <ForceDrawing geometry={answer.drawing} verdict={answer.verdict} explanation={why} />}
        <h2>What happens</h2>
        <School title="Explained with poles that pull and push" lines={why?.poles ?? []} />
        <School title="Explained with forces on the current" lines={why?.forces ?? []} />
        <ul>
          {why?.story.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      </section>
      <section aria-label="Why it goes that way">
        <h2>Why it goes that way</h2>
        <Schools>
          <PickField
            above
            label="Hand rule"
            value={rule}
            options={options(RULE_WORD)}
            onChange={(key) => choose({ rule: key as RuleName })}
          />
          <PickField
            above
            label="What flows"
            value={carrier}
            options={options(CARRIER_WORD)}
            onChange={(key) => choose({ carrier: key as Carrier })}
          />
        </Schools>
        {!why && !error && <Quiet role="status">Computing the explanation …</Quiet>}
        {why && (
          <>
            <HandDrawing explanation={why} />
            {why.why_none && <CautionLine>{why.why_none}</CautionLine>}
            <Steps>
              {why.steps.map((step) => (
                <li key={step}>{step}</li>
              ))}
            </Steps>
            <p>
              <Quiet>
                {why.agrees
                  ? "The full calculation along the wire gives the same direction."
                  : "The full calculation gives the other direction: trust the run chain, and let us know."}
              </Quiet>
            </p>
          </>
        )}
        <PoleFinder working={working} />
      </section>
      <section aria-label="Predict and print">
        <ToolRow>
          <h2>Predict, do, explain</h2>
          {cards && cards.length > 0 && <PlainButton onPress={() => setWithClass(true)}>With the class</PlainButton>}
        </ToolRow>
        {withClass && cards && <ClassPredict cards={cards} design={design} close={() => setWithClass(false)} />}
        {!cards && <Quiet role="status">Working out the answers …</Quiet>}
        {/* On a projector one prediction has the screen to itself. */}
        {room !== "projector" && cards?.map((card) => <PredictCard key={card.id} card={card} />)}
        <h2>Sheets</h2>
        <ToolRow>
          <Link to={`/motor/${kept.id}/print/pupil`}>Pupil sheet</Link>
          <Link to={`/motor/${kept.id}/print/questions`}>Questions</Link>
          <Link to={`/motor/${kept.id}/print/key`}>Answer key</Link>
          <Link to={`/motor/${kept.id}/print/cautions`}>Caution sheet</Link>
        </ToolRow>
        {cautions
          ?.filter((caution) => ["school", "implants"].includes(caution.id))
          .map((caution) => (
            <CautionLine key={caution.id}>
              <b>{caution.title}.</b> {caution.text}
            </CautionLine>
          ))}
      </section>
    </StageColumns>
  );
}

/** The same motion in one school of thought; nothing where it has none. */
function School({ title, lines }: { title: string; lines: readonly string[] }) {
  if (lines.length === 0) return null;
  return (
    <>
      <h3>{title}</h3>
      {lines.map((line) => (
        <p key={line}>{line}</p>
      ))}
    </>
  );
}

const Schools = styled.div`
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
  margin-bottom: 10px;
`;
const Steps = styled.ol`
  padding-left: 22px;
  font-size: 1.02rem;
  margin: 6px 0;
`;
