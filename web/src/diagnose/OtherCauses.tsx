import styled from "styled-components";
import type { Answer, Cause } from "../api/diagnose";
import { PlainButton, Quiet } from "../theme/parts";
import { CautionLine, ToolRow } from "../theme/stage";
import { minutes } from "./minutes";

interface Props {
  causes: Cause[];
  answers: Record<string, Answer>;
  cured: string[];
  answer: (id: string, answer: Answer | null) => void;
  fixed: (id: string, goes: boolean) => void;
  /** Whether anything was seen: before that every cause is as likely as it is common. */
  ranked: boolean;
}

/** Causes by rank, each folded to a line: how likely; opened, its check and its fix. */
export function OtherCauses({ causes, answers, cured, answer, fixed, ranked }: Props) {
  return (
    <List>
      {causes.map((cause, at) => (
        <Row key={cause.id} data-cause={cause.id}>
          <details>
            <summary>
              <b>{at + 1}</b> {cause.sentence}{" "}
              {ranked && (
                <Quiet>
                  {cause.word}, {Math.max(1, Math.round(100 * cause.chance))} of 100
                  {cause.explains && `, ${cause.explains}`}
                </Quiet>
              )}
              {cause.often && <Quiet> · {cause.often}</Quiet>}
              {answers[cause.id] && <Quiet> · checked: {WORDS[answers[cause.id]!].toLowerCase()}</Quiet>}
              {cured.includes(cause.id) && <Quiet> · fixed, no change</Quiet>}
            </summary>
            <p>
              <b>Check</b> {cause.check.do} <i>{cause.check.question}</i>{" "}
              <Quiet>{[minutes(cause.check.minutes), ...cause.check.tools].join(" · ")}</Quiet>
            </p>
            {cause.caution && <CautionLine>{cause.caution}</CautionLine>}
            <ToolRow>
              {(["yes", "no", "unsure"] as const).map((each) => (
                <PlainButton
                  key={each}
                  aria-label={`${WORDS[each]}: ${cause.check.question}`}
                  aria-pressed={answers[cause.id] === each}
                  onPress={() => answer(cause.id, answers[cause.id] === each ? null : each)}
                >
                  {answers[cause.id] === each ? `☑ ${WORDS[each]}` : WORDS[each]}
                </PlainButton>
              ))}
            </ToolRow>
            <p>
              <b>Fix</b> {cause.cure.do}{" "}
              <Quiet>{[minutes(cause.cure.minutes), cause.cure.needs].filter(Boolean).join(" · ")}</Quiet>
              <br />
              <Effect>{cause.effect}</Effect>
            </p>
            <ToolRow>
              <PlainButton onPress={() => fixed(cause.id, true)}>Did it: it goes</PlainButton>
              <PlainButton aria-pressed={cured.includes(cause.id)} onPress={() => fixed(cause.id, false)}>
                {cured.includes(cause.id) ? "☑ Did it: still dead" : "Did it: still dead"}
              </PlainButton>
            </ToolRow>
          </details>
        </Row>
      ))}
    </List>
  );
}

const WORDS = { yes: "Yes", no: "No", unsure: "Cannot tell" };

const List = styled.ol`
  list-style: none;
  padding: 0;
  margin: 8px 0;
`;
const Row = styled.li`
  border-top: 1px solid ${({ theme }) => theme.rule};
  padding: 6px 4px;
  summary {
    cursor: pointer;
  }
  p {
    margin: 6px 0;
    font-size: 0.92rem;
  }
`;
const Effect = styled.span`
  color: ${({ theme }) => theme.stateText.holds};
`;
