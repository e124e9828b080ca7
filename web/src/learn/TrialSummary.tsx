import { Link } from "react-router";
import styled, { css, useTheme } from "styled-components";
import type { LearnedSummary, SummaryRow } from "../api/learning";
import { phone } from "../theme/narrow";
import { Progress } from "../parts/Progress";
import { unitOf, useFigures } from "../theme/FiguresProvider";
import { PlainButton, Quiet } from "../theme/parts";
import { ToolRow, Trouble } from "../theme/stage";
import { rounded } from "../units";
import { useLearned } from "./LearnedProvider";

const NEXT = 2; // readings that would teach most, that are told

/** What the trials taught: each figure before and after, what was learned in words, and what would teach most next. */
export function TrialSummary() {
  const { summary, progress, trouble, count, leftOut, stop, again, stopped } = useLearned();
  return (
    <section aria-label="What the trials taught" data-summary={summary?.trials ?? 0}>
      <ToolRow>
        <h2>What the trials taught</h2>
        {progress < 1 && !stopped && (
          <Progress says={`Learning … ${Math.round(100 * progress)} %`} done={progress} of={1} stop={stop} />
        )}
        {stopped && (
          <>
            <Quiet role="status">Stopped: the trials have taught nothing yet.</Quiet>
            <PlainButton onPress={again}>Learn from them</PlainButton>
          </>
        )}
        {leftOut.length > 0 && (
          <PlainButton onPress={() => leftOut.forEach((trial) => count(trial, true, false))}>
            count all again
          </PlainButton>
        )}
      </ToolRow>
      {trouble && <Trouble role="alert">{trouble}</Trouble>}
      {summary?.odd.map((odd) => (
        <Notice key={odd.id} role="note">
          <p>
            <b>{odd.group}:</b> {odd.sentence} {!odd.counts && "It teaches nothing as it is."}{" "}
            {!odd.apart && (
              <Link to="../fix" relative="path">
                Find out what is wrong with it.
              </Link>
            )}
          </p>
          <PlainButton onPress={() => count(odd.id, !odd.counts, !odd.apart)}>
            {odd.counts ? "leave it out" : "count it all the same"}
          </PlainButton>
        </Notice>
      ))}
      {summary?.share && <p data-share>{summary.share.sentence}</p>}
      {summary && summary.trials > 0 ? (
        <Learned summary={summary} />
      ) : (
        <Quiet as="p">
          One trial with turns, current and volts narrows the predicted speed, as far as runs of one motor repeat. Log a
          trial above.
        </Quiet>
      )}
    </section>
  );
}

function Learned({ summary }: { summary: LearnedSummary }) {
  const { count, leftOut } = useLearned();
  const next = summary.next.filter(({ bits }) => bits >= 0.2).slice(0, NEXT);
  const listed = summary.rows.flatMap(({ marks }) => marks);
  const trials = [...new Map(listed.map((mark) => [mark.id, mark.group])).entries()];
  const those = summary.trials === 1 ? "the trial" : `${summary.trials} trials`;
  return (
    <>
      <Quiet as="p">
        By {those}
        {summary.rotors > 1 && ` of ${summary.rotors} motors`}, for <b>{summary.what}</b>
        {summary.meter && ", the meter in its circuit"}, as instruments will read it. Pale: as predicted before. Full:
        now. Marks: the trials.
      </Quiet>
      {summary.rows.map((row) => (
        <Figure key={row.name} row={row} />
      ))}
      {summary.things.length > 0 && (
        <Things aria-label="Learned">
          {summary.things.map((thing) => (
            <li key={thing.name}>
              {thing.sentence} <Quiet>{thing.helps}</Quiet>
            </li>
          ))}
        </Things>
      )}
      {next.length > 0 && (
        <p>
          <b>{next[0]!.label}</b> would tell most next{next[1] && `, then ${next[1].label.toLowerCase()}`}.
        </p>
      )}
      {trials.length > 1 && (
        <ToolRow>
          <Quiet>Leave out:</Quiet>
          {trials.map(([trial, group], at) => (
            <PlainButton key={trial} onPress={() => count(trial, leftOut.includes(trial), false)}>
              {at + 1} · {group}
            </PlainButton>
          ))}
        </ToolRow>
      )}
    </>
  );
}

