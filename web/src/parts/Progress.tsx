import styled from "styled-components";
import { PlainButton, Quiet } from "../theme/parts";

interface Props {
  /** How far it is, in words. */
  says: string;
  done?: number;
  of?: number;
  stop: () => void;
}

/** Work that goes on: how far it is, in words and as a bar, and the way to end it. */
export function Progress({ says, done, of, stop }: Props) {
  return (
    <Going>
      <Quiet role="status">{says}</Quiet>
      {of !== undefined && <progress value={done ?? 0} max={of} aria-label={says} />}
      <PlainButton onPress={stop}>Stop</PlainButton>
    </Going>
  );
}

const Going = styled.span`
  display: inline-flex;
  flex-wrap: wrap;
  gap: 4px 10px;
  align-items: center;
  progress {
    width: 7em;
  }
`;
