import { memo } from "react";
import styled from "styled-components";
import type { Cliff, Link, Verdict } from "../api/client";
import { LinkLoop } from "../drawing/LinkLoop";
import { spokenAs, useFigures, type Telling } from "../theme/FiguresProvider";
import { EnergyBar } from "./EnergyBar";
import { LinkMeaning, type SumsOf } from "./LinkMeaning";

interface Props {
  verdict: Verdict;
  /** Figures before the last changes, newest first: shown faint, so that a change is seen. */
  before: Verdict[];
  pinned?: Verdict;
  /** The design that is told of, and what it is told with: for the sums behind its figures. */
  of?: SumsOf;
  /** Where a number turned a little loses the run. */
  cliffs?: Cliff[];
}

/** The eight links in the order in which a real demonstration fails. */
export function RunChain({ verdict, before, pinned, of, cliffs }: Props) {
  const { telling } = useFigures();
  return (
    <List aria-label="Run chain">
      {verdict.links.map((link, at) => (
        <ChainLink
          key={link.id}
          link={link}
          number={at + 1}
          kind={verdict.kind}
          telling={telling}
          ghost={ghostOf(link, telling, before, pinned)}
          of={of}
          cliff={cliffs?.find((each) => each.link === link.id)?.sentence}
        />
      ))}
      {telling === "exact" && verdict.energy.length > 0 && <EnergyBar energy={verdict.energy} />}
    </List>
  );
}

interface LinkProps {
  link: Link;
  number: number;
  kind: string;
  telling: Telling;
  ghost: string;
  of?: SumsOf;
  cliff?: string;
}

const ChainLink = memo(function ChainLink({ link, number, kind, telling, ghost, of, cliff }: LinkProps) {
  const { band } = spokenAs(link.spoken, telling);
  return (
    <Row data-link={link.id} data-state={link.state}>
      <LinkLoop state={link.state} />
      <div>
        <Name>
          <LinkMeaning link={link} number={number} kind={kind} of={of} />
          <span>
            <b data-figure>{figureText(link, telling)}</b>
          </span>
          <State $state={link.state}>{link.state}</State>
        </Name>
        <Sentence>
          {!link.wording && band && <span>({band}) </span>}
          {ghost && (
            <>
              <Ghost data-ghost>{ghost}</Ghost>
              {" · "}
            </>
          )}
          {link.sentence}
        </Sentence>
        {cliff && (
          <Sentence data-cliff>
            <b>Near its edge.</b> {cliff}
          </Sentence>
        )}
      </div>
    </Row>
  );
});

const figureText = (link: Link, telling: Telling) => link.wording || spokenAs(link.spoken, telling).text;

/** What the figure was: the pinned design's while one is pinned, else those of the last two changes. */
function ghostOf(link: Link, telling: Telling, before: Verdict[], pinned?: Verdict): string {
  const now = figureText(link, telling);
  const find = (verdict: Verdict) => {
    const then = figureText(
      verdict.links.find((other) => other.id === link.id)!,
      telling,
    );
    // The unit is told again only where it was another one then.
    const [number, ...unit] = then.split(" ");
    return now.endsWith(` ${unit.join(" ")}`) ? number! : then;
  };
  if (pinned) return `pin ${find(pinned)}`;
  // What it was and is again, or was twice, is told once or not at all.
  const past = [...new Set(before.map(find))].filter((text) => text !== now && text !== now.split(" ")[0]);
  return past.length > 0 ? `was ${past.join(", ")}` : "";
}

const List = styled.ol`
  list-style: none;
  padding: 0;
  margin: 0;
`;
const Row = styled.li`
  display: grid;
  grid-template-columns: 30px 1fr;
  gap: 0 8px;
  position: relative;
  padding-bottom: 7px;
  & + &::before {
    content: "";
    position: absolute;
    left: 13px;
    top: -12px;
    height: 15px;
    border-left: 2px solid ${({ theme }) => theme.rule};
  }
  & > svg {
    margin-top: 1px;
    background: ${({ theme }) => theme.ground};
    z-index: 1;
  }
`;
const Name = styled.div`
  display: grid;
  grid-template-columns: auto 1fr minmax(2.4rem, max-content);
  gap: 0 6px;
  align-items: baseline;
  line-height: 1.3;
  font-size: 0.95rem;
  white-space: nowrap;
  b {
    font-weight: 650;
  }
  & > span:nth-child(2) {
    display: flex;
    justify-content: flex-end;
    gap: 7px;
    font-size: 0.9rem;
    min-width: 0;
  }
`;
const State = styled.span<{ $state: Link["state"] }>`
  color: ${({ theme, $state }) => theme.stateText[$state]};
  font-size: 0.875rem;
  font-weight: 650;
  text-align: right;
`;
const Ghost = styled.span`
  font-style: italic;
  font-weight: 650;
`;
const Sentence = styled.p`
  font-size: 0.83rem;
  line-height: 1.22;
  color: ${({ theme }) => theme.quiet};
`;