const WIDTH = 220;
const HEIGHT = 30;

/** A figure in words: as measured in the mean, as predicted before, as it is now. */
function useRowWords(row: SummaryRow): string {
  const { unit, per } = unitOf(row, useFigures().telling);
  const mean = row.marks.reduce((sum, { value }) => sum + value, 0) / row.marks.length;
  // As many figures as the narrower band can tell apart.
  const figures = (row.after[2]! - row.after[0]!) * 10 < Math.abs(row.after[1]!) ? 3 : 2;
  const text = (value: number) => rounded(value * per, figures);
  const band = (values: readonly number[]) => `${text(values[1]!)} (${text(values[0]!)}–${text(values[2]!)})`;
  return `measured ${text(mean)} ${unit}; predicted ${band(row.before)}, now ${band(row.after)}`;
}

/** What trials taught, in lines alone, as on paper. */
export function SummaryLines({ summary }: { summary: LearnedSummary }) {
  return (
    <ul>
      {summary.share && <li>{summary.share.sentence}</li>}
      {summary.rows.map((row) => (
        <RowLine key={row.name} row={row} />
      ))}
      {summary.things.map((thing) => (
        <li key={thing.name}>
          {thing.sentence} <Quiet>{thing.helps}</Quiet>
        </li>
      ))}
    </ul>
  );
}

function RowLine({ row }: { row: SummaryRow }) {
  return (
    <li>
      <b>{row.label}</b>: {useRowWords(row)}
    </li>
  );
}

/** One figure: the band before it was learned, the one after, each trial a mark; and all of it in words. */
function Figure({ row }: { row: SummaryRow }) {
  const theme = useTheme();
  const words = useRowWords(row);
  const measured = row.marks.map(({ value }) => value);
  const from = Math.min(row.before[0]!, row.after[0]!, ...measured);
  const to = Math.max(row.before[2]!, row.after[2]!, ...measured);
  const x = (value: number) => 5 + ((value - from) / Math.max(to - from, 1e-12)) * (WIDTH - 10);
  return (
    <Row data-row={row.name}>
      <b>{row.label}</b>
      <svg width={WIDTH} height={HEIGHT} viewBox={`0 0 ${WIDTH} ${HEIGHT}`} aria-hidden>
        <Band band={row.before} x={x} y={9} height={12} opacity={0.25} />
        <Band band={row.after} x={x} y={11} height={8} opacity={0.95} />
        {row.marks.map(({ id, value }) => (
          <path key={id} d={`M${x(value)} 1v28`} stroke={theme.text} strokeWidth={2} />
        ))}
      </svg>
      <span>{words}</span>
    </Row>
  );
}

function Band(props: {
  band: readonly number[];
  x: (value: number) => number;
  y: number;
  height: number;
  opacity: number;
}) {
  const theme = useTheme();
  const [low, , high] = props.band.map(props.x) as [number, number, number];
  return (
    <rect
      x={low}
      y={props.y}
      width={Math.max(high - low, 1.5)}
      height={props.height}
      fill={theme.carriesCurrent}
      opacity={props.opacity}
    />
  );
}

const Row = styled.div`
  display: grid;
  grid-template-columns: minmax(110px, 1fr) ${WIDTH}px minmax(160px, 1.6fr);
  gap: 10px;
  align-items: center;
  font-size: 0.9rem;
  padding: 2px 0;
  ${phone(css`
    grid-template-columns: 1fr;
  `)}
`;
const Things = styled.ul`
  margin: 8px 0;
  padding-left: 20px;
`;
const Notice = styled.div`
  border-left: 4px solid ${({ theme }) => theme.state.tight};
  padding: 2px 10px;
  margin: 6px 0;
`;
