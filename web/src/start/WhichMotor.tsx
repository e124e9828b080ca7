import { useQuery } from "@tanstack/react-query";
import { useEffect } from "react";
import { Link } from "react-router";
import { shelfQuery } from "../api/queries";
import styled from "styled-components";
import { Thumbnail } from "../drawing/Thumbnail";
import { arranged, AS_IT_COMES } from "../shelf/arrange";
import { Page } from "../shelf/ground";
import { TopBand } from "../shell/TopBand";
import { Quiet } from "../theme/parts";
import { lastOpen } from "./last";
import { Main } from "./Start";

/** Which motor does not go: the one that was open last, then one's own, then the samples. */
export function WhichMotor() {
  const { data } = useQuery(shelfQuery);
  useEffect(() => {
    document.title = "It does not go · Oak Spin";
  }, []);
  const last = lastOpen()?.id;
  const motors = arranged(data?.motors ?? [], AS_IT_COMES).sort(
    (a, b) => Number(b.id === last) - Number(a.id === last),
  );
  return (
    <Page>
      <TopBand />
      <Main>
        <h1>Which motor does not go?</h1>
        {data?.motors.length === 0 && (
          <p>
            There is no motor here yet. <Link to="/motors">Make one that is built like yours</Link>, then come back.
          </p>
        )}
        <Motors>
          {motors.map(({ id, title, kind_name, shows, glance }) => (
            <li key={id}>
              <Link to={`/motor/${id}/fix`}>
                <span aria-hidden>{glance && <Thumbnail geometry={glance.drawing} width={170} height={104} />}</span>
                {title}
              </Link>
              <Quiet>
                {kind_name}
                {shows && " · sample"}
                {id === last && " · open last"}
              </Quiet>
            </li>
          ))}
        </Motors>
        {motors.length > 0 && (
          <p>
            Yours is not here? <Link to="/motors">Make one that is built like it</Link>, or{" "}
            <Link to="/practice">practice finding faults</Link> on a motor that hides one.
          </p>
        )}
      </Main>
    </Page>
  );
}

const Motors = styled.ul`
  list-style: none;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(190px, 1fr));
  gap: 14px 10px;
  li {
    display: flex;
    flex-direction: column;
    border: 1px solid ${({ theme }) => theme.rule};
    padding: 8px 10px;
  }
  a {
    display: flex;
    flex-direction: column;
    gap: 6px;
    font-size: 1.1rem;
    font-weight: 600;
    text-decoration: none;
  }
  span[aria-hidden] {
    height: 104px;
    align-self: center;
  }
`;
