import { Label, Radio, RadioGroup } from "react-aria-components";
import styled from "styled-components";
import { sameDesign, withSettings } from "../api/design";
import type { Working } from "../shell/useDemonstration";
import { MainButton, Quiet } from "../theme/parts";
import { readMeasure } from "../units";

interface Props {
  working: Working;
  pointer: string;
  turned: string;
  onChange: (text: string) => void;
}

const WAYS: [number, string][] = [
  [0, "up"],
  [45, "up to the left"],
  [90, "to the left"],
  [135, "down to the left"],
  [180, "down"],
  [225, "down to the right"],
  [270, "to the right"],
  [315, "up to the right"],
];

/** Which way it rests with the power off: the coil seen from the end, to press. It tells where the heavy side is. */
export function RestPicker({ working, pointer, turned, onChange }: Props) {
  const value = readMeasure(turned, "°");
  const rested = value === null ? null : withSettings(working.design, [{ pointer, value }]);
  const taken = rested !== null && sameDesign(rested, working.design);
  return (
    <Row>
      <Ways value={turned} onChange={onChange} orientation="horizontal">
        <Label>With the power off, it comes to rest with its marked side</Label>
        {WAYS.map(([angle, words]) => (
          <Radio key={angle} value={String(angle)} aria-label={words}>
            <EndOn angle={angle} />
          </Radio>
        ))}
      </Ways>
      {rested === null ? (
        <Quiet>Its heavy side hangs down, so this shows where that is. Speed and current depend on it.</Quiet>
      ) : (
        <MainButton
          isDisabled={taken}
          onPress={() => working.commit({ design: rested }, `Rests with its marked side ${named(value)}`)}
        >
          {taken ? "In the design" : "Use this in the design"}
        </MainButton>
      )}
    </Row>
  );
}

const named = (value: number | null) => WAYS.find(([angle]) => angle === value)?.[1] ?? `${value ?? 0}° from up`;

/** The coil seen from the end, its marked side turned so far counterclockwise from up. */
function EndOn({ angle }: { angle: number }) {
  return (
    <svg width="34" height="34" viewBox="-17 -17 34 34" aria-hidden>
      <g transform={`rotate(${-angle})`}>
        <line y1={-13} y2={13} stroke="currentColor" strokeWidth={3} strokeLinecap="round" />
        <circle cy={-11} r={4.5} fill="currentColor" />
      </g>
      <circle r={2.5} fill="none" stroke="currentColor" strokeWidth={1.5} />
    </svg>
  );
}

const Row = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  align-items: center;
  margin: 6px 0;
  font-size: 0.92rem;
`;
const Ways = styled(RadioGroup)`
  display: flex;
  flex-wrap: wrap;
  gap: 2px;
  align-items: center;
  & > span:first-child {
    flex-basis: 100%;
    color: ${({ theme }) => theme.quiet};
    margin-right: 8px;
  }
  label {
    cursor: pointer;
    padding: 3px;
    border-radius: 6px;
    line-height: 0;
    color: ${({ theme }) => theme.quiet};
    &[data-selected] {
      color: ${({ theme }) => theme.action};
      outline: 2px solid ${({ theme }) => theme.action};
    }
    &[data-focus-visible] {
      outline: 3px solid ${({ theme }) => theme.action};
    }
  }
`;
