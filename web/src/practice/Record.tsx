import { useState } from "react";
import styled, { useTheme } from "styled-components";
import type { Practice, RoundView } from "../api/practice";
import { PickField } from "../parts/PickField";
import { Quiet } from "../theme/parts";
import { Table, ToolRow } from "../theme/stage";
import { plotted } from "./rounds";

/** Past practice: minutes over rounds, which faults are mistaken for which, and all of it as a table. */
export function Record({ practice }: { practice: Practice }) {
  const { rounds, mistaken } = practice.record;
  const [level, setLevel] = useState(rounds.at(-1)?.level ?? "one");
  if (rounds.length === 0) return <Quiet>Your rounds will stand here: minutes, and what was mistaken for what.</Quiet>;
  const some = rounds.filter((round) => round.level === level);
  const here = practice.levels.filter(({ id }) => rounds.some((round) => round.level === id));
  return (
    <>
      <PickField
        above
        label="Rounds of"
        value={level}
        options={here.map(({ id, words }) => ({ key: id, label: words }))}
        onChange={(key) => setLevel(key as typeof level)}
      />
      <Minutes rounds={some} waits={level === "class"} />
      <ToolRow>
        <a href="/api/practice/record.csv" download>
          All cases as CSV
        </a>
      </ToolRow>
      <h2>Mistaken for each other</h2>
      {mistaken.length === 0 ? (
        <Quiet>Nothing was taken for something else so far.</Quiet>
      ) : (
        <Table>
          <thead>
            <tr>
              <th>It was</th>
              <th>and was taken for</th>
              <th>times</th>
            </tr>
          </thead>
          <tbody>
            {mistaken.map(({ hidden, named, times }) => (
              <tr key={hidden + named}>
                <td>{hidden}</td>
                <td>{named}</td>
                <td className="number">{times}</td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
    </>
  );
}

const SIZE = { width: 420, height: 150, left: 40, bottom: 24, top: 8 };

function Minutes({ rounds, waits }: { rounds: RoundView[]; waits: boolean }) {
  const theme = useTheme();
  const { dots, top } = plotted(rounds, SIZE.width, SIZE.height);
  const line = (of: (dot: (typeof dots)[number]) => number) =>
    dots.map((dot, at) => `${at ? "L" : "M"}${dot.x} ${of(dot)}`).join("");
  const what = waits ? "minutes that all groups waited" : "minutes a case";
  const description = rounds
    .map(({ number, minutes, ideal }) => `round ${number}: ${minutes}, ideal ${ideal}`)
    .join("; ");
  return (
    <figure style={{ margin: "8px 0" }}>
      <svg
        role="img"
        aria-label={`${what}: ${description}`}
        viewBox={`${-SIZE.left} ${-SIZE.top} ${SIZE.width + SIZE.left} ${SIZE.height + SIZE.top + SIZE.bottom}`}
        width="100%"
        style={{ maxWidth: 520 }}
      >
        {[0, top / 2, top].map((value) => (
          <g key={value}>
            <path d={`M0 ${SIZE.height * (1 - value / top)}H${SIZE.width}`} stroke={theme.rule} />
            <text
              x={-6}
              y={SIZE.height * (1 - value / top)}
              dy="0.35em"
              textAnchor="end"
              fontSize={13}
              fill={theme.text}
            >
              {value}
            </text>
          </g>
        ))}
        <path
          d={line(({ ideal }) => ideal)}
          fill="none"
          stroke={theme.state.holds}
          strokeWidth={2}
          strokeDasharray="5 4"
        />
        <path d={line(({ yours }) => yours)} fill="none" stroke={theme.text} strokeWidth={2} />
        {dots.map(({ x, yours, ideal, round }) => (
          <g key={round.number}>
            <rect x={x - 4} y={ideal - 4} width={8} height={8} fill={theme.state.holds} />
            <circle cx={x} cy={yours} r={5} fill={theme.text} />
            <text x={x} y={SIZE.height + 17} textAnchor="middle" fontSize={13} fill={theme.text}>
              {round.number}
            </text>
          </g>
        ))}
      </svg>
      <Caption>
        {what}, by round: ● you, ■ ideal. {waits ? "As good as the best order" : "Right at the first guess"} in{" "}
        {rounds.reduce((sum, { right }) => sum + right, 0)} of {rounds.reduce((sum, { cases }) => sum + cases, 0)}{" "}
        cases.
      </Caption>
    </figure>
  );
}

const Caption = styled.figcaption`
  font-size: 0.9rem;
  color: ${({ theme }) => theme.quiet};
`;
