import { memo } from "react";
import { Link } from "react-router";
import styled, { css, useTheme } from "styled-components";
import { narrow, phone } from "../theme/narrow";
import { STAGES, type StageId } from "./stages";

/** The stages as beads on one copper wire, the present bead filled; fixing branches off at Run. */
export const StagePath = memo(function StagePath({
  id,
  present,
  fixing,
}: {
  id: string;
  present: StageId;
  fixing: boolean;
}) {
  const theme = useTheme();
  return (
    <nav aria-label="Stages">
      <Wire>
        {STAGES.map((stage) => (
          <li key={stage.id}>
            <Link to={`/motor/${id}/${stage.id}`} aria-current={stage.id === present && !fixing ? "step" : undefined}>
              <svg width="18" height="18" viewBox="-9 -9 18 18" aria-hidden>
                <circle
                  r={7}
                  fill={stage.id === present && !fixing ? theme.carriesCurrent : theme.ground}
                  stroke={theme.carriesCurrent}
                  strokeWidth={2}
                />
              </svg>
              {stage.name}
            </Link>
            {stage.id === "run" && (
              <Branch to={`/motor/${id}/fix`} aria-current={fixing ? "step" : undefined}>
                Fix it
              </Branch>
            )}
          </li>
        ))}
      </Wire>
    </nav>
  );
});

/** Where it goes on from Run when it does not go. */
const Branch = styled(Link)`
  && {
    border: 1.5px solid ${({ theme }) => theme.rule};
    border-radius: 3px;
    margin-left: 10px;
    padding: 2px 8px;
  }
  &&[aria-current] {
    border-color: ${({ theme }) => theme.carriesCurrent};
  }
`;

const Wire = styled.ol`
  display: flex;
  list-style: none;
  padding: 0;
  margin: 0;
  li {
    display: flex;
    align-items: center;
  }
  a {
    display: flex;
    align-items: center;
    gap: 7px;
    color: inherit;
    text-decoration: none;
    padding: 4px 2px;
    &[aria-current] {
      font-weight: 650;
    }
    &:hover {
      text-decoration: underline;
    }
  }
  li + li::before {
    content: "";
    width: 34px;
    margin: 0 6px;
    border-top: 2px solid ${({ theme }) => theme.carriesCurrent};
  }
  @media (max-width: 1100px) {
    li + li::before {
      width: 16px;
    }
  }
  ${narrow(css`
    li + li::before {
      width: 8px;
      margin: 0 3px;
    }
  `)}
  ${phone(css`
    width: 100%;
    justify-content: space-between;
    a {
      flex-direction: column;
      gap: 0;
      font-size: 0.875rem;
    }
    li + li::before {
      display: none;
    }
  `)}
`;
