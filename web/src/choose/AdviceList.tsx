import styled from "styled-components";
import type { Advice } from "../api/client";
import { PlainButton, Quiet } from "../theme/parts";

interface Props {
  advice: Advice[] | undefined;
  apply: (advice: Advice) => void;
  /** Whether no link of the run chain is broken. */
  sound: boolean;
}

/** The changes that help most, each computed by trying it, each made with one press. */
export function AdviceList({ advice, apply, sound }: Props) {
  return (
    <section aria-label="What helps most">
      <Title>What helps most</Title>
      {!advice && <Quiet>Trying changes …</Quiet>}
      {advice?.length === 0 && (
        <Quiet>{sound ? "It goes. Nothing needs fixing." : "No change to these parts was found that helps."}</Quiet>
      )}
      <Rows>
        {advice?.map((advised) => (
          <li key={advised.sentence}>
            <Change
              onPress={() => apply(advised)}
              aria-label={`${advised.sentence}. ${advised.effect}.${advised.price ? ` Trade-off: ${advised.price}.` : ""}`}
            >
              {advised.sentence}
            </Change>
            <Effect>{advised.effect}</Effect>
            {advised.price && <Price>Trade-off: {advised.price}</Price>}
          </li>
        ))}
      </Rows>
    </section>
  );
}

const Title = styled.h2`
  font-size: 0.95rem;
  color: ${({ theme }) => theme.quiet};
  margin: 4px 0 2px;
`;
const Rows = styled.ul`
  list-style: none;
  padding: 0;
  li {
    border-top: 1px solid ${({ theme }) => theme.rule};
    padding: 3px 0;
  }
`;
const Change = styled(PlainButton)`
  padding: 2px 0;
  min-height: 1.5rem;
  font-weight: 650;
  text-align: left;
  line-height: 1.2;
`;
const Effect = styled.div`
  font-size: 0.8rem;
`;
const Price = styled(Effect)`
  color: ${({ theme }) => theme.stateText.tight};
`;
