import { useQuery } from "@tanstack/react-query";
import styled from "styled-components";
import { lookQuery } from "../api/queries";
import { sheetQuery } from "../api/diagnose";
import { WhereToLook } from "../diagnose/WhereToLook";
import { minutes } from "../diagnose/minutes";
import type { DesignPaperProps } from "./paper";

/** For each table: this motor's likeliest faults in the order in which to look for them. */
export function FaultPaper({ kept }: DesignPaperProps) {
  const { data: causes } = useQuery(sheetQuery(kept.design));
  const { data: look } = useQuery(lookQuery(kept.design));
  if (!causes || !look) return <p role="status">Looking at everything that can be wrong …</p>;
  return (
    <>
      <p>
        Group: ______________________ It does not go? Power off. Go down the list; after each repair run it once. Tick
        what you did.
      </p>
      <WhereToLook geometry={look.drawing} causes={causes} height="62mm" />
      <Table>
        <thead>
          <tr>
            <th scope="col">Where</th>
            <th scope="col">Look for this</th>
            <th scope="col">Mend it so</th>
            <th scope="col">Done</th>
          </tr>
        </thead>
        <tbody>
          {causes.map((cause, at) => (
            <tr key={cause.id}>
              <td>{at + 1}</td>
              <td>
                <b>{cause.sentence}</b> {cause.check.do} <i>{cause.check.question}</i> ({minutes(cause.check.minutes)})
                {cause.caution && <strong> {cause.caution}</strong>}
              </td>
              <td>
                {cause.cure.do} ({minutes(cause.cure.minutes)})
              </td>
              <td>☐</td>
            </tr>
          ))}
        </tbody>
      </Table>
    </>
  );
}

const Table = styled.table`
  border-collapse: collapse;
  font-size: 0.86rem;
  th,
  td {
    border-top: 1px solid;
    text-align: left;
    vertical-align: top;
    padding: 3px 8px 3px 0;
  }
  tr {
    break-inside: avoid;
  }
`;
