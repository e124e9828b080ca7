import styled from "styled-components";
import type { Found, Thing } from "../api/things";
import { Quiet } from "../theme/parts";

interface Props {
  found: Found;
  thing: Thing;
  busy: boolean;
  any: boolean;
}

const LIKELY = 3; // choices that are told

/** What a thing is by its readings: figures with their bands, choices with their chances. */
export function ThingAnswer({ found, thing, busy, any }: Props) {
  const next = thing.aids.find(({ id }) => id === found.next?.id);
  return (
    <div role="status" aria-busy={busy} data-answer>
      <dl>
        {found.figures.map(({ name, label, unit, low, value, high }) => (
          <Figure key={name}>
            <dt>{label}</dt>
            <dd>
              <b>{value}</b> {unit}{" "}
              <Quiet>
                ({low} to {high})
              </Quiet>
            </dd>
          </Figure>
        ))}
        {found.choices.map(({ name, label, chances }) => (
          <Figure key={name}>
            <dt>{label}</dt>
            <dd>
              {(chances as [string, number][]).slice(0, LIKELY).map(([word, chance]) => (
                <Chance key={word}>
                  <i style={{ width: `${Math.round(100 * chance)}px` }} aria-hidden />
                  <span>
                    {word} <Quiet>{Math.round(100 * chance)} of 100</Quiet>
                  </span>
                </Chance>
              ))}
            </dd>
          </Figure>
        ))}
      </dl>
      {next && (
        <p>
          <b>{any ? "Next" : "First"}:</b> {next.name.toLowerCase()}. It is the most useful test for the time.
        </p>
      )}
      {!next && any && <p>No further test would narrow it much.</p>}
    </div>
  );
}

const Figure = styled.div`
  padding: 4px 0;
  dt {
    color: ${({ theme }) => theme.quiet};
    font-size: 0.9rem;
  }
  dd {
    margin: 0;
  }
  b {
    font-size: 1.5rem;
  }
`;
const Chance = styled.div`
  display: flex;
  align-items: center;
  gap: 8px;
  i {
    display: block;
    height: 10px;
    min-width: 1px;
    background: ${({ theme }) => theme.carriesCurrent};
  }
`;
