import { useState } from "react";
import styled from "styled-components";
import type { Aid } from "../api/things";
import { minutes } from "../diagnose/minutes";
import { EntryField } from "../parts/EntryField";
import { PickField } from "../parts/PickField";
import { MainButton, Quiet } from "../theme/parts";
import { CautionLine } from "../theme/stage";
import { readMeasure } from "../units";
import { TestPicture } from "./TestPicture";

interface Props {
  thing: string;
  aid: Aid;
  /** What was said of the thing in its other tests: it need not be typed again. */
  given_: Record<string, number>;
  /** It would tell most next, and takes this part of what is left open. */
  first: boolean;
  takes: number;
  take: (values: Record<string, number>) => void;
}

/** A test: what is needed, how it is done, and what it showed. */
export function Test({ thing, aid, given_, first, takes, take }: Props) {
  const [typed, setTyped] = useState<Record<string, string>>({});
  const [picked, setPicked] = useState<string | null>(null);
  const [errors, setErrors] = useState<Record<string, string>>({});
  const textOf = (name: string, given: boolean, usual: number) =>
    typed[name] ?? (given ? String(given_[name] ?? usual) : "");
  const send = () => {
    const wrong: Record<string, string> = {};
    const values: Record<string, number> = {};
    for (const { name, unit, low, high, given, usual } of aid.asks) {
      const value = readMeasure(textOf(name, given, usual), unit);
      if (value === null) wrong[name] = `A number, please${unit && `, in ${unit}`}.`;
      else if (value < low || value > high) wrong[name] = `From ${low} to ${high} ${unit}.`;
      else values[name] = value;
    }
    if (aid.pick) {
      if (picked === null) wrong[aid.pick.name] = "Choose what you see.";
      else values[aid.pick.name] = Number(picked);
    }
    setErrors(wrong);
    if (Object.keys(wrong).length > 0) return;
    take(values);
    setPicked(null);
    setTyped(
      Object.fromEntries(Object.entries(typed).filter(([name]) => aid.asks.find((a) => a.name === name)?.given)),
    );
  };
  return (
    <Card data-test={aid.id} data-first={first || undefined}>
      <h3>
        {aid.name} <Quiet>{minutes(aid.minutes)}</Quiet>
      </h3>
      {first && (
        <First>
          This is the most useful test for the time: it settles {Math.round(100 * takes)} % of what is left open.
        </First>
      )}
      <How>
        <div>
          {aid.needs.length > 0 && <Quiet as="p">Needs: {aid.needs.join(", ")}</Quiet>}
          <ol>
            {aid.do.map((step) => (
              <li key={step}>{step}</li>
            ))}
          </ol>
          {aid.caution && <CautionLine>{aid.caution}</CautionLine>}
        </div>
        <TestPicture thing={thing} aid={aid.id} />
      </How>
      <Fields
        onSubmit={(event) => {
          event.preventDefault();
          send();
        }}
      >
        {aid.asks.map(({ name, label, unit, given, usual }) => (
          <EntryField
            key={name}
            label={label}
            unit={unit}
            value={textOf(name, given, usual)}
            onChange={(text) => setTyped({ ...typed, [name]: text })}
            error={errors[name]}
            onEnter={send}
          />
        ))}
        {aid.pick && (
          <PickField
            above
            label={aid.pick.label}
            value={picked}
            options={(aid.pick.words as [string, string][]).map(([key, label]) => ({ key, label }))}
            onChange={setPicked}
          />
        )}
        <MainButton onPress={send} aria-label={`Take this reading: ${aid.name}`}>
          Take this reading
        </MainButton>
      </Fields>
      {aid.pick && errors[aid.pick.name] && <p role="alert">{errors[aid.pick.name]}</p>}
      <Quiet as="small">{aid.source}</Quiet>
    </Card>
  );
}

const Card = styled.article`
  border-top: 1px solid ${({ theme }) => theme.rule};
  padding: 8px 10px 10px;
  &[data-first] {
    border: 2px solid ${({ theme }) => theme.state.holds};
  }
  h3 {
    margin: 0;
  }
  ol {
    padding-left: 20px;
    margin: 2px 0;
    font-size: 0.95rem;
  }
`;
const First = styled.p`
  color: ${({ theme }) => theme.stateText.holds};
  font-weight: 650;
  margin: 2px 0;
`;
const How = styled.div`
  display: flex;
  gap: 14px;
  justify-content: space-between;
  align-items: start;
  flex-wrap: wrap;
  & > div {
    flex: 1 1 260px;
  }
`;
const Fields = styled.form`
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: end;
  margin: 6px 0;
  & > div {
    flex: 0 1 190px;
  }
`;
