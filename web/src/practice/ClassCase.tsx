import { useQuery } from "@tanstack/react-query";
import { useEffect, useRef } from "react";
import styled from "styled-components";
import type { CrowdView, PracticeCase } from "../api/practice";
import { lookQuery } from "../api/queries";
import { MovingMotor } from "../diagnose/MovingMotor";
import { useClock } from "../diagnose/useClock";
import { MainButton, Quiet } from "../theme/parts";
import { StageColumns, Table } from "../theme/stage";
import { YoursAndIdeal } from "./YoursAndIdeal";
import { Next } from "./Ended";

interface Props {
  shown: PracticeCase;
  view: CrowdView;
  busy: boolean;
  help: (group: string) => void;
  next: () => void;
}

/** Twelve groups at once: the tables as one sees them from the middle of the room, and one helper. */
export function ClassCase({ shown, view, busy, help, next }: Props) {
  const { data: look } = useQuery(lookQuery(shown.design));
  const seconds = useClock();
  const verb = view.turns.length === 0 ? "Help first" : "Help next";
  return (
    <StageColumns $wide="minmax(0, 9fr) minmax(0, 5fr)">
      <section aria-label="The groups">
        <Tables>
          {view.groups.map((group) => (
            <li key={group.name} data-group={group.name} data-waits={(group.waits && group.helped === 0) || undefined}>
              <h2>{group.name}</h2>
              <Picture>
                {look && (
                  <MovingMotor
                    geometry={look.drawing}
                    sign={group.went}
                    alsoSeen={group.hot ? ["hot_motor"] : []}
                    seconds={seconds}
                    sense={view.sense}
                    travels={view.travels}
                    width={150}
                    height={92}
                  />
                )}
              </Picture>
              <p>{group.now}</p>
              {group.helped > 0 && <Quiet>helped {group.helped}.</Quiet>}
              {group.waits && group.helped === 0 && (
                <MainButton isDisabled={busy} onPress={() => help(group.name)} aria-label={`${verb}: ${group.name}`}>
                  {verb}
                </MainButton>
              )}
            </li>
          ))}
        </Tables>
      </section>
      <section aria-label="Your round">
        <Clock>
          <b>{view.minutes}</b> min so far
        </Clock>
        {view.ended ? (
          <CrowdEnd shown={shown} view={view} busy={busy} next={next} />
        ) : (
          <p>
            You are one, and {view.groups.filter(({ waits, helped }) => waits && helped === 0).length} groups wait. Whom
            do you help {view.turns.length === 0 ? "first" : "next"}? What you see of each motor says how long it will
            take, and what cannot wait.
          </p>
        )}
        <Turns title="Your order" turns={view.turns} />
      </section>
    </StageColumns>
  );
}

function CrowdEnd({ shown, view, busy, next }: Omit<Props, "help">) {
  const headline = useRef<HTMLHeadingElement>(null);
  useEffect(() => headline.current?.focus(), []);
  return (
    <div data-ended>
      <h2 ref={headline} tabIndex={-1}>
        {view.headline}
      </h2>
      <p>Minutes that all groups together waited until their motor went:</p>
      <YoursAndIdeal yours={view.waited} ideal={view.best_waited} unit="min" />
      <Next shown={shown} busy={busy} next={next} />
      <Turns title="The best order" turns={view.best} />
    </div>
  );
}

function Turns({ title, turns }: { title: string; turns: CrowdView["turns"] }) {
  if (turns.length === 0) return null;
  return (
    <>
      <h2>{title}</h2>
      <Table>
        <thead>
          <tr>
            <th>Group</th>
            <th>takes</th>
            <th>goes at</th>
            <th>why</th>
          </tr>
        </thead>
        <tbody>
          {turns.map(({ name, minutes, goes_at, why }) => (
            <tr key={name}>
              <th scope="row">{name}</th>
              <td className="number">{minutes} min</td>
              <td className="number">{goes_at} min</td>
              <td>{why}</td>
            </tr>
          ))}
        </tbody>
      </Table>
    </>
  );
}

const Picture = styled.div`
  height: 92px;
`;
const Tables = styled.ul`
  list-style: none;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(170px, 1fr));
  gap: 10px;
  li {
    border: 1px solid ${({ theme }) => theme.rule};
    background: ${({ theme }) => theme.sheet};
    padding: 6px 10px 8px;
    display: flex;
    flex-direction: column;
    align-items: center;
    text-align: center;
    gap: 2px;
    font-size: 0.92rem;
  }
  li[data-waits] {
    border: 2px solid ${({ theme }) => theme.state.tight};
  }
  h2 {
    font-size: 1rem;
    margin: 0;
  }
  p {
    flex: 1;
    margin: 0;
  }
`;
const Clock = styled.p`
  font-size: 1rem;
  margin: 0 0 8px;
  b {
    font-size: 1.8rem;
  }
`;
