import styled from "styled-components";

/** How things are when a step is done, numbered as the spots of its drawing are. */
export function DoneWhen({ done }: { done: readonly string[] }) {
  if (done.length === 0) return null;
  return (
    <When>
      {done.map((what) => (
        <li key={what}>{what}</li>
      ))}
    </When>
  );
}

const When = styled.ol`
  && {
    counter-reset: spot;
    list-style: none;
    margin: 4px 0;
    padding: 0;
  }
  &&& li {
    border: 0;
    counter-increment: spot;
    display: flex;
    gap: 7px;
    align-items: baseline;
    margin: 0;
    padding: 1px 0;
  }
  &&& li::before {
    content: counter(spot);
    flex: none;
    width: 1.35em;
    height: 1.35em;
    border: 1.5px solid currentColor;
    border-radius: 50%;
    font-size: 0.8em;
    font-weight: 700;
    line-height: 1.3em;
    text-align: center;
  }
`;
