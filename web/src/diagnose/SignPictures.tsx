import { Checkbox, CheckboxGroup, Label } from "react-aria-components";
import styled from "styled-components";
import type { Diagnosed, SignWord } from "../api/diagnose";
import type { Geometry } from "../api/client";
import { MovingMotor } from "./MovingMotor";
import { hasPicture } from "./motion";
import { useClock } from "./useClock";

const WIDE = 104;
const HIGH = 76;

interface Props {
  answer: Diagnosed;
  geometry: Geometry;
  signs: string[];
  change: (signs: string[]) => void;
}

/** What can be seen, each as this very motor doing so, with its word; a tick is an answer. */
export function SignPictures({ answer, geometry, signs, change }: Props) {
  const seconds = useClock();
  const pictured = answer.signs.filter(({ id, group }) => hasPicture(id, group, answer.travels));
  const worded = answer.signs.filter((sign) => !pictured.includes(sign));
  // How it went is one of several: the next takes the place of the last.
  const went = new Set<string>(answer.signs.filter(({ group }) => group === "went").map(({ id }) => id));
  const take = (next: string[]) => {
    const added = next.find((id) => !signs.includes(id));
    change(added && went.has(added) ? next.filter((id) => id === added || !went.has(id)) : next);
  };
  const sign = ({ id, word }: SignWord, picture: boolean) => (
    <Sign key={id} value={id} data-sign={id}>
      {picture && (
        <MovingMotor
          geometry={geometry}
          sign={id}
          seconds={seconds}
          sense={answer.sense}
          travels={answer.travels}
          width={WIDE}
          height={HIGH}
        />
      )}
      <span>
        <span aria-hidden>{signs.includes(id) ? "☑" : "☐"}</span> {word}
      </span>
    </Sign>
  );
  return (
    <CheckboxGroup value={signs} onChange={take}>
      <Heading>
        <Label>What do you see?</Label>
        <small>tick all that is true</small>
      </Heading>
      <Pictures>{pictured.map((each) => sign(each, true))}</Pictures>
      <Words>{worded.map((each) => sign(each, false))}</Words>
    </CheckboxGroup>
  );
}

const Heading = styled.div`
  display: flex;
  gap: 10px;
  align-items: baseline;
  label,
  & > span {
    font: 650 1.1rem var(--display, inherit);
  }
  small {
    color: ${({ theme }) => theme.quiet};
  }
`;
const Pictures = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(116px, 1fr));
  gap: 6px;
  margin: 8px 0;
`;
const Words = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(180px, 1fr));
  gap: 0 10px;
`;
const Sign = styled(Checkbox)`
  display: flex;
  flex-direction: column;
  gap: 2px;
  font-size: 0.875rem;
  line-height: 1.2;
  padding: 3px 4px;
  cursor: pointer;
  border: 1px solid transparent;
  ${Pictures} & {
    border-color: ${({ theme }) => theme.rule};
    background: ${({ theme }) => theme.sheet};
    align-items: center;
    text-align: center;
  }
  &[data-selected] {
    border-color: ${({ theme }) => theme.carriesCurrent};
    font-weight: 650;
  }
  ${Pictures} &[data-selected] {
    border-width: 2px;
    padding: 2px 3px;
  }
  &[data-focus-visible] {
    outline: 2.5px solid ${({ theme }) => theme.action};
  }
`;
