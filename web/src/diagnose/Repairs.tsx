import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import styled from "styled-components";
import { post, errorLine } from "../api/client";
import { repairsQuery } from "../api/diagnose";
import { PlainButton, Quiet } from "../theme/parts";
import { Trouble } from "../theme/stage";

/** What was wrong with this motor before, newest first: what helped, after how many minutes; nothing while nothing was. */
export function Repairs({ id }: { id: string }) {
  const queries = useQueryClient();
  const { data } = useQuery(repairsQuery(id));
  const strike = useMutation({
    mutationFn: ({ repair, way }: { repair: string; way: "strike" | "put-back" }) =>
      post(`/api/shelf/{id}/repairs/{repair}/${way}`, { params: { path: { id, repair } } }),
    onSettled: async () => {
      await queries.invalidateQueries({ queryKey: repairsQuery(id).queryKey });
      await queries.invalidateQueries({ queryKey: ["diagnose"] });
    },
  });
  if (!data || data.length === 0) return null;
  return (
    <section aria-label="What was wrong with it">
      <h2>What was wrong with it</h2>
      {strike.error && <Trouble role="alert">{errorLine(strike.error)}</Trouble>}
      <List>
        {[...data].reverse().map(({ id: repair, made_at, sentence, repair: { group, minutes }, struck }) => (
          <li key={repair} data-struck={struck || undefined}>
            <span>
              {sentence} <Quiet>{when(made_at)}</Quiet> {group && `${group}: `}
              {minutes === null ? "fixed" : `fixed after ${round(minutes)} min`}
              {struck && ", crossed out"}
            </span>
            <PlainButton
              aria-label={`${struck ? "Put back" : "Cross out"}: ${sentence}`}
              onPress={() => strike.mutate({ repair, way: struck ? "put-back" : "strike" })}
            >
              {struck ? "Put back" : "Cross out"}
            </PlainButton>
          </li>
        ))}
      </List>
    </section>
  );
}

const when = (time: string) => new Date(time).toLocaleString("en-US", { dateStyle: "medium", timeStyle: "short" });
const round = (minutes: number) => (minutes < 10 ? Math.round(minutes * 10) / 10 : Math.round(minutes));

const List = styled.ul`
  list-style: none;
  padding: 0;
  li {
    display: flex;
    justify-content: space-between;
    gap: 10px;
    font-size: 0.92rem;
    padding: 3px 0;
    border-bottom: 1px solid ${({ theme }) => theme.rule};
  }
  li[data-struck] span {
    color: ${({ theme }) => theme.quiet};
    text-decoration: line-through;
  }
`;
