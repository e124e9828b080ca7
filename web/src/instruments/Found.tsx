import { useState } from "react";
import styled from "styled-components";
import type { Recorded } from "../api/instruments";
import { MainButton, PlainButton, Quiet } from "../theme/parts";
import { ToolRow, Trouble } from "../theme/stage";
import type { useReading } from "./useReading";

/** Puts readings into the trial by their fields; `simulated` says that they are of no real motor. */
export type Take = (readings: Record<string, string>, simulated: boolean) => void;
/** Keeps a table of readings with the trial. */
export type Keep = (table: string) => void;

interface Props {
  reading: ReturnType<typeof useReading>;
  take: Take;
  keep: Keep;
}

/** What a recording told: the likeliest reading first, each taken by one press. */
export function Found({ reading, take, keep }: Props) {
  const { found, trouble } = reading;
  const [taken, setTaken] = useState<[Recorded, string] | null>(null);
  return (
    <>
      {trouble && <Trouble role="alert">{trouble}</Trouble>}
      {found && (
        <div data-found role="group" aria-label="What the recording tells">
          <p role="status">{found.sentence}</p>
          <Choices>
            {found.choices.map((choice, at) => {
              const press = () => {
                take(asText(choice.take), found.simulated);
                setTaken([found, choice.label]);
              };
              const Press = at === 0 ? MainButton : PlainButton;
              return (
                <li key={choice.label}>
                  <Press onPress={press} aria-label={`Take ${choice.label}`}>
                    <Large>{choice.label}</Large>
                  </Press>
                  <Quiet role="status">
                    {taken?.[0] === found && taken[1] === choice.label
                      ? "Taken into the trial."
                      : found.choices.length > 1 && `chance ${percent(choice.chance)}`}
                  </Quiet>
                </li>
              );
            })}
          </Choices>
          <ToolRow>
            <PlainButton onPress={() => keep(found.table)}>Record: keep it with the trial</PlainButton>
            <Quiet>Only how loud it is, or how bright the square is, is kept: no speech, no picture.</Quiet>
          </ToolRow>
        </div>
      )}
    </>
  );
}

const percent = (share: number) => `${Math.round(share * 100)} %`;
const asText = (take: Recorded["choices"][number]["take"]) =>
  Object.fromEntries(Object.entries(take).map(([field, value]) => [field, String(value)]));

const Choices = styled.ul`
  list-style: none;
  margin: 4px 0;
  padding: 0;
  li {
    display: flex;
    align-items: center;
    gap: 14px;
  }
`;
const Large = styled.b`
  font-size: 1.3rem;
  font-variant-numeric: tabular-nums;
`;
