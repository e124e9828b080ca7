import { useState } from "react";
import styled from "styled-components";
import type { Answer, Diagnosed } from "../api/diagnose";
import { MainButton, PlainButton, Quiet } from "../theme/parts";
import { CautionLine, ToolRow } from "../theme/stage";

const SHOWN = 6;

interface Props {
  diagnosis: Diagnosed["diagnosis"];
  answers: Record<string, Answer>;
  cured: string[];
  answer: (id: string, answer: Answer | null) => void;
  mended: (id: string, goes: boolean) => void;
}

/** Causes by rank: how likely, what each explains, its check, its cure and what that does; one stands out as next. */
export function Causes({ diagnosis, answers, cured, answer, mended }: Props) {
  const first = diagnosis.causes.findIndex(({ id }) => id === diagnosis.next?.id);
  // What somebody opened, shut or answered stays as it is, wherever it moves.
  const [opened, setOpened] = useState<Record<string, boolean>>({});
  const touched = (id: string) => id in answers || cured.includes(id);
  return (
    <List>
      {diagnosis.causes.map((cause, at) => {
        if (at >= Math.max(SHOWN, first + 1) && !touched(cause.id)) return null;
        const next = diagnosis.next?.id === cause.id ? diagnosis.next : null;
        return (
          <Row key={cause.id} data-cause={cause.id} data-next={next ? "" : undefined}>
            <details open={opened[cause.id] ?? (next !== null || at === 0 || touched(cause.id))}>
              <summary
                onClick={(event) => {
                  event.preventDefault();
                  const was = event.currentTarget.parentElement!.hasAttribute("open");
                  setOpened((before) => ({ ...before, [cause.id]: !was }));
                }}
              >
                <b>{at + 1}</b> {cause.sentence}
                <Bar aria-hidden>
                  <i style={{ width: `${Math.round(100 * cause.chance)}%` }} />
                </Bar>
                <Quiet>
                  {cause.word}
                  {cause.explains && `, ${cause.explains}`}
                  {cause.often && `, ${cause.often}`}
                </Quiet>
              </summary>
              {next && <Next>{next.why}</Next>}
              <p>
                <b>Check</b> {cause.check.do} <i>{cause.check.question}</i>{" "}
                <Quiet>{minutes(cause.check.minutes)}</Quiet>
                {cause.check.tools.length > 0 && <Quiet> · {cause.check.tools.join(", ")}</Quiet>}
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
                <b>Mend</b> {cause.cure.do} <Quiet>{minutes(cause.cure.minutes)}</Quiet>
                {cause.cure.needs && <Quiet> · {cause.cure.needs}</Quiet>}
                <br />
                <Effect>{cause.effect}</Effect>
              </p>
              <ToolRow>
                {cured.includes(cause.id) ? (
                  <PlainButton onPress={() => mended(cause.id, false)}>☑ Mended, still the same</PlainButton>
                ) : (
                  <>
                    <MainButton onPress={() => mended(cause.id, true)}>Mended: it goes now</MainButton>
                    <PlainButton onPress={() => mended(cause.id, false)}>Mended, still the same</PlainButton>
                  </>
                )}
              </ToolRow>
            </details>
          </Row>
        );
      })}
    </List>
  );
}

const WORDS = { yes: "Yes", no: "No", unsure: "Not sure" };
/** A short time as people say it. */
export const minutes = (many: number) =>
  many < 1 ? `${Math.max(10, Math.round(many * 6) * 10)} s` : `${Math.round(many * 10) / 10} min`;

const List = styled.ol`
  list-style: none;
  padding: 0;
  margin: 8px 0;
`;
const Row = styled.li`
  border-top: 1px solid ${({ theme }) => theme.rule};
  padding: 6px 8px;
  &[data-next] {
    border: 2px solid ${({ theme }) => theme.state.holds};
  }
  summary {
    cursor: pointer;
  }
  p {
    margin: 6px 0;
    font-size: 0.92rem;
  }
`;
const Bar = styled.span`
  display: block;
  height: 8px;
  margin: 4px 0 2px;
  border: 1px solid ${({ theme }) => theme.rule};
  i {
    display: block;
    height: 100%;
    background: ${({ theme }) => theme.state.fails};
  }
`;
const Next = styled.p`
  color: ${({ theme }) => theme.stateText.holds};
  font-weight: 650;
`;
const Effect = styled.span`
  color: ${({ theme }) => theme.stateText.holds};
`;
