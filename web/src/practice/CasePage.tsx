import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect } from "react";
import { Link, useNavigate, useParams } from "react-router";
import styled from "styled-components";
import { errorLine } from "../api/client";
import { act, begin, caseQuery, help, practiceQuery, type PracticeCase } from "../api/practice";
import { TopBand } from "../shell/TopBand";
import { Quiet } from "../theme/parts";
import { RoomHead, RoomPage } from "../theme/room";
import { Trouble } from "../theme/stage";
import { ClassCase } from "./ClassCase";
import { MotorCase } from "./MotorCase";
import { nextOf } from "./rounds";

/** One case of practice: a motor with a hidden fault, or a class that waits. */
export function CasePage() {
  const { id = "" } = useParams();
  const queries = useQueryClient();
  const go = useNavigate();
  const { data, error } = useQuery({ ...caseQuery(id), retry: false });
  useEffect(() => {
    document.title = "Practice · Oak Spin";
  }, []);
  const done = useMutation({
    mutationFn: (call: () => Promise<PracticeCase>) => call(),
    onSuccess: (found) => {
      queries.setQueryData(caseQuery(found.id).queryKey, found);
      void queries.invalidateQueries({ queryKey: practiceQuery.queryKey, exact: true });
      if (found.id !== id) void go(`/practice/${found.id}`);
    },
  });
  const next = () => done.mutate(() => begin(nextOf(data!)));
  const trouble = error ?? done.error;
  return (
    <RoomPage>
      <TopBand />
      <main>
        <RoomHead>
          <h1>Practice</h1>
          {data && (
            <Quiet>
              case {data.place} of {data.cases} · {(data.case ?? data.crowd)!.kind}
            </Quiet>
          )}
          {done.isPending && <Quiet role="status">…</Quiet>}
          <Link to="/practice">End the round</Link>
        </RoomHead>
        {trouble && <Trouble role="alert">{errorLine(trouble)}</Trouble>}
        {!data && !trouble && <Waiting role="status">A fault is being hidden in a motor …</Waiting>}
        {data?.case && (
          <MotorCase
            key={data.id}
            shown={data}
            view={data.case}
            busy={done.isPending}
            act={(what) => done.mutate(() => act(id, data.case!.did.length - 1, what))}
            next={next}
          />
        )}
        {data?.crowd && (
          <ClassCase
            key={data.id}
            shown={data}
            view={data.crowd}
            busy={done.isPending}
            help={(group) => done.mutate(() => help(id, data.crowd!.turns.length, group))}
            next={next}
          />
        )}
      </main>
    </RoomPage>
  );
}

const Waiting = styled.p`
  padding: 20px;
`;
