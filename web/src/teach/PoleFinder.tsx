import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Label, Radio, RadioGroup } from "react-aria-components";
import styled from "styled-components";
import type { Setting } from "../api/client";
import { sameDesign, withSettings } from "../api/design";
import { polesQuery } from "../api/queries";
import type { Working } from "../shell/useDemonstration";
import { MainButton, Quiet } from "../theme/parts";

/** Which pole of an unmarked magnet is up, told by the way the motor was seen to turn. */
export function PoleFinder({ working }: { working: Working }) {
  const { design, commit } = working;
  const { data } = useQuery({ ...polesQuery(design), retry: false });
  const [seen, setSeen] = useState("");
  const turned = data?.ways.find((way) => way.direction === seen);
  const corrected = turned && withSettings(design, turned.patch as Setting[]);
  return (
    <div data-pole-finder>
      <h2>Pole finder</h2>
      {data?.instead && <Quiet as="p">{data.instead}</Quiet>}
      {data && data.ways.length > 0 && (
        <>
          <Ways orientation="horizontal" value={seen} onChange={setSeen}>
            <Label>An unmarked magnet? Build it, let it run. It turned</Label>
            {data.ways.map((way) => (
              <Radio key={way.direction} value={way.direction}>
                {way.direction}
              </Radio>
            ))}
          </Ways>
          {turned && corrected && (
            <Answer role="status" data-pole={turned.pole}>
              <span>{turned.sentence}</span>
              <MainButton
                isDisabled={sameDesign(corrected, design)}
                onPress={() => commit({ design: corrected }, `Pole found: ${turned.pole} up`)}
              >
                {sameDesign(corrected, design) ? "That matches the design" : "Use it in the design"}
              </MainButton>
            </Answer>
          )}
        </>
      )}
    </div>
  );
}

const Ways = styled(RadioGroup)`
  display: flex;
  flex-wrap: wrap;
  gap: 2px 12px;
  align-items: center;
  .react-aria-Radio {
    cursor: pointer;
    padding: 3px 4px;
    color: ${({ theme }) => theme.action};
    border-bottom: 2px solid transparent;
    &[data-selected] {
      color: ${({ theme }) => theme.text};
      font-weight: 650;
      border-bottom-color: ${({ theme }) => theme.carriesCurrent};
    }
    &[data-focus-visible] {
      outline: 2px solid ${({ theme }) => theme.action};
    }
  }
`;
const Answer = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  align-items: center;
  padding-top: 6px;
`;
