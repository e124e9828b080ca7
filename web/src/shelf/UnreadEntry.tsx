import styled from "styled-components";
import { faultLine, type Unread } from "../api/client";
import { PlainButton } from "../theme/parts";

interface Props {
  motor: Unread;
  remove: (motor: { id: string; title: string }) => void;
}

/** A motor that this program cannot read: what is wrong, and its file as it is kept. */
export function UnreadEntry({ motor, remove }: Props) {
  const [first] = motor.faults;
  return (
    <Line>
      <span>
        <b>{motor.title}</b> cannot be read. {first && faultLine(first)}
      </span>
      <a href={`/api/shelf/${motor.id}/file`} download aria-label={`Save the file of ${motor.title} as it is`}>
        Save its file as it is
      </a>
      <PlainButton aria-label={`Delete ${motor.title}`} onPress={() => remove(motor)}>
        Delete
      </PlainButton>
    </Line>
  );
}

const Line = styled.li`
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 2px 14px;
  padding: 6px 0;
  border-bottom: 1px solid ${({ theme }) => theme.rule};
  a {
    color: ${({ theme }) => theme.action};
  }
`;
