import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Checkbox } from "react-aria-components";
import styled from "styled-components";
import { errorLine, type KindView } from "../api/client";
import { kindsQuery } from "../api/queries";
import { Thumbnail } from "../drawing/Thumbnail";
import { MainButton, Quiet } from "../theme/parts";
import { Trouble } from "../theme/stage";

const DRAWN = { width: 150, height: 108 };

/** What a kind still lacks of what one has. */
export const lacking = (kind: Pick<KindView, "needs">, has: ReadonlySet<string>) =>
  kind.needs.filter((need) => !has.has(need));

/** The kinds of motor as pictures; what one has brings those to the front that can be built at once. */
export function KindPicker({ start }: { start: (kind: string) => void }) {
  const { data, error } = useQuery(kindsQuery);
  const [has, setHas] = useState<ReadonlySet<string>>(new Set());
  if (error) return <Trouble role="alert">{errorLine(error)}</Trouble>;
  if (!data) return <Quiet role="status">Loading …</Quiet>;
  const kinds = data as KindView[];
  const things = [...new Set(kinds.flatMap((kind) => kind.needs))];
  const order = [...kinds].sort((one, other) => lacking(one, has).length - lacking(other, has).length);
  const tick = (thing: string, on: boolean) => {
    const next = new Set(has);
    if (on) next.add(thing);
    else next.delete(thing);
    setHas(next);
  };
  return (
    <>
      <Have role="group" aria-label="What do you have?">
        <b>What do you have?</b>
        {things.map((thing) => (
          <Checkbox key={thing} isSelected={has.has(thing)} onChange={(on) => tick(thing, on)}>
            <span aria-hidden>{has.has(thing) ? "☑" : "☐"}</span> {thing}
          </Checkbox>
        ))}
      </Have>
      <Kinds>
        {(has.size ? order : kinds).map((kind) => {
          const lacks = lacking(kind, has);
          return (
            <li key={kind.id} data-kind={kind.id}>
              <Thumbnail geometry={kind.drawing} {...DRAWN} />
              <div>
                <h3>{kind.name}</h3>
                <p>{kind.what_moves}</p>
                {has.size === 0 ? (
                  <Quiet>{kind.built_from}</Quiet>
                ) : lacks.length === 0 ? (
                  <b>You have what it takes.</b>
                ) : (
                  <Quiet>Still needed: {lacks.join(", ")}.</Quiet>
                )}
              </div>
              <MainButton aria-label={`Start a ${kind.name.toLowerCase()}`} onPress={() => start(kind.id)}>
                Start
              </MainButton>
            </li>
          );
        })}
      </Kinds>
    </>
  );
}

const Have = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  padding: 6px 0 10px;
  .react-aria-Checkbox {
    cursor: pointer;
    padding: 3px 4px;
    &[data-focus-visible] {
      outline: 2.5px solid ${({ theme }) => theme.action};
    }
  }
`;
const Kinds = styled.ul`
  list-style: none;
  padding: 0;
  li {
    display: grid;
    grid-template-columns: ${DRAWN.width}px 1fr auto;
    gap: 14px;
    align-items: center;
    padding: 6px 0;
    border-top: 1px solid ${({ theme }) => theme.rule};
  }
`;
