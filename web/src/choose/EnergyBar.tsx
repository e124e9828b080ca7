import styled from "styled-components";
import type { Verdict } from "../api/client";
import { Quiet } from "../theme/parts";
import { rounded } from "../units";

/** Where the battery's energy goes while it runs: a bar, and its parts in words. */
export function EnergyBar({ energy }: { energy: Verdict["energy"] }) {
  return (
    <Energy aria-label="Where the energy goes">
      <h3>Where the energy goes</h3>
      <svg viewBox="0 0 300 14" preserveAspectRatio="none" aria-hidden>
        {energy.map((part, at) => {
          const before = energy.slice(0, at).reduce((sum, each) => sum + each.share, 0);
          return (
            <rect
              key={part.id}
              x={300 * before}
              width={Math.max(300 * part.share - 1, 0.6)}
              height="14"
              fillOpacity={Math.max(1 - 0.17 * at, 0.2)}
            />
          );
        })}
      </svg>
      <ul>
        {energy.map((part) => (
          <li key={part.id}>
            {part.name}: <b>{percent(part.share)} %</b> <Quiet>{rounded(part.watts, 2)} W</Quiet>
          </li>
        ))}
      </ul>
    </Energy>
  );
}

/** Whole per cents, and tenths of what is less than one. */
const percent = (share: number) => (share < 0.01 ? (100 * share).toFixed(1) : Math.round(100 * share));

const Energy = styled.li`
  border-top: 1px solid ${({ theme }) => theme.rule};
  padding-top: 6px;
  svg {
    width: 100%;
    height: 12px;
    fill: ${({ theme }) => theme.carriesCurrent};
  }
  ul {
    list-style: none;
    padding: 0;
    margin: 4px 0;
    font-size: 0.93rem;
    columns: 2;
  }
`;
