import { useState } from "react";
import styled from "styled-components";
import type { ClassResults, GroupResults, MotorToNote, TryResult } from "../api/classes";
import { EntryField } from "../parts/EntryField";
import { PlainButton } from "../theme/parts";
import { ToolRow } from "../theme/stage";
import { groupIn, motorIn, newTry, withGroup, withTries } from "./noting";
import { NumberEntry } from "./NumberEntry";
import { Grid, Try } from "./TryNote";

const MOST_TRIES = 20;

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
