import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Label, Radio, RadioGroup } from "react-aria-components";
import styled from "styled-components";
import type { ProblemError } from "../api/client";
import { tuningQuery } from "../api/queries";
import type { Working } from "../shell/useDemonstration";
import { Quiet } from "../theme/parts";
import { Trouble } from "../theme/stage";
import { BestOfEach } from "./BestOfEach";
import { OneNumber } from "./OneNumber";
import { TwoNumbers } from "./TwoNumbers";

const LOOKS = { one: "One number", two: "Two numbers as a map", best: "Best for speed" } as const;
type Look = keyof typeof LOOKS;

/** Tune: one number swept, two as a map, or the best value of those that matter most. */
export function Tune({ working }: { working: Working }) {
  const { data, error } = useQuery({
    ...tuningQuery(working.design),
    placeholderData: (before) => before,
    retry: false,
  });
  const [look, setLook] = useState<Look>("one");
  if (error) return <Trouble role="alert">{(error as ProblemError).line}</Trouble>;
  if (!data) return <Quiet role="status">Loading …</Quiet>;
  return (
    <Page>
      <Looks orientation="horizontal" value={look} onChange={(next) => setLook(next as Look)}>
        <Label>Look at</Label>
        {Object.entries(LOOKS).map(([key, words]) => (
          <Radio key={key} value={key}>
            {words}
          </Radio>
        ))}
      </Looks>
      {look === "one" && <OneNumber working={working} tuning={data} />}
      {look === "two" && <TwoNumbers working={working} tuning={data} />}
      {look === "best" && <BestOfEach working={working} />}
    </Page>
  );
}

const Page = styled.div`
  flex: 1;
  min-height: 0;
  overflow-y: auto;
  padding: 2px max(20px, calc((100% - 1180px) / 2)) 10px;
  border-top: 1px solid ${({ theme }) => theme.rule};
`;
const Looks = styled(RadioGroup)`
  display: flex;
  flex-wrap: wrap;
  gap: 2px 10px;
  align-items: center;
  font-size: 0.95rem;
  & > span:first-child {
    color: ${({ theme }) => theme.quiet};
  }
  .react-aria-Radio {
    padding: 3px 6px;
    cursor: pointer;
    color: ${({ theme }) => theme.action};
    &[data-selected] {
      color: ${({ theme }) => theme.text};
      font-weight: 700;
      text-decoration: underline 2px ${({ theme }) => theme.carriesCurrent};
      text-underline-offset: 5px;
    }
    &[data-focus-visible] {
      outline: 2.5px solid ${({ theme }) => theme.action};
    }
  }
`;
