import { useQuery } from "@tanstack/react-query";
import styled from "styled-components";
import { buildQuery } from "../api/queries";
import { DoneWhen } from "../make/DoneWhen";
import { StepPicture } from "../make/StepPicture";
import { Lengths } from "../make/Lengths";
import { clockText } from "../run/clock";
import { CautionLine } from "../theme/stage";
import { rounded } from "../units";
import { MotorDrawing } from "./MotorDrawing";
import type { DesignPaperProps, PaperProps } from "./paper";

/** The build sheet on paper, with boxes to tick. */
export function BuildPaper({ kept, prepared = [] }: DesignPaperProps) {
  const { data } = useQuery(buildQuery(kept.design));
  if (!data) return <p role="status">Computing the build sheet …</p>;
  const { sheet } = data;
  const before = sheet.steps.filter((step) => prepared.includes(step.id));
  const steps = sheet.steps.filter((step) => !prepared.includes(step.id));
  const minutes = steps.reduce((sum, step) => sum + step.minutes, 0);
  return (
    <>
      <p>
        About {rounded(minutes)} minutes. Tools: {[...new Set(steps.flatMap((step) => step.tools))].join(", ")}.
      </p>
      {before.length > 0 && (
        <p>
          Done already, by an adult: {before.map((step) => step.title.toLowerCase()).join(", ")}. It should be so:{" "}
          {before.flatMap((step) => step.done).join(" ")}
        </p>
      )}
      <Lengths sheet={sheet} />
      <h2>Steps</h2>
      <Boxes>
        {steps.map((step) => (
          <li key={step.id}>
            <b>{step.title}</b> ({step.minutes} min{step.adult ? ", for an adult" : ""}). {step.text}
            <DoneWhen done={step.done} />
            {step.caution && <CautionLine>{step.caution}</CautionLine>}
            <Drawn>
              {step.pictures.map((picture) => (
                <StepPicture key={picture.title} picture={picture} label={step.title} />
              ))}
            </Drawn>
          </li>
        ))}
      </Boxes>
      <h2>Check with the power off</h2>
      <Boxes as="ul">
        {sheet.checks.map((check) => (
          <li key={check}>{check}</li>
        ))}
      </Boxes>
    </>
  );
}

/** The template at true size: one millimeter on paper is one millimeter of wire. */
export function TemplatePaper({ kept }: PaperProps) {
  const { data } = useQuery(buildQuery(kept.design));
  if (!data) return <p role="status">Drawing the template …</p>;
  const [width, height] = data.template_mm;
  return (
    <TrueSize>
      <img
        src={`/api/shelf/${kept.id}/template.svg?version=${kept.version}`}
        style={{ width: `${width}mm`, height: `${height}mm` }}
        alt={`${data.sheet.template.title}, ${rounded(width!)} by ${rounded(height!)} mm`}
      />
    </TrueSize>
  );
}

/** The first-run card. */
export function CardPaper({ kept, drawn = true }: DesignPaperProps & { drawn?: boolean }) {
  const { data } = useQuery(buildQuery(kept.design));
  if (!data) return <p role="status">Computing the card …</p>;
  const card = data.first_run;
  return (
    <>
      {drawn && <MotorDrawing design={kept.design} />}
      <Boxes as="ul">
        {card.checks.map((check) => (
          <li key={check}>{check}</li>
        ))}
      </Boxes>
      {card.dead ? (
        <p>
          <b>{card.dead}</b>
        </p>
      ) : (
        <>
          <p>{card.flick}</p>
          <p>{card.expect}</p>
        </>
      )}
      {!card.dead && (
        <>
          <h2>Power off after {clockText(card.disconnect_after)}</h2>
          <p>
            {card.why} {card.stalled} Then let it cool for {clockText(card.cool_for)}.
          </p>
        </>
      )}
    </>
  );
}

const Boxes = styled.ol`
  list-style: none;
  padding: 0;
  li::before {
    content: "☐ ";
  }
`;
/** Drawings beside each other, no larger than a hand. */
const Drawn = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 4mm;
  padding: 2mm 0 3mm;
  figure {
    width: 86mm;
  }
`;
const TrueSize = styled.div`
  overflow: auto;
  img {
    display: block;
    max-width: none;
  }
`;
