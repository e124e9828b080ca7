import { useQuery } from "@tanstack/react-query";
import { useEffect } from "react";
import { Link } from "react-router";
import styled, { css } from "styled-components";
import { classesQuery } from "../api/classes";
import { practiceQuery } from "../api/practice";
import { shelfQuery } from "../api/queries";
import { Thumbnail } from "../drawing/Thumbnail";
import { STAGES } from "../shell/stages";
import { TopBand } from "../shell/TopBand";
import { phone } from "../theme/narrow";
import { Quiet } from "../theme/parts";
import { Page } from "../shelf/ground";
import { DoorPicture, type Door } from "./DoorPicture";
import { lastOpen } from "./last";

const DOORS: { door: Door; to: string; name: string; line: string }[] = [
  {
    door: "parts",
    to: "/build",
    name: "I have a box of parts",
    line: "See which motors you can build from them, and how many will run.",
  },
  {
    door: "class",
    to: "/classes",
    name: "I have a class on a date",
    line: "Plan what each group builds, what to prepare, and what to print.",
  },
  {
    door: "dead",
    to: "/fix",
    name: "It does not go",
    line: "Say what you see. You get one thing to try at a time.",
  },
];

/** Start: three doors, and where to go on. */
export function Start() {
  const { data: shelf } = useQuery(shelfQuery);
  useEffect(() => {
    document.title = "Start · Oak Spin";
  }, []);
  const motors = shelf?.motors ?? [];
  const samples = motors.length > 0 && motors.every(({ shows }) => shows);
  return (
    <Page>
      <TopBand />
      <Main>
        <h1>What do you want to do today?</h1>
        <Doors aria-label="Where to begin">
          {DOORS.map(({ door, to, name, line }) => (
            <Way key={door} to={to}>
              <DoorPicture door={door} />
              <b>{name}</b>
              <span>{line}</span>
            </Way>
          ))}
        </Doors>
        <GoOn />
        {samples && (
          <Quiet as="p">
            The motors here are made-up samples from Gull Point Harbor Week: look round, they come to no harm.{" "}
            <Link to="/motors">See all {motors.length}</Link>
          </Quiet>
        )}
      </Main>
    </Page>
  );
}

/** The last motor, the next class, an open practice round; nothing of what is not there. */
function GoOn() {
  const { data: shelf } = useQuery(shelfQuery);
  const { data: classes } = useQuery(classesQuery);
  const { data: practice } = useQuery(practiceQuery);
  const last = lastOpen();
  const motor = shelf?.motors.find(({ id }) => id === last?.id);
  const stage = STAGES.find(({ id }) => id === last?.stage)?.name ?? (last?.stage === "fix" ? "Fix it" : "Choose");
  const today = new Date().toISOString().slice(0, 10);
  const coming = [...(classes ?? [])].filter(({ date }) => date >= today).sort((a, b) => a.date.localeCompare(b.date));
  const next = coming[0] ?? classes?.at(-1);
  if (!motor && !next && !practice?.open) return null;
  return (
    <section aria-label="Carry on">
      <h2>Carry on</h2>
      <Lines>
        {motor && last && (
          <li>
            {motor.glance && (
              <span aria-hidden>
                <Thumbnail geometry={motor.glance.drawing} width={110} height={70} />
              </span>
            )}
            <Link to={`/motor/${motor.id}/${last.stage}`}>{motor.title}</Link>
            <Quiet>
              {stage} · {motor.glance?.headline ?? motor.kind_name}
            </Quiet>
          </li>
        )}
        {next && (
          <li>
            <Link to={`/classes/${next.id}`}>{next.title}</Link>
            <Quiet>
              Class · {next.date} · {next.groups} groups, {next.minutes} min
            </Quiet>
          </li>
        )}
        {practice?.open && (
          <li>
            <Link to={`/practice/${practice.open}`}>A motor that does not go</Link>
            <Quiet>Practice, half done</Quiet>
          </li>
        )}
      </Lines>
    </section>
  );
}

export const Main = styled.main`
  padding: 22px 28px 32px;
  max-width: 1240px;
  width: 100%;
  margin: 0 auto;
  h1 {
    font-size: 1.7rem;
    margin-bottom: 16px;
  }
  h2 {
    font-size: 1.2rem;
    margin: 26px 0 6px;
  }
  p {
    margin-top: 22px;
  }
`;
const Doors = styled.nav`
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 20px;
  ${phone(css`
    grid-template-columns: 1fr;
    gap: 10px;
  `)}
`;
const Way = styled(Link)`
  display: flex;
  flex-direction: column;
  gap: 8px;
  padding: 20px;
  border: 1.5px solid ${({ theme }) => theme.quiet};
  background: ${({ theme }) => theme.raised};
  color: inherit;
  text-decoration: none;
  b {
    font-size: 1.3rem;
    color: ${({ theme }) => theme.action};
  }
  span {
    font-size: 1.05rem;
  }
  &:hover,
  &:focus-visible {
    border-color: ${({ theme }) => theme.action};
    background: ${({ theme }) => theme.actionPale};
  }
`;
const Lines = styled.ul`
  list-style: none;
  padding: 0;
  li {
    display: flex;
    flex-wrap: wrap;
    gap: 2px 16px;
    align-items: center;
    padding: 8px 0;
    border-top: 1px solid ${({ theme }) => theme.rule};
  }
  a {
    font-size: 1.1rem;
    font-weight: 600;
    color: ${({ theme }) => theme.action};
  }
`;
