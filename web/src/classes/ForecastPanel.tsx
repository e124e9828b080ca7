import styled from "styled-components";
import { type Forecast, type Save } from "../api/classes";
import { Progress } from "../parts/Progress";
import { PlainButton, Quiet } from "../theme/parts";

// ms without a change, after which a plan is forecast
const MOST = 6; // changes that are shown
const STOPS = 4;

interface ForecastPanelProps {
  forecast: Forecast;
  fresh: boolean;
  busy: boolean;
  stop: () => void;
  take: (save: Save) => void;
}

/** What stops groups, and which single change of the plan saves most. */
export function ForecastPanel({ forecast, fresh, busy, stop, take }: ForecastPanelProps) {
  const most = Math.max(...forecast.stops.map(({ groups }) => groups), 0.1);
  return (
    <>
      <h2>What stops the rest</h2>
      {forecast.stops.length === 0 && <p>Hardly anything: nearly every group will have it running.</p>}
      <Stops>
        {forecast.stops.slice(0, STOPS).map(({ id, sentence, groups, cure }, at) => (
          <li key={`${id} ${at}`}>
            <span title={cure}>{sentence}</span>
            <Bar>
              <i style={{ width: `${(100 * groups) / most}%` }} />
              <Quiet>{groups.toFixed(1)} groups</Quiet>
            </Bar>
          </li>
        ))}
      </Stops>
      <h2>What saves most groups</h2>
      {busy && (
        <Progress
          says={fresh ? `${forecast.done - 1} of ${forecast.of - 1} changes tried` : "No changes tried yet"}
          done={fresh ? forecast.done - 1 : 0}
          of={forecast.of - 1}
          stop={stop}
        />
      )}
      {!busy && forecast.saves.length === 0 && <p>No single change that was tried saves a group.</p>}
      <Saves>
        {forecast.saves.slice(0, MOST).map((each) => (
          <li key={`${each.sort} ${each.sentence}`} data-save={each.sort}>
            <b>{each.sentence}</b>
            <span>
              {forecast.running.mean.toFixed(1)} → <b>{each.running.toFixed(1)}</b> groups <Quiet>· {each.cost}</Quiet>
            </span>
            <PlainButton isDisabled={!fresh} onPress={() => take(each)} aria-label={`Take it: ${each.sentence}`}>
              Take it
            </PlainButton>
          </li>
        ))}
      </Saves>
    </>
  );
}
export const Headline = styled.h2`
  && {
    font-size: 1.6rem;
    margin: 0;
  }
`;
const Stops = styled.ul`
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 6px;
  font-size: 0.9rem;
`;
const Bar = styled.div`
  display: flex;
  gap: 8px;
  align-items: center;
  i {
    display: block;
    height: 7px;
    max-width: 65%;
    min-width: 3px;
    background: ${({ theme }) => theme.state.fails};
  }
`;
const Saves = styled.ul`
  list-style: none;
  margin: 0;
  padding: 0;
  font-size: 0.9rem;
  li {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto;
    gap: 1px 10px;
    padding: 5px 0;
    border-bottom: 1px solid ${({ theme }) => theme.rule};
  }
  li > b {
    grid-column: 1 / -1;
  }
`;
