import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { Checkbox } from "react-aria-components";
import styled from "styled-components";
import { post, errorLine } from "../api/client";
import { benchQuery } from "../api/learning";
import { TopBand } from "../shell/TopBand";
import { MainButton, PlainButton, Quiet } from "../theme/parts";
import { ToolRow, Trouble } from "../theme/stage";

/** What all trials of this user taught of every motor: to be looked at, switched off, begun anew. */
export function BenchPage() {
  const queries = useQueryClient();
  const { data, error } = useQuery({ ...benchQuery, retry: false });
  const [asking, setAsking] = useState(false);
  const [trouble, setTrouble] = useState("");
  useEffect(() => {
    document.title = "What your bench taught · Oak Spin";
  }, []);
  const change = async (body: { counts?: boolean; anew?: true }) => {
    setAsking(false);
    try {
      const answer = await post("/api/bench", { body: { counts: null, anew: null, ...body } });
      queries.setQueryData(benchQuery.queryKey, answer);
      await queries.invalidateQueries({ queryKey: ["trials"] });
    } catch (problem) {
      setTrouble(errorLine(problem as Error));
    }
  };
  return (
    <Page>
      <TopBand />
      <main>
        <h1>What your bench taught</h1>
        <p>
          Some things are alike in every motor that you build: how slippery your metals are, how well contacts stay
          closed. Trials of one motor narrow them for all others.
        </p>
        {(error || trouble) && <Trouble role="alert">{error ? errorLine(error) : trouble}</Trouble>}
        {!data && !error && <Quiet role="status">Learning from all trials …</Quiet>}
        {data && (
          <>
            <ToolRow>
              <Counts isSelected={data.counts} onChange={(counts) => void change({ counts })}>
                <span aria-hidden>{data.counts ? "☑" : "☐"}</span> Let it count for every motor
              </Counts>
              {asking ? (
                <>
                  <Quiet>Earlier trials then teach nothing any more, of any motor. They stay in the lists.</Quiet>
                  <MainButton onPress={() => void change({ anew: true })}>Start over</MainButton>
                  <PlainButton onPress={() => setAsking(false)}>Cancel</PlainButton>
                </>
              ) : (
                <PlainButton onPress={() => setAsking(true)}>Start over …</PlainButton>
              )}
            </ToolRow>
            <Quiet as="p">
              {data.trials === 0
                ? "No trial has taught anything yet. One with turns, current and volts is a good start."
                : `From ${data.trials} ${data.trials === 1 ? "trial" : "trials"} of ${data.motors} ${data.motors === 1 ? "motor" : "motors"}.`}
              {data.since && ` Since ${new Date(data.since).toLocaleDateString("en-US")}.`}
            </Quiet>
            <List aria-label="What your bench taught">
              {data.things.map((thing) => (
                <li key={thing.name}>
                  {thing.sentence} <Quiet>{thing.helps}</Quiet>
                </li>
              ))}
            </List>
            {data.trials > 0 && data.things.length === 0 && (
              <p>Nothing that all motors share stands out from what was thought.</p>
            )}
          </>
        )}
      </main>
    </Page>
  );
}

const Page = styled.div`
  main {
    max-width: 860px;
    padding: 20px;
  }
`;
const Counts = styled(Checkbox)`
  font-size: 1rem;
`;
const List = styled.ul`
  padding-left: 20px;
  li {
    margin: 8px 0;
  }
`;
