import { memo, useState } from "react";
import { Button, FieldError, Group, Input, Label, Radio, RadioGroup, TextField } from "react-aria-components";
import styled from "styled-components";
import type { Dial, Turn } from "../api/client";
import { PickField } from "../parts/PickField";
import { rounded, readMeasure, readWireSize, wireSizeText, type WireSize } from "../units";
import { textOf, sizeAmount, sizeWithin, sizeRanges, limitsOf } from "./dialSizes";

/** Turns a dial for good, with words for the history. */
export type TurnDial = (turn: Turn, words: string) => void;

/** One dial, by its type. */
export const DialControl = memo(function DialControl({ dial, turn }: { dial: Dial; turn: TurnDial }) {
  if (dial.type === "choice")
    return dial.choices.length <= 2 ? <Either dial={dial} turn={turn} /> : <Pick dial={dial} turn={turn} />;
  return <NumberDial dial={dial} turn={turn} />;
});

function choose(dial: Dial, key: string, turn: TurnDial) {
  const choice = dial.choices.find((choice) => choice.key === key);
  if (choice) turn({ pointer: dial.pointer, value: choice.value }, `${dial.name}: ${choice.label}`);
}

function Either({ dial, turn }: { dial: Dial; turn: TurnDial }) {
  return (
    <Options orientation="horizontal" value={dial.chosen} onChange={(key) => choose(dial, key, turn)}>
      <Label>{dial.label}</Label>
      <div>
        {dial.choices.map((choice) => (
          <Radio key={choice.key} value={choice.key}>
            {choice.label}
          </Radio>
        ))}
      </div>
    </Options>
  );
}

function Pick({ dial, turn }: { dial: Dial; turn: TurnDial }) {
  return (
    <PickField
      label={dial.label}
      value={dial.chosen || null}
      options={dial.choices}
      onChange={(key) => choose(dial, key, turn)}
    />
  );
}

/** A number with its unit: typed with any unit of its kind, or stepped. */
function NumberDial({ dial, turn }: { dial: Dial; turn: TurnDial }) {
  const shown = textOf(dial);
  const [text, setText] = useState(shown);
  const [error, setError] = useState("");
  const [seen, setSeen] = useState(shown);
  if (seen !== shown) {
    setSeen(shown);
    setText(shown);
    setError("");
  }

  const amount = dial.type === "size" ? sizeAmount(dial.value as WireSize) : (dial.value as number);
  const limits = limitsOf(dial);

  /** A size was held against its own limits already: a gauge and a diameter have different ones. */
  const put = (value: number, size?: WireSize) => {
    if (!size && (value < limits.minimum || value > limits.maximum)) {
      const unit = limits.unit && ` ${limits.unit}`;
      // The value stands as it was typed: rounded it might lie within.
      setError(
        `${value}${unit}: choose ${rounded(limits.minimum, 4)} to ${rounded(limits.maximum, 4)}${unit}. ${dial.reason}`,
      );
      return;
    }
    setError("");
    const text = size ? wireSizeText(size) : rounded(value, 4);
    turn({ pointer: dial.pointer, value: size ?? value }, `${dial.name}: ${text}`);
  };
  const commit = () => {
    if (text === shown) return;
    if (dial.type === "size") {
      const size = readWireSize(text);
      if (size && sizeWithin(dial, size)) put(sizeAmount(size), size);
      else if (size) setError(`${wireSizeText(size)}: choose ${sizeRanges(dial)}.`);
      else setError(`"${text}" is no wire size. Type 20 AWG or 0.8 mm.`);
      return;
    }
    const value = readMeasure(text, dial.unit);
    if (value === null)
      setError(
        `"${text}" cannot be read. Type a number${dial.unit ? `, such as ${rounded(amount, 4)} ${dial.unit}` : ""}.`,
      );
    else put(dial.whole ? Math.round(value) : value);
  };
  /** What so many steps on would be; none where that is no step any more. */
  const stepped = (count: number): { value: number; size?: WireSize } | null => {
    if (dial.type === "size") {
      const now = dial.value as WireSize;
      // A thicker wire is a larger diameter but a smaller gauge number.
      const next: WireSize =
        now.by === "gauge"
          ? { by: "gauge", awg: now.awg - count }
          : { by: "diameter", diameter_mm: Number((now.diameter_mm + 0.05 * count).toFixed(3)) };
      return sizeWithin(dial, next) ? { value: sizeAmount(next), size: next } : null;
    }
    const next = Math.round((amount + count * dial.step) / dial.step) * dial.step;
    const value = Number(Math.min(Math.max(next, limits.minimum), limits.maximum).toFixed(4));
    return Math.abs(value - amount) < 1e-9 ? null : { value };
  };
  const stepBy = (count: number) => {
    const next = stepped(count);
    if (next) put(next.value, next.size);
  };
  return (
    <Field as={TextField} value={text} onChange={setText} isInvalid={error !== ""}>
      <Label>{dial.label}</Label>
      <Stepped>
        <Input
          role="spinbutton"
          aria-valuenow={amount}
          aria-valuemin={limits.minimum}
          aria-valuemax={limits.maximum}
          aria-valuetext={shown}
          onBlur={commit}
          onKeyDown={(event) => {
            if (event.key === "Enter") commit();
            else if (event.key === "ArrowUp") stepBy(1);
            else if (event.key === "ArrowDown") stepBy(-1);
            else if (event.key === "Escape") setText(shown);
            else return;
            event.preventDefault();
          }}
        />
        <Button
          aria-label={`Less ${dial.label}`}
          onPress={() => stepBy(-1)}
          isDisabled={!stepped(-1)}
          excludeFromTabOrder
        >
          −
        </Button>
        <Button
          aria-label={`More ${dial.label}`}
          onPress={() => stepBy(1)}
          isDisabled={!stepped(1)}
          excludeFromTabOrder
        >
          +
        </Button>
      </Stepped>
      <FieldError>{error}</FieldError>
    </Field>
  );
}

