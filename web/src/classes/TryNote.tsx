import { useEffect, useRef } from "react";
import { Checkbox, CheckboxGroup, Label } from "react-aria-components";
import styled from "styled-components";
import type { MotorToNote, TryResult } from "../api/classes";
import { EntryField } from "../parts/EntryField";
import { PickField } from "../parts/PickField";
import { Quiet } from "../theme/parts";
import { goes, type Reading } from "./noting";
import { NumberEntry } from "./NumberEntry";

interface TryProps {
  /** Added just now: it is written in next. */
  fresh: boolean;
  at: number;
  of: number;
  one: TryResult;
  motor: MotorToNote;
  change: (one: TryResult) => void;
}

const NOTHING = "nothing found";

export function Try({ fresh, at, of, one, motor, change }: TryProps) {
  const whole = useRef<HTMLFieldSetElement>(null);
  useEffect(() => {
    if (fresh) whole.current?.querySelector("input")?.focus();
  }, [fresh]);
  const usual = new Set(motor.form.groups.filter((group) => group.usual).flatMap(({ fields }) => fields));
  const read = motor.form.readings.filter(({ field }) => usual.has(field) || one.readings[field as Reading] !== null);
  const went = goes(one, motor.form);
  return (
    <fieldset ref={whole}>
      <legend>Try {at + 1}</legend>
      <Seen value={one.seen} onChange={(seen) => change({ ...one, seen: seen as TryResult["seen"] })}>
        <Label>What was seen?</Label>
        {Object.entries(motor.form.seen).map(([value, words]) => (
          <Checkbox key={value} value={value}>
            <span aria-hidden>{one.seen.includes(value as TryResult["seen"][number]) ? "☑" : "☐"}</span> {words}
          </Checkbox>
        ))}
      </Seen>
      <Grid>
        <NumberEntry
          label="Minute of the lesson"
          high={600}
          value={one.minute}
          onChange={(minute) => change({ ...one, minute })}
        />
        {read.map(({ field, label, unit }) => (
          <NumberEntry
            key={field}
            label={label}
            unit={unit === "turns" ? "" : unit}
            high={MOST_READ}
            value={one.readings[field as Reading]}
            onChange={(value) => change({ ...one, readings: { ...one.readings, [field]: value } })}
          />
        ))}
      </Grid>
      {at > 0 && (
        <EntryField
          label="What they changed before it, and why"
          value={one.changed}
          onChange={(changed) => change({ ...one, changed })}
        />
      )}
      {(one.fault || (one.seen.length > 0 && !went)) && (
        <Grid>
          <Wide>
            <PickField
              above
              label="What was wrong"
              value={one.fault || NOTHING}
              options={[
                { key: NOTHING, label: "Nothing was found" },
                ...motor.faults.map(({ id, sentence }) => ({ key: id, label: sentence })),
              ]}
              onChange={(fault) => change({ ...one, fault: fault === NOTHING ? "" : fault })}
            />
          </Wide>
          {one.fault && (
            <NumberEntry
              label="Found and mended in"
              unit="min"
              high={600}
              value={one.minutes}
              onChange={(minutes) => change({ ...one, minutes })}
            />
          )}
        </Grid>
      )}
      {one.fault && !went && at === of - 1 && (
        <Quiet>Did it go then? Note one more try: what helped teaches only where it went.</Quiet>
      )}
    </fieldset>
  );
}
const Seen = styled(CheckboxGroup)`
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
  font-size: 0.9rem;
  & > span:first-child {
    width: 100%;
    color: ${({ theme }) => theme.quiet};
  }
  label {
    cursor: pointer;
  }
  [data-focus-visible] {
    outline: 2px solid ${({ theme }) => theme.action};
  }
`;

const MOST_READ = 100_000;

export const Grid = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(130px, 1fr));
  gap: 6px 10px;
  align-items: end;
`;

const Wide = styled.div`
  grid-column: span 2;
`;
