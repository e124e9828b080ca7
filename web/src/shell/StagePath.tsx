import { memo } from "react";
import styled, { useTheme } from "styled-components";

export const STAGES = [{ id: "choose", name: "Choose" }] as const;
export type StageId = (typeof STAGES)[number]["id"];

/** The stages as beads on one copper wire; the present bead is filled. */
export const StagePath = memo(function StagePath({ present }: { present: StageId }) {
  const theme = useTheme();
  return (
    <Wire aria-label="Stages">
      {STAGES.map((stage) => (
        <li key={stage.id} aria-current={stage.id === present ? "step" : undefined}>
          <svg width="18" height="18" viewBox="-9 -9 18 18" aria-hidden>
            <circle
              r={7}
              fill={stage.id === present ? theme.carriesCurrent : theme.ground}
              stroke={theme.carriesCurrent}
              strokeWidth={2}
            />
          </svg>
          {stage.name}
        </li>
      ))}
    </Wire>
  );
});

const Wire = styled.ol`
  display: flex;
  list-style: none;
  padding: 0;
  margin: 0 0 0 auto;
  li {
    display: flex;
    align-items: center;
    gap: 7px;
    font-weight: 650;
  }
  li + li::before {
    content: "";
    width: 40px;
    border-top: 2px solid ${({ theme }) => theme.carriesCurrent};
  }
`;
