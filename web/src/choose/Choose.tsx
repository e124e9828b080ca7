import { useQuery } from "@tanstack/react-query";
import { useCallback, useEffect, useMemo, useState } from "react";
import styled, { css } from "styled-components";
import type { Advice, Design, Look, Setting, Turn, Verdict } from "../api/client";
import { sameDesign, withSettings } from "../api/design";
import { adviceQuery, cliffsQuery } from "../api/queries";
import { useLearned, useLearnedKey } from "../learn/LearnedProvider";
import { useAnnounce } from "../shell/Announcer";
import { useShortcuts } from "../shell/shortcuts";
import { Quiet } from "../theme/parts";
import { narrow } from "../theme/narrow";
import { Trouble } from "../theme/stage";
import { AdviceList } from "./AdviceList";
import { Bench } from "./Bench";
import { FromDrawer } from "./FromDrawer";
import { Parts } from "./Parts";
import { RunChain } from "./RunChain";
import type { Working } from "../shell/useDemonstration";
import { usePin } from "../shell/usePin";
import { useSpin } from "../spin/useSpin";
import { useLook } from "./useLook";

const STILL_FOR = 350;
const KEPT_GHOSTS = 2;

/** Choose: parts on the left, the drawing in the middle, the run chain and what helps on the right. */
export function Choose({ working }: { working: Working }) {
  const { design, commit } = working;
  const learned = useLearnedKey();
  const { summary, on } = useLearned();
  const share = on ? summary?.share : undefined;
  const { look, problem, refused, turn: turnDials, letGo, turns } = useLook(design, working, learned);
  const settled = useSettled(design);
  const isSettled = sameDesign(settled, design);
  const advice = useQuery({ ...adviceQuery(settled, learned), enabled: isSettled });
  // What helps comes first: the lane of heavy work answers one question after the other.
  const cliffs = useQuery({ ...cliffsQuery(settled, learned), enabled: isSettled && advice.isFetched });
  const before = useGhosts(working.kept.design, look);
  const pin = usePin(working.kept.id, design);
  const spin = useSpin(design, Boolean(look?.verdict.travels), pin.pinned, false, learned);
  const announce = useAnnounce();

  const headline = look?.verdict.headline;
  const settledHeadline = look && sameDesign(settled, look.design) ? headline : undefined;
  useEffect(() => {
    if (settledHeadline) announce(settledHeadline);
  }, [settledHeadline, announce]);

  const turn = useCallback((made: Turn, words: string) => turnDials([made], words), [turnDials]);
  const apply = (advised: Advice) =>
    commit({ design: withSettings(design, advised.patch as Setting[]) }, advised.sentence);
  useShortcuts({ p: () => pin.toggle(design), s: spin.toggle });

  const numbers = useMemo(() => new Map(look?.parts.flatMap((part) => part.dials).map((dial) => [dial.pointer, dial])), [look?.parts]); // prettier-ignore

  const below = useMemo(() => <FromDrawer working={working} />, [working]);

  const of = useMemo(() => ({ design, learned }), [design, learned]);
  if (!look) return <Waiting role="status">{problem ? problem.line : "Working out whether it goes …"}</Waiting>;
  const { verdict, parts, drawing } = look;
  return (
    <Columns data-verdict-for={sameDesign(look.design, design) && turns.length === 0 ? "present" : "earlier"}>
      <Parts parts={parts} turn={turn} refused={refused}>
        {below}
      </Parts>
      <Bench
        id={working.kept.id}
        drawing={drawing}
        verdict={verdict}
        numbers={numbers}
        turns={turns}
        pinned={pin.look?.drawing}
        isPinned={pin.pinned !== null}
        togglePin={() => pin.toggle(design)}
        spin={spin}
        onMove={turnDials}
        onDone={letGo}
      />
      <Right aria-label="Verdict">
        <Headline data-headline>{verdict.headline}</Headline>
        {problem && <Trouble role="alert">{problem.line}</Trouble>}
        {share && <Share data-share>{share.sentence}</Share>}
        {verdict.causes.length > 1 && (
          <Causes>
            {verdict.causes.slice(1).map((cause) => (
              <li key={cause}>Also: {cause}</li>
            ))}
          </Causes>
        )}
        {!/ builds/.test(verdict.headline) && (
          <Share>
            Of 100 motors built this way, <b>{Math.round(100 * verdict.share_that_goes)}</b> go and stay on.
          </Share>
        )}
        <RunChain
          verdict={verdict}
          before={before}
          pinned={pin.look?.verdict}
          of={of}
          cliffs={isSettled ? cliffs.data : undefined}
        />
        <AdviceList
          advice={isSettled ? advice.data : undefined}
          apply={apply}
          sound={verdict.links.every((link) => link.state !== "fails")}
        />
      </Right>
    </Columns>
  );
}

/** The design once it has not changed for a moment. */
function useSettled(design: Design): Design {
  const [settled, setSettled] = useState(design);
  useEffect(() => {
    const timer = window.setTimeout(() => setSettled(design), STILL_FOR);
    return () => window.clearTimeout(timer);
  }, [design]);
  return settled;
}

/** Verdicts on the last saved states before the present one, newest first. */
function useGhosts(saved: Design, look: Look | null): Verdict[] {
  const [past, setPast] = useState<Look[]>([]);
  if (look && sameDesign(saved, look.design) && !(past[0] && sameDesign(past[0].design, saved))) {
    setPast([look, ...past].slice(0, KEPT_GHOSTS + 1));
  }
  const isPresent = past[0] && look && sameDesign(past[0].design, look.design);
  return past
    .slice(isPresent ? 1 : 0)
    .slice(0, KEPT_GHOSTS)
    .map((look) => look.verdict);
}

const Columns = styled.div`
  display: grid;
  grid-template-columns: minmax(232px, 19%) minmax(0, 1fr) minmax(340px, 29.5%);
  gap: 0;
  flex: 1;
  min-height: 0;
  ${narrow(css`
    display: flex;
    flex-direction: column;
    section[aria-label="Drawing"] {
      flex: none;
      height: max(70vh, 380px);
      order: 1;
    }
    section[aria-label="Verdict"] {
      order: 2;
      overflow: visible;
    }
    section[aria-label="Parts"] {
      order: 3;
    }
  `)}
`;
const Right = styled.section`
  padding: 4px 20px 12px 16px;
  overflow-y: auto;
`;
const Headline = styled.p`
  font-family: ${({ theme }) => theme.faces.title};
  font-size: 1.06rem;
  line-height: 1.3;
  padding: 2px 0 4px;
`;
const Share = styled.p`
  font-size: 0.875rem;
  padding-bottom: 6px;
`;
const Causes = styled.ul`
  list-style: none;
  padding: 0 0 4px;
  font-size: 0.875rem;
  color: ${({ theme }) => theme.stateText.fails};
`;
const Waiting = styled(Quiet)`
  padding: 32px 20px;
`;
