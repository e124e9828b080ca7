import { Fragment, memo, useState, type ReactNode } from "react";
import { Button, Disclosure, DisclosurePanel, Heading } from "react-aria-components";
import styled from "styled-components";
import type { Dial, PartLine } from "../api/client";
import { DialControl, type TurnDial } from "./Dials";
import { useFigures } from "../theme/FiguresProvider";
import { PartPicture } from "./PartPicture";
import type { Refused } from "./useLook";

interface Props {
  parts: PartLine[];
  turn: TurnDial;
  /** The dial whose last value was refused. */
  refused: Refused | null;
  /** What stands below the parts. */
  children?: ReactNode;
}

/** The parts in the order in which they are laid out; each opens in place to its few dials. */
export const Parts = memo(function Parts({ parts, turn, refused, children }: Props) {
  const [open, setOpen] = useState<string | null>("magnets");
  return (
    <Column aria-label="Parts">
      {parts.map((part) => (
        <Part
          key={part.id}
          part={part}
          isOpen={open === part.id}
          setOpen={setOpen}
          turn={turn}
          refused={part.dials.some((dial) => dial.pointer === refused?.pointer) ? refused : null}
        />
      ))}
      {children}
    </Column>
  );
});

interface PartProps {
  part: PartLine;
  isOpen: boolean;
  setOpen: (id: string | null) => void;
  turn: TurnDial;
  refused: Refused | null;
}

const Part = memo(function Part({ part, isOpen, setOpen, turn, refused }: PartProps) {
  const { telling } = useFigures();
  return (
    <Line isExpanded={isOpen} onExpandedChange={(expanded) => setOpen(expanded ? part.id : null)}>
      <Heading level={2}>
        <Opener slot="trigger">
          <PartPicture id={part.id} />
          <span>
            <b>{part.title}</b>
            <span>{part.line}</span>
            <small>{(telling === "plain" && part.plain) || part.figure}</small>
          </span>
        </Opener>
      </Heading>
      <DisclosurePanel>
        {isOpen && (
          <Dials>
            <DialList dials={part.dials.filter((dial) => !dial.more)} turn={turn} refused={refused} />
            <More dials={part.dials.filter((dial) => dial.more)} turn={turn} refused={refused} />
          </Dials>
        )}
      </DisclosurePanel>
    </Line>
  );
});

interface DialsProps {
  dials: Dial[];
  turn: TurnDial;
  refused: Refused | null;
}

function DialList({ dials, turn, refused }: DialsProps) {
  return dials.map((dial) => (
    <Fragment key={`${dial.pointer}${dial.type}`}>
      <DialControl dial={dial} turn={turn} />
      {refused?.pointer === dial.pointer && <Why role="alert">{refused.why}</Why>}
    </Fragment>
  ));
}

/** What few need of a part: folded away, but open where it already says something out of the common. */
function More({ dials, turn, refused }: DialsProps) {
  const [isOpen, setOpen] = useState(dials.some((dial) => !dial.common));
  if (dials.length === 0) return null;
  return (
    <Disclosure isExpanded={isOpen} onExpandedChange={setOpen}>
      <MoreButton slot="trigger">
        {isOpen ? "Less" : `More: ${dials.map((dial) => dial.label.replace("… ", "")).join(", ")}`}
      </MoreButton>
      <DisclosurePanel>{isOpen && <DialList dials={dials} turn={turn} refused={refused} />}</DisclosurePanel>
    </Disclosure>
  );
}

const Column = styled.section`
  overflow-y: auto;
  overflow-x: hidden;
  padding: 4px 8px 12px 20px;
`;
const Line = styled(Disclosure)`
  border-top: 1px solid ${({ theme }) => theme.rule};
  h2 {
    font-size: 1rem;
    font-weight: 400;
    font-family: ${({ theme }) => theme.faces.text};
  }
`;
const Opener = styled(Button)`
  display: grid;
  grid-template-columns: 34px 1fr;
  gap: 8px;
  width: 100%;
  text-align: left;
  background: none;
  border: 0;
  padding: 6px 2px;
  cursor: pointer;
  line-height: 1.2;
  font-size: 0.95rem;
  & > span > * {
    display: block;
  }
  b {
    font-family: ${({ theme }) => theme.faces.title};
    color: ${({ theme }) => theme.quiet};
    font-size: 0.9rem;
  }
  small {
    color: ${({ theme }) => theme.quiet};
    font-size: 0.8rem;
  }
  &:hover b {
    text-decoration: underline;
  }
`;
const Dials = styled.div`
  padding: 0 2px 8px 8px;
`;
const MoreButton = styled(Button)`
  background: none;
  border: 0;
  padding: 5px 0;
  width: 100%;
  text-align: left;
  cursor: pointer;
  font-size: 0.8rem;
  color: ${({ theme }) => theme.action};
  &:hover {
    text-decoration: underline;
  }
`;
const Why = styled.p`
  margin: 0;
  padding: 1px 0 4px;
  font-size: 0.8rem;
  line-height: 1.2;
  color: ${({ theme }) => theme.stateText.fails};
`;
