import { useEffect, useRef, useState } from "react";
import { Checkbox, CheckboxGroup, Label } from "react-aria-components";
import styled from "styled-components";
import type { ClassResults, GroupResults, MotorToNote, TryResult } from "../api/classes";
import { EntryField } from "../parts/EntryField";
import { PickField } from "../parts/PickField";
import { PlainButton, Quiet } from "../theme/parts";
import { ToolRow } from "../theme/stage";
import { goes, groupIn, motorIn, newTry, withGroup, withTries, type Reading } from "./noting";
import { NumberEntry } from "./NumberEntry";

const MOST_TRIES = 20;
const MOST_READ = 100_000;

interface Props {
  group: string;
  results: ClassResults;
  motors: MotorToNote[];
  change: (results: ClassResults) => void;
}

/** What one group did: tries of each motor, what was found wrong, and their words. */
export function GroupNote({ group, results, motors, change }: Props) {
  const entry = groupIn(results, group);
  const set = (next: GroupResults) => change(withGroup(results, next));
  return (
    <Form aria-label={`What ${group} did`}>
      <h2>{group}</h2>
      {motors.map((motor, at) => (
        <MotorNote
          key={at}
          motor={motor}
          several={motors.length > 1}
          tries={motorIn(entry, at)?.tries ?? null}
          change={(tries) => set(withTries(entry, at, tries))}
        />
      ))}
      <Grid>
        <NumberEntry
          label="Waited for help"
          unit="min"
          high={600}
          value={entry.waited}
          onChange={(waited) => set({ ...entry, waited })}
        />
        <NumberEntry
          whole
          label="Right before"
          high={results.questions ?? 100}
          value={entry.before}
          onChange={(before) => set({ ...entry, before })}
        />
        <NumberEntry
          whole
          label="Right after"
          high={results.questions ?? 100}
          value={entry.after}
          onChange={(after) => set({ ...entry, after })}
        />
      </Grid>
      <EntryField
        label="What they predicted"
        lines={2}
        value={entry.predicted}
        onChange={(predicted) => set({ ...entry, predicted })}
      />
      <EntryField
        label="What they learned, and would try next"
        lines={2}
        value={entry.learned}
        onChange={(learned) => set({ ...entry, learned })}
      />
    </Form>
  );
}

interface MotorProps {
  motor: MotorToNote;
  several: boolean;
  tries: TryResult[] | null;
  change: (tries: TryResult[] | null) => void;
}

function MotorNote({ motor, several, tries, change }: MotorProps) {
  const [added, setAdded] = useState(-1);
  const set = (at: number, next: TryResult) => change((tries ?? []).map((one, other) => (other === at ? next : one)));
  return (
    <section aria-label={motor.title}>
      {several && <h3>{motor.title}</h3>}
      {tries?.length === 0 && <p>Not built in time.</p>}
      {tries?.map((one, at) => (
        <Try
          key={at}
          fresh={at === added}
          at={at}
          of={tries.length}
          one={one}
          motor={motor}
          change={(next) => set(at, next)}
        />
      ))}
      <ToolRow>
        {(tries?.length ?? 0) < MOST_TRIES && (
          <PlainButton
            onPress={() => {
              setAdded(tries?.length ?? 0);
              change([...(tries ?? []), newTry()]);
            }}
          >
            {tries?.length ? "One more try" : "They tried it"}
          </PlainButton>
        )}
        {!tries && <PlainButton onPress={() => change([])}>Not built in time</PlainButton>}
        {tries && (
          <PlainButton onPress={() => change(tries.length > 1 ? tries.slice(0, -1) : null)}>
            {tries.length > 0 ? `Take try ${tries.length} out` : "Take this back"}
          </PlainButton>
        )}
      </ToolRow>
    </section>
  );
}

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

function Try({ fresh, at, of, one, motor, change }: TryProps) {
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

const Form = styled.form`
  display: grid;
  gap: 10px;
  fieldset {
    border: 0;
    border-top: 1px solid ${({ theme }) => theme.rule};
    margin: 0 0 8px;
    padding: 2px 0 0;
    display: grid;
    gap: 6px;
  }
  legend {
    font-weight: 650;
    padding-right: 8px;
  }
`;
const Grid = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(130px, 1fr));
  gap: 6px 10px;
  align-items: end;
`;
const Wide = styled.div`
  grid-column: span 2;
`;
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