const Field = styled.div`
  display: grid;
  grid-template-columns: 82px minmax(0, 1fr);
  align-items: center;
  font-size: 0.875rem;
  border-bottom: 1px dotted ${({ theme }) => theme.rule};
  padding: 1px 0;
  label,
  & > span:first-child {
    color: ${({ theme }) => theme.quiet};
  }
  .react-aria-FieldError {
    grid-column: 1 / -1;
    color: ${({ theme }) => theme.stateText.fails};
    font-size: 0.8rem;
    line-height: 1.2;
    padding-bottom: 3px;
  }
`;
const Stepped = styled(Group)`
  display: flex;
  align-items: center;
  input {
    flex: 1;
    min-width: 0;
    border: 0;
    background: none;
    font-weight: 650;
    padding: 3px 2px;
    &[data-invalid] {
      outline: 2px solid ${({ theme }) => theme.state.fails};
    }
  }
  button {
    border: 0;
    background: none;
    color: ${({ theme }) => theme.action};
    font-weight: 700;
    width: 24px;
    min-height: 26px;
    cursor: pointer;
    border-radius: 3px;
    &:hover {
      background: ${({ theme }) => theme.actionPale};
    }
  }
`;
const Options = styled(RadioGroup)`
  display: grid;
  grid-template-columns: 82px minmax(0, 1fr);
  align-items: center;
  font-size: 0.875rem;
  border-bottom: 1px dotted ${({ theme }) => theme.rule};
  padding: 1px 0;
  & > span:first-child {
    color: ${({ theme }) => theme.quiet};
  }
  & > div {
    display: flex;
    flex-wrap: wrap;
    gap: 0 4px;
  }
  .react-aria-Radio {
    padding: 3px 5px;
    border-radius: 3px;
    cursor: pointer;
    color: ${({ theme }) => theme.action};
    &[data-selected] {
      color: ${({ theme }) => theme.text};
      font-weight: 700;
      text-decoration: underline 2px ${({ theme }) => theme.carriesCurrent};
      text-underline-offset: 4px;
    }
    &[data-focus-visible] {
      outline: 2.5px solid ${({ theme }) => theme.action};
    }
  }
`;
