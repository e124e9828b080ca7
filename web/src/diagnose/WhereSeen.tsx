import { Label, Radio, RadioGroup } from "react-aria-components";
import styled from "styled-components";
import type { Diagnosed } from "../api/diagnose";

interface Props {
  answer: Diagnosed;
  signs: string[];
  where: Record<string, string>;
  change: (where: Record<string, string>) => void;
}

const ANYWHERE = "";

/** At which part a ticked sign is seen: asked only where it would tell causes apart. */
export function WhereSeen({ answer, signs, where, change }: Props) {
  const pointable = answer.signs.filter(({ id, parts }) => parts.length > 1 && signs.includes(id));
  return pointable.map(({ id, word, parts }) => (
    <Where
      key={id}
      data-where={id}
      orientation="horizontal"
      value={where[id] ?? ANYWHERE}
      onChange={(part) => change({ ...without(where, id), ...(part === ANYWHERE ? {} : { [id]: part }) })}
    >
      <Label>{word}: where?</Label>
      <Parts>
        {[...parts, ANYWHERE].map((part) => (
          <Radio key={part} value={part}>
            {part || "not sure"}
          </Radio>
        ))}
      </Parts>
    </Where>
  ));
}

const without = (where: Record<string, string>, id: string) =>
  Object.fromEntries(Object.entries(where).filter(([each]) => each !== id));

const Where = styled(RadioGroup)`
  margin: 6px 0;
  font-size: 0.9rem;
  & > span {
    font-weight: 650;
  }
`;
const Parts = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  margin-top: 2px;
  label {
    padding: 3px 8px;
    cursor: pointer;
    border: 1.5px solid ${({ theme }) => theme.rule};
  }
  label[data-selected] {
    border-color: ${({ theme }) => theme.carriesCurrent};
    font-weight: 650;
  }
  label[data-focus-visible] {
    outline: 2.5px solid ${({ theme }) => theme.action};
  }
`;
