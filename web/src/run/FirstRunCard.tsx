import { Link } from "react-router";
import styled from "styled-components";
import type { FirstRun } from "../api/client";
import { ToolRow } from "../theme/stage";
import { DeadNotice } from "../make/DeadNotice";
import { Countdown } from "./Countdown";

/** What to do when the power first goes on. */
export function FirstRunCard({ card, id, title }: { card: FirstRun; id: string; title: string }) {
  return (
    <>
      <ToolRow>
        <h2>First run</h2>
        <Link to={`/motor/${id}/print/card`}>Print the card</Link>
        <Link to={`/motor/${id}/fix`}>It does not go</Link>
      </ToolRow>
      {card.dead && <DeadNotice id={id} text={card.dead} />}
      {!card.dead && (
        <>
          <Countdown id={id} title={title} runFor={card.disconnect_after} coolFor={card.cool_for} />
          <p>{card.why}</p>
        </>
      )}
      {card.stalled && <p>{card.stalled}</p>}
      <h3>Before you switch on</h3>
      <Plain>
        {card.checks.map((check) => (
          <li key={check}>{check}</li>
        ))}
      </Plain>
      {!card.dead && (
        <>
          <h3>Then</h3>
          <p>{card.flick}</p>
          <p>What to expect: {card.expect}</p>
        </>
      )}
    </>
  );
}

const Plain = styled.ul`
  margin: 2px 0 8px;
  padding-left: 20px;
`;
