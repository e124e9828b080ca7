import { useQuery } from "@tanstack/react-query";
import { useEffect } from "react";
import { Link } from "react-router";
import { shelfQuery } from "../api/queries";
import { arranged, AS_IT_COMES } from "../shelf/arrange";
import { Page } from "../shelf/ground";
import { TopBand } from "../shell/TopBand";
import { Quiet } from "../theme/parts";
import { lastOpen } from "./last";
import { Lines, Main } from "./Start";

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
        <Lines>
          {motors.map(({ id, title, kind_name, shows }) => (
            <li key={id}>
              <Link to={`/motor/${id}/fix`}>{title}</Link>
              <Quiet>
                {kind_name}
                {shows && " · sample"}
                {id === last && " · open last"}
              </Quiet>
            </li>
          ))}
        </Lines>
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
