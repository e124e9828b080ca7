import { useQuery } from "@tanstack/react-query";
import styled from "styled-components";
import { errorLine } from "../../api/client";
import { warmUpQuery, warmUpsQuery, type WarmUp } from "../../api/warmups";
import { CautionLine } from "../../theme/stage";
import { figureText } from "../../warmups/dials";
import { WarmUpDrawing } from "../../warmups/WarmUpDrawing";

/** Warm-ups as pupils get them, to predict on, and last what comes of each, for the teacher. */
export function WarmUpPaper() {
  const { data, error } = useQuery({ ...warmUpsQuery, retry: false });
  if (error) return <p role="alert">{errorLine(error)}</p>;
  if (!data) return <p role="status">Setting the benches …</p>;
  return (
    <>
      {data.map((warmUp, at) => (
        <Bench key={warmUp.id} warmUp={warmUp} at={at} />
      ))}
      <Key>
        <h2>For the teacher: what comes, and what to say</h2>
        {data.map((warmUp, at) => (
          <ClassResults key={warmUp.id} warmUp={warmUp} at={at} />
        ))}
      </Key>
    </>
  );
}

function Bench({ warmUp, at }: { warmUp: WarmUp; at: number }) {
  const { data } = useQuery({ ...warmUpQuery(warmUp.id, {}), retry: false });
  const set = warmUp.dials
    .map(({ label, start, unit, words }) => `${label} ${words[start] ?? figureText(start, unit)}`)
    .join(", ");
  return (
    <One>
      <h2>
        {at + 1} {warmUp.name}
      </h2>
      <p>
        Have: {warmUp.needs.join(", ")}. {warmUp.build}
      </p>
      <CautionLine>{warmUp.caution}</CautionLine>
      <p>Here: {set}.</p>
      <Drawn>{data && <WarmUpDrawing drawn={data.before} name={warmUp.name} />}</Drawn>
      <p>
        <b>{warmUp.question}</b> We predict:
      </p>
      <ul>
        {warmUp.options.map(({ id, words }) => (
          <li key={id}>☐ {words}</li>
        ))}
      </ul>
      <p>Because: ____________________________________ We saw: ____________________________________</p>
    </One>
  );
}

function ClassResults({ warmUp, at }: { warmUp: WarmUp; at: number }) {
  const { data } = useQuery({ ...warmUpQuery(warmUp.id, {}), retry: false });
  const words = warmUp.options.find(({ id }) => id === data?.right)?.words;
  return (
    <>
      <h3>
        {at + 1} {warmUp.name}
      </h3>
      {data && (
        <p>
          <b>{words}</b>, on {data.sure} of 100 such benches. {data.sentence}{" "}
          {data.figures
            .map(({ label, value, unit, band }) => {
              const [low, high] = band.map((end) => figureText(end, ""));
              return `${label}: ${figureText(value, unit)} (${low} to ${high}).`;
            })
            .join(" ")}
        </p>
      )}
      <p>{warmUp.say}</p>
    </>
  );
}

const One = styled.section`
  break-inside: avoid;
  border-bottom: 1px solid ${({ theme }) => theme.rule};
  ul {
    list-style: none;
    margin: 0;
    padding: 0;
    display: flex;
    flex-wrap: wrap;
    gap: 0 8mm;
  }
`;
/** As large as lets two benches stand on a sheet. */
const Drawn = styled.div`
  width: 120mm;
  height: 62mm;
  display: flex;
  & > div {
    min-height: 0;
  }
`;
const Key = styled.section`
  break-before: page;
`;
