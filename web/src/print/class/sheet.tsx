import styled from "styled-components";
import type { ClassPlan } from "../../api/classes";

/** What every paper of a class is printed from. */
export interface ClassPaperProps {
  id: string;
  plan: ClassPlan;
}

/** When, for how long, who, and what. */
export const AtATime = ({ plan }: { plan: ClassPlan }) => (
  <p>
    {plan.date} · {plan.minutes} minutes · {plan.groups.length} groups of {plan.pupils}:{" "}
    {plan.motors.map(({ title }) => title).join(", ")}
  </p>
);

export const Ruled = styled.table`
  border-collapse: collapse;
  width: 100%;
  font-size: 0.9rem;
  th,
  td {
    text-align: left;
    vertical-align: top;
    padding: 3px 8px 3px 0;
    border-bottom: 1px solid ${({ theme }) => theme.rule};
  }
  tr {
    break-inside: avoid;
  }
  td:first-child {
    white-space: nowrap;
  }
`;
export const Boxed = styled.section`
  border: 1.5px solid ${({ theme }) => theme.blackInk};
  padding: 4px 12px;
  margin: 10px 0;
  break-inside: avoid;
`;
export const OfMotor = styled.section`
  & + & {
    break-before: page;
  }
`;
