import { useQuery } from "@tanstack/react-query";
import styled from "styled-components";
import type { Best, ProblemError, Setting } from "../api/client";
import { withSettings } from "../api/design";
import { useLearnedKey } from "../learn/LearnedProvider";
import { bestQuery } from "../api/queries";
import type { Working } from "../shell/useDemonstration";
import { MainButton, Quiet } from "../theme/parts";
import { Table, Trouble } from "../theme/stage";
import { rounded } from "../units";
import { namedIn } from "./named";

/** The best value of each number that matters most, all others left as they are, with what limits it. */
export function BestOfEach({ working }: { working: Working }) {
  const { data, error } = useQuery({ ...bestQuery(working.design, useLearnedKey()), retry: false });
  if (error) return <Trouble role="alert">{(error as ProblemError).line}</Trouble>;
  if (!data) return <Quiet role="status">Trying each number …</Quiet>;
  if (data.length === 0) return <p>No single number makes it go. See what helps most in Choose, then come back.</p>;
  const use = (best: Best) =>
    working.commit(
      { design: withSettings(working.design, best.settings as Setting[]) },
      `${best.factor.name}: ${rounded(best.value)} ${best.factor.unit}`.trim(),
    );
  return (
    <section aria-label="Best for speed">
      <p>
        <Quiet>
          The value that gives the most speed over all builds, each number on its own. Use one, and the rest are worked
          out again.
        </Quiet>
      </p>
      <Roomy>
        <thead>
          <tr>
            <th>Number</th>
            <th>Now</th>
            <th>Best</th>
            <th>Why not less, or more</th>
            <th>Use it</th>
          </tr>
        </thead>
        <tbody>
          {data.map((best) => {
            const isBest = Math.abs(best.value - best.factor.value) < 1e-6;
            return (
              <tr key={best.factor.pointer} data-best={best.factor.pointer}>
                <td>{namedIn(best.factor)}</td>
                <td>
                  {rounded(best.factor.value)} {best.factor.unit}
                </td>
                <td>
                  <b>
                    {rounded(best.value)} {best.factor.unit}
                  </b>
                </td>
                <td>{best.sentence}</td>
                <td>
                  <MainButton
                    isDisabled={isBest}
                    aria-label={`${isBest ? "as it is" : "Use"}: best ${best.factor.name.toLowerCase()}`}
                    onPress={() => use(best)}
                  >
                    {isBest ? "as it is" : "Use"}
                  </MainButton>
                </td>
              </tr>
            );
          })}
        </tbody>
      </Roomy>
    </section>
  );
}

const Roomy = styled(Table)`
  font-size: 1rem;
  button {
    white-space: nowrap;
  }
  td,
  th {
    padding: 9px 14px 9px 0;
  }
`;
