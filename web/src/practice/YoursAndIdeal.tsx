import styled from "styled-components";

/** What it took beside what it could have taken, as two bars. */
export function YoursAndIdeal({ yours, ideal, unit }: { yours: number; ideal: number; unit: string }) {
  const most = Math.max(yours, ideal, 0.1);
  return (
    <Bars>
      {(
        [
          ["You", yours],
          ["Ideal", ideal],
        ] as const
      ).map(([who, value]) => (
        <div key={who}>
          <dt>{who}</dt>
          <dd>
            <i style={{ width: `${(70 * value) / most}%` }} aria-hidden data-who={who} /> {value} {unit}
          </dd>
        </div>
      ))}
    </Bars>
  );
}

const Bars = styled.dl`
  margin: 8px 0;
  div {
    display: grid;
    grid-template-columns: 52px 1fr;
  }
  dd {
    margin: 0;
    display: flex;
    align-items: center;
    gap: 8px;
    white-space: nowrap;
  }
  i {
    display: block;
    height: 12px;
    background: ${({ theme }) => theme.quiet};
  }
  i[data-who="Ideal"] {
    background: ${({ theme }) => theme.state.holds};
  }
`;
