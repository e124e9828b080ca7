import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { FileTrigger } from "react-aria-components";
import { Link, useLocation, useNavigate } from "react-router";
import styled from "styled-components";
import * as classes from "../api/classes";
import { errorLine } from "../api/client";
import { shelfQuery } from "../api/queries";
import { PickField } from "../parts/PickField";
import { TopBand } from "../shell/TopBand";
import { PlainButton, Quiet } from "../theme/parts";
import { RoomHead, RoomPage, RoomTools } from "../theme/room";
import { Trouble } from "../theme/stage";
import { newPlan } from "./planning";

/** All classes: one is opened, or a new one begun with a motor of the shelf. */
export function ClassesPage() {
  const queries = useQueryClient();
  const go = useNavigate();
  const { state } = useLocation() as { state: { gone?: { id: string; title: string } } | null };
  const [gone, setGone] = useState(state?.gone ?? null);
  const { data, error } = useQuery({ ...classes.classesQuery, retry: false });
  const { data: shelf } = useQuery(shelfQuery);
  useEffect(() => {
    document.title = "Classes · Oak Spin";
  }, []);
  const open = useMutation({
    mutationFn: (call: () => Promise<classes.SchoolClass>) => call(),
    onSuccess: (answer) => {
      queries.setQueryData(classes.classQuery(answer.id).queryKey, answer);
      void queries.invalidateQueries({ queryKey: classes.classesQuery.queryKey, exact: true });
      void go(`/classes/${answer.id}`);
    },
  });
  const read = async (files: FileList | null) => {
    const text = await files?.[0]?.text();
    if (text === undefined) return;
    open.mutate(async () => {
      let content: Record<string, unknown>;
      try {
        content = JSON.parse(text) as Record<string, unknown>;
      } catch {
        throw new Error("This is no class of Oak Spin: choose an .oakclass.json file.");
      }
      return classes.importClass(content);
    });
  };
  const trouble = error ?? open.error;
  return (
    <RoomPage>
      <TopBand />
      <Main>
        <RoomHead>
          <h1>Classes</h1>
          <RoomTools>
            <Link to="/warm-ups">Warm-ups</Link>{" "}
            <FileTrigger acceptedFileTypes={[".json"]} onSelect={(files) => void read(files)}>
              <PlainButton>Open a class file</PlainButton>
            </FileTrigger>
          </RoomTools>
        </RoomHead>
        {trouble && <Trouble role="alert">{errorLine(trouble)}</Trouble>}
        {gone && (
          <p role="status">
            {gone.title} was put away.{" "}
            <PlainButton
              onPress={() => {
                open.mutate(() => classes.putClassBack(gone.id));
                setGone(null);
              }}
            >
              Put it back
            </PlainButton>
          </p>
        )}
        <p>
          One motor that goes is a demonstration; twelve that go within the hour is a lesson. Plan it here: how many
          will go, what stops the rest, what to prepare, what to lay out.
        </p>
        <New>
          <PickField
            above
            label="Plan a class: all build"
            value={null}
            options={(shelf?.motors ?? []).map(({ id, title }) => ({ key: id, label: title }))}
            onChange={(id) => open.mutate(async () => classes.addClass(newPlan(await classes.classMotor(id))))}
          />
          {shelf?.motors.length === 0 && (
            <p>
              The shelf is empty. <Link to="/motors">Make a motor first</Link>: what all build is chosen from there.
            </p>
          )}
        </New>
        {data?.length === 0 && (
          <p>
            No class is planned yet.{" "}
            <PlainButton onPress={() => open.mutate(classes.addSampleClass)}>Open the harbor school&apos;s</PlainButton>
          </p>
        )}
        <List>
          {data?.map(({ id, title, date, groups, minutes, motors }) => (
            <li key={id}>
              <Link to={`/classes/${id}`}>{title}</Link>
              <Quiet>
                {date} · {groups} groups · {minutes} min · {motors.join(", ")}
              </Quiet>
            </li>
          ))}
        </List>
      </Main>
    </RoomPage>
  );
}

const Main = styled.main`
  overflow: auto;
`;
const New = styled.div`
  padding: 0 20px;
  max-width: 420px;
`;
const List = styled.ul`
  list-style: none;
  margin: 12px 0;
  padding: 0 20px;
  li {
    display: grid;
    gap: 2px;
    padding: 8px 0;
    border-top: 1px solid ${({ theme }) => theme.rule};
  }
  a {
    color: ${({ theme }) => theme.action};
    font-weight: 650;
    font-size: 1.1rem;
  }
`;
