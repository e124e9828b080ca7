import styled from "styled-components";
import { PlainButton } from "../theme/parts";

/** Stands where a motor stood until a moment ago: it can be put back right there. */
export function GoneEntry({ title, putBack }: { title: string; putBack: () => void }) {
  return (
    <Place>
      <p role="status">{title} is put away.</p>
      <PlainButton autoFocus onPress={putBack} aria-label={`Put ${title} back`}>
        Put it back
      </PlainButton>
    </Place>
  );
}

const Place = styled.li`
  align-self: start;
  box-sizing: content-box;
  height: 296px;
  display: grid;
  place-content: center;
  justify-items: center;
  gap: 4px;
  border-bottom: 9px solid ${({ theme }) => theme.rule};
`;
