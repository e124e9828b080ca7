import styled, { css } from "styled-components";
import { narrow } from "../theme/narrow";
import { rounded } from "../units";

interface SliderProps {
  label: string;
  unit: string;
  values: readonly number[];
  at: number;
  set: (at: number) => void;
}

export function Slider({ label, unit, values, at, set }: SliderProps) {
  return (
    <label>
      <span>
        {label}: <b>{`${rounded(values[at]!)} ${unit}`.trim()}</b>
      </span>
      <input
        type="range"
        aria-label={`Picked ${label.toLowerCase()}`}
        min={0}
        max={values.length - 1}
        value={at}
        aria-valuetext={`${rounded(values[at]!)} ${unit}`.trim()}
        onChange={(event) => set(Number(event.target.value))}
      />
    </label>
  );
}

export const Row = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) 260px;
  gap: 8px 18px;
  padding-top: 8px;
  align-items: start;
  & > svg {
    width: 100%;
    height: auto;
    cursor: crosshair;
  }
  label {
    display: block;
    padding-bottom: 8px;
  }
  input {
    width: 100%;
    accent-color: ${({ theme }) => theme.action};
  }
  ${narrow(css`
    display: block;
  `)}
`;
