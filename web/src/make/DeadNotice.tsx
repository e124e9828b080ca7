import { Link } from "react-router";
import styled from "styled-components";

/** On top of what is built and run: this motor does not go as it is planned, and what to mend first. */
export function DeadNotice({ id, text }: { id: string; text: string }) {
  return (
    <Notice role="alert">
      {text} <Link to={`/motor/${id}`}>To Choose</Link>
    </Notice>
  );
}

const Notice = styled.p`
  border: 2px solid ${({ theme }) => theme.stateText.fails};
  padding: 8px 12px;
  margin: 6px 0 10px;
  font-weight: 600;
  a {
    color: ${({ theme }) => theme.action};
  }
`;
