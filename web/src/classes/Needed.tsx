import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import styled from "styled-components";
import { type ClassPlan, needsQuery } from "../api/classes";
import { errorLine } from "../api/client";
import { Quiet } from "../theme/parts";
import { ToolRow, Trouble } from "../theme/stage";
import { counted } from "./counted";

/** What the class needs, in a few lines; the whole is on paper. */
export function Needed({ id, plan }: { id: string; plan: ClassPlan }) {
  const { data: needs, error } = useQuery({ ...needsQuery(plan), retry: false, placeholderData: (last) => last });
  if (error) return <Trouble role="alert">{errorLine(error)}</Trouble>;
  if (!needs) return null;
  const { kit, timetable } = needs;
  return (
    <>
      <h2>Kit, cost, clock</h2>
      <Lines>
        {kit.lines.map(({ name, unit, used, amount, owned, missing, motor }) => (
          <li key={`${motor} ${name}`}>
            <b>
              {counted(used, unit)} {name}
            </b>
            {plan.motors.length > 1 && <Quiet> ({motor})</Quiet>}, {counted(amount, unit)} with spares:{" "}
            {owned === null ? "none" : counted(owned, unit)} in the Drawer
            {missing > 0 && (
              <>
                , <b>{counted(missing, unit)} missing</b>
              </>
            )}
          </li>
        ))}
        <li>
          {kit.magnets} magnets to count out and in.{" "}
          {
            Object.values(kit.used_up).map(
              (share) => `Cells used up ${Math.max(1, Math.round(100 * share))}\u00a0%.`,
            )[0]
          }
        </li>
        <li>
          {kit.cost_group > 0 && `${kit.cost_group.toFixed(2)} a group, ${kit.cost_pupil.toFixed(2)} a pupil. `}
          {kit.unpriced.length > 0 && `No price in the Drawer: ${kit.unpriced.join(", ")}.`}
        </li>
        <li>
          {beforehand(timetable.beforehand)}
          {timetable.short > 0 && (
            <>
              {" "}
              <b>{Math.ceil(timetable.short)} minutes short:</b>
            </>
          )}
        </li>
        {timetable.leave.slice(0, 3).map(({ text, minutes }) => (
          <li key={text}>
            {text} <Quiet>{Math.round(minutes)} min</Quiet>
          </li>
        ))}
      </Lines>
      <ToolRow>
        <Link to="/drawer">The Drawer</Link>
        {kit.shopping.length > 0 && (
          <a href={`/api/classes/${id}/shopping.csv`} download>
            What is missing, as CSV
          </a>
        )}
      </ToolRow>
    </>
  );
}

function beforehand(slots: { begins: number; ends: number }[]): string {
  const minutes = Math.round(slots.reduce((sum, { begins, ends }) => sum + ends - begins, 0));
  return minutes > 0 ? `Beforehand: ${minutes} minutes of an adult.` : "Nothing to do beforehand.";
}

export const Papers = styled.ul`
  margin: 0;
  padding-left: 18px;
  columns: 2;
  font-size: 0.9rem;
  a {
    color: ${({ theme }) => theme.action};
  }
`;
const Lines = styled.ul`
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 4px;
  font-size: 0.9rem;
`;
