import { useQuery } from "@tanstack/react-query";
import styled from "styled-components";
import type { Review, MotorToNote, ResultsView } from "../api/classes";
import { errorLine } from "../api/client";
import { learnQuery } from "../api/learning";
import { SummaryLines } from "../learn/TrialSummary";
import { HANDS } from "./planning";
import { Quiet } from "../theme/parts";
import { Table, Trouble } from "../theme/stage";

const PLACES = { inside: "✓", above: "▲", below: "▼", unknown: "" } as const;

/** What came of a class against its forecast, what stopped groups, what was gained, what to do otherwise. */
export function ReviewReport({ results: { review, motors, results, pending, plan } }: { results: ResultsView }) {
  const several = motors.length > 1;
  const { foretold } = results;
  return (
    <Report>
      <h2 data-review={review.place}>{review.headline}</h2>
      <p>
        <span aria-hidden>{PLACES[review.place]}</span> {review.against}
      </p>
      {foretold && review.noted > 0 && (
        <p>
          At the first try {review.first_try}, forecast {Math.round(foretold.first_try)}. {review.not_built} not built
          in time.{" "}
          {review.waited !== null && `Waited for help ${review.waited} min each, forecast ${foretold.waiting_min} min.`}
        </p>
      )}
      {review.magnets &&
        (review.magnets_missing ? <Missing role="alert">{review.magnets}</Missing> : <p>{review.magnets}</p>)}
      {review.next.length > 0 && (
        <>
          <h3>Next time</h3>
          <ul>
            {review.next.map((sentence) => (
              <li key={sentence}>{sentence}</li>
            ))}
          </ul>
        </>
      )}
      {review.faults.length > 0 && review.noted > 0 && (
        <>
          <h3>What was wrong, and how common it is in these hands</h3>
          <Table>
            <thead>
              <tr>
                <th scope="col">Fault</th>
                <th scope="col">Found</th>
                <th scope="col">Expected</th>
                <th scope="col">{pending === 0 ? "Common, now" : "Common"}</th>
              </tr>
            </thead>
            <tbody>
              {review.faults.map((row) => (
                <tr key={`${row.motor} ${row.id}`}>
                  <th scope="row">
                    {several && <Quiet>{row.motor}: </Quiet>}
                    {row.sentence}
                  </th>
                  <td>
                    {row.found}
                    {row.thought > 0 && <Quiet> ({row.thought} more, not proved)</Quiet>}
                  </td>
                  <td>{row.expected.toFixed(1)}</td>
                  <td className="number">
                    {percent(row.before)}
                    {pending === 0 && ` → ${percent(row.now)}`}
                  </td>
                </tr>
              ))}
            </tbody>
          </Table>
        </>
      )}
      {review.fastest.length > 0 && (
        <>
          <h3>How fast</h3>
          {review.fastest.map((sentence) => (
            <p key={sentence}>{sentence}</p>
          ))}
        </>
      )}
      {review.gain && (
        <>
          <h3>Gained</h3>
          <p>{review.gain.sentence}</p>
        </>
      )}
      {pending === 0 &&
        motors.map(
          (motor, at) =>
            motor.shelf && <Learned key={motor.shelf} motor={motor} maker={plan.motors[at]?.design.maker} />,
        )}
    </Report>
  );
}

/** What a motor's trials taught, those of this class among them. */
function Learned({ motor, maker }: { motor: MotorToNote; maker?: string | undefined }) {
  const { data, error } = useQuery({ ...learnQuery(motor.shelf, [], []), retry: false });
  if (error) return <Trouble role="alert">{errorLine(error)}</Trouble>;
  if (!data) return <Quiet role="status">Learning from the trials …</Quiet>;
  const odd = data.odd.filter(({ counts }) => !counts);
  if (data.trials === 0 && odd.length === 0) return null;
  return (
    <>
      <h3>
        What {data.trials === 1 ? "the trial" : `${data.trials} trials`} of {motor.title} taught, for {data.what}, in
        the hands of {HANDS.find(({ key }) => key === maker)?.label}
      </h3>
      {odd.length > 0 && (
        <p>
          Unlike nearly all such motors, and so teaching nothing until looked at:{" "}
          {[...new Set(odd.map(({ group }) => group))].join(", ")}.
        </p>
      )}
      <SummaryLines summary={data} />
    </>
  );
}

/** What each group did, in its words: a notebook of each. */
export function Notebooks({ review }: { review: Review }) {
  const noted = review.groups.filter(({ motors }) => motors.some(({ state }) => state !== "unknown"));
  return noted.map((group) => (
    <Notebook key={group.group}>
      <h2>{group.group}</h2>
      {group.predicted && <p>Predicted: {group.predicted}</p>}
      {group.motors.map((motor) => (
        <div key={motor.motor}>
          <p>
            <b>{motor.motor}</b> {motor.sentence}
          </p>
          <ol>
            {motor.runs.map((run) => (
              <li key={run.number}>
                {run.minute !== null && `Minute ${Math.round(run.minute)}: `}
                {run.changed && <i>{run.changed}: </i>}
                {run.minute === null && !run.changed ? upper(run.seen) : run.seen}
                {run.main && `, ${measured(run.main)}`}.
                {run.fault &&
                  ` Found: ${lower(run.fault)}${run.minutes === null ? "" : ` (${Math.round(run.minutes)} min)`}`}
              </li>
            ))}
          </ol>
        </div>
      ))}
      {group.before !== null && group.after !== null && (
        <p>
          Right answers: {group.before} before, {group.after} after.
        </p>
      )}
      {group.learned && <p>Learned: {group.learned}</p>}
    </Notebook>
  ));
}

type Main = NonNullable<Review["groups"][number]["motors"][number]["runs"][number]["main"]>;
const measured = ({ label, measured: value, band, plain_unit, plain_per, place }: Main) => {
  const many = (each: number) => round(each * plain_per);
  const where = place === "inside" ? "as predicted" : `${place} the prediction`;
  return `${label.toLowerCase()} ${many(value)} ${plain_unit} (${many(band[0])} to ${many(band[1])} predicted: ${where})`;
};
const round = (value: number) => Number(value.toPrecision(2)).toString();
const upper = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);
const lower = (text: string) => text.charAt(0).toLowerCase() + text.slice(1);
const percent = (share: number) => `${Math.round(100 * share)}\u00a0%`;

const Report = styled.div`
  p,
  ul {
    margin: 4px 0;
  }
  h3 {
    margin: 14px 0 4px;
  }
`;
const Missing = styled.p`
  border: 2px solid ${({ theme }) => theme.state.fails};
  color: ${({ theme }) => theme.stateText.fails};
  padding: 4px 10px;
  font-weight: 650;
`;
const Notebook = styled.section`
  break-inside: avoid;
  border-top: 1px solid ${({ theme }) => theme.rule};
  ol {
    margin: 2px 0;
  }
`;
