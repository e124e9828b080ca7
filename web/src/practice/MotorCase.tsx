import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import styled from "styled-components";
import type { Act, CaseView, PracticeCase } from "../api/practice";
import { lookQuery } from "../api/queries";
import { minutes } from "../diagnose/minutes";
import { MovingMotor } from "../diagnose/MovingMotor";
import { useClock } from "../diagnose/useClock";
import { PickField } from "../parts/PickField";
import { MainButton, PlainButton, Quiet } from "../theme/parts";
import { StageColumns, ToolRow } from "../theme/stage";
import { Ended } from "./Ended";

interface Props {
  shown: PracticeCase;
  view: CaseView;
  busy: boolean;
  act: (act: Act) => void;
  next: () => void;
}

/** A motor that hides a fault: what it does, what can be looked at and checked, and what it is said to be. */
export function MotorCase({ shown, view, busy, act, next }: Props) {
  const { data: look } = useQuery(lookQuery(shown.design));
  const seconds = useClock();
  const [fault, setFault] = useState<string | null>(null);
  const [cure, setCure] = useState<string | null>(null);
  const ended = view.end !== null;
  // Where nothing is left to press, keys must still reach what scrolls.
  const reached = ended ? 0 : undefined;
  const name = () => {
    act({ do: "name", id: fault!, cure: cure! });
    setFault(null);
    setCure(null);
  };
  return (
    <StageColumns $wide="minmax(0, 4fr) minmax(0, 5fr) minmax(0, 4fr)">
      <section aria-label="The motor" tabIndex={reached}>
        <Picture>
          {look && (
            <MovingMotor
              geometry={look.drawing}
              sign={view.went}
              alsoSeen={view.signs.map(({ id }) => id)}
              seconds={seconds}
              sense={view.sense}
              travels={view.travels}
              width={360}
              height={270}
            />
          )}
        </Picture>
        <Now role="status" data-now>
          {[view.now.replace(/\.$/, ""), ...view.signs.map(({ word }) => word)].join(". ")}.
        </Now>
        <Quiet as="p">
          On paper this {view.kind.toLowerCase()} goes. It hides {view.hides === 1 ? "one fault" : "two faults"}.
        </Quiet>
        <h2>Look and read</h2>
        <List>
          {view.looks.map((each) => (
            <li key={each.id}>
              <span>{each.do}</span>
              <Verb
                aria-label={`${each.done ? "done" : minutes(each.minutes)}: ${each.do}`}
                isDisabled={each.done || ended || busy}
                onPress={() => act({ do: "look", id: each.id, cure: "" })}
              >
                {each.done ? "done" : minutes(each.minutes)}
              </Verb>
            </li>
          ))}
        </List>
      </section>
      <section aria-label="Checks" tabIndex={reached}>
        <h2>Check</h2>
        {parts(view.checks).map(([part, checks]) => (
          <div key={part}>
            <Part>{part}</Part>
            <List>
              {checks.map((each) => (
                <li key={each.id} data-check={each.id}>
                  <span>
                    {each.do} <i>{each.question}</i>
                  </span>
                  {each.answer ? (
                    <b>{ANSWERS[each.answer]}</b>
                  ) : (
                    <Verb
                      aria-label={`Check, ${minutes(each.minutes)}: ${each.question}`}
                      isDisabled={ended || busy}
                      onPress={() => act({ do: "check", id: each.id, cure: "" })}
                    >
                      {minutes(each.minutes)}
                    </Verb>
                  )}
                </li>
              ))}
            </List>
          </div>
        ))}
      </section>
      <section aria-label="What it is">
        <Clock>
          <b>{view.minutes}</b> min so far
        </Clock>
        {view.end ? (
          <Ended end={view.end} minutes={view.minutes} shown={shown} next={next} busy={busy} />
        ) : (
          <Name>
            <PickField
              above
              label="What is wrong?"
              value={fault}
              options={view.faults.map(({ id, part, sentence }) => ({
                key: id,
                label: sentence,
                group: capital(part),
              }))}
              onChange={setFault}
            />
            <PickField
              above
              label="What mends it?"
              value={cure}
              options={view.cures.map(({ id, do: what, minutes: many }) => ({
                key: id,
                label: `${what} ${minutes(many)}`,
              }))}
              onChange={setCure}
            />
            <ToolRow>
              <MainButton isDisabled={!fault || !cure || busy} onPress={name}>
                Mend it and try
              </MainButton>
              <PlainButton isDisabled={busy} onPress={() => act({ do: "give_up", id: "", cure: "" })}>
                Give up
              </PlainButton>
            </ToolRow>
          </Name>
        )}
        <h2>What was done</h2>
        <Log aria-label="What was done">
          {[...view.did].reverse().map((each, at) => (
            <li key={view.did.length - at}>
              {each.text} <Quiet>{each.minutes > 0 && minutes(each.minutes)}</Quiet>
            </li>
          ))}
        </Log>
      </section>
    </StageColumns>
  );
}

const ANSWERS = { yes: "Yes", no: "No", unsure: "Not sure" };

function parts(checks: CaseView["checks"]): [string, CaseView["checks"]][] {
  const found = new Map<string, CaseView["checks"]>();
  for (const check of checks) found.set(check.part, [...(found.get(check.part) ?? []), check]);
  return [...found].map(([part, some]) => [capital(part), some]);
}

const capital = (word: string) => word[0]!.toUpperCase() + word.slice(1);

const Picture = styled.div`
  min-height: 270px;
  display: grid;
  place-items: center;
`;
const Now = styled.p`
  font-size: 1.15rem;
  font-weight: 650;
  margin: 4px 0;
`;
const Part = styled.h3`
  margin: 8px 0 0;
  color: ${({ theme }) => theme.quiet};
`;
const List = styled.ul`
  list-style: none;
  padding: 0;
  margin: 0;
  li {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto;
    gap: 10px;
    align-items: center;
    padding: 4px 0;
    border-bottom: 1px solid ${({ theme }) => theme.rule};
    font-size: 0.92rem;
    line-height: 1.25;
  }
  b {
    padding: 0.25rem 0.4rem;
  }
`;
const Verb = styled(PlainButton)`
  white-space: nowrap;
  font-weight: 650;
`;
const Clock = styled.p`
  font-size: 1rem;
  margin: 0 0 8px;
  b {
    font-size: 1.8rem;
  }
`;
const Name = styled.div`
  display: grid;
  gap: 8px;
  padding-bottom: 8px;
`;
const Log = styled.ol`
  list-style: none;
  padding: 0;
  li {
    padding: 4px 0;
    border-bottom: 1px solid ${({ theme }) => theme.rule};
    font-size: 0.92rem;
  }
`;
