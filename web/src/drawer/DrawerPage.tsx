import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { FileTrigger } from "react-aria-components";
import { Link } from "react-router";
import styled from "styled-components";
import * as drawer from "../api/drawer";
import { faultLine, errorLine } from "../api/client";
import { PickField } from "../parts/PickField";
import { TopBand } from "../shell/TopBand";
import { MainButton, PlainButton, Quiet } from "../theme/parts";
import { RoomHead, RoomPage } from "../theme/room";
import { StageColumns, ToolRow, Trouble } from "../theme/stage";
import { EntrySheet } from "./EntrySheet";
import { differs, emptyEntry, telling, type Draft } from "./form";

/** What is shown on the right: a kept part, or a new one of a sort. */
type Open = { id: string } | { sort: string } | null;

/** The Drawer: parts that are owned, how many, what is known of each and how. */
export function DrawerPage() {
  const queries = useQueryClient();
  const { data, error } = useQuery({ ...drawer.drawerQuery, retry: false });
  const [open, setOpen] = useState<Open>(null);
  // What is typed on a part outlives a look at another, and a save that was refused; by part, or by sort where it is
  // new.
  const [drafts, setDrafts] = useState<Record<string, Draft>>({});
  const [gone, setGone] = useState<drawer.Owned | null>(null);
  const [table, setTable] = useState<{ text: string; taken: drawer.Taken } | null>(null);
  const [status, setStatus] = useState("");
  useEffect(() => {
    document.title = "Parts · Oak Spin";
  }, []);
  const done = useMutation({
    mutationFn: (call: () => Promise<unknown>) => call(),
    onSettled: () => queries.invalidateQueries({ queryKey: drawer.drawerQuery.queryKey }),
  });
  const run = <T,>(call: () => Promise<T>, after?: (answer: T) => void) => {
    setStatus("");
    done.mutate(async () => {
      const answer = await call();
      after?.(answer);
    });
  };
  const read = async (files: FileList | null, keepGood: boolean) => {
    const text = files?.[0] ? await files[0].text() : (table?.text ?? "");
    run(
      () => drawer.takeIn(text, keepGood),
      (taken) => {
        setTable(taken.faults.length > 0 && !keepGood ? { text, taken } : null);
        setStatus(taken.taken > 0 ? `${taken.taken} ${taken.taken === 1 ? "entry" : "entries"} came in.` : "");
      },
    );
  };
  const entries = data?.entries ?? [];
  const shown = open && "id" in open ? entries.find(({ id }) => id === open.id) : undefined;
  const sortOf = (id: string) => data?.sorts.find((sort) => sort.id === id);
  const sort = shown ? sortOf(shown.entry.sort) : open && "sort" in open ? sortOf(open.sort) : undefined;
  const key = shown?.id ?? sort?.id ?? "";
  const forget = () =>
    setDrafts((before) => Object.fromEntries(Object.entries(before).filter(([each]) => each !== key)));
  const trouble = error ?? done.error;
  const unsaved = (owned: drawer.Owned, sort: drawer.Sort) => {
    const draft = drafts[owned.id];
    return draft !== undefined && differs(draft, owned.entry, sort);
  };
  const groups = (data?.sorts ?? []).map(
    (each) => [each, entries.filter(({ entry }) => entry.sort === each.id)] as const,
  );
  return (
    <RoomPage>
      <TopBand />
      <main>
        <RoomHead>
          <h1>Parts</h1>
          <Quiet role="status">{data && `${entries.length} ${entries.length === 1 ? "entry" : "entries"}`}</Quiet>
          <Tools>
            <Link to="/build">Find a motor</Link>
            <Link to="/things">What is this?</Link>
            <FileTrigger acceptedFileTypes={[".csv"]} onSelect={(files) => void read(files, false)}>
              <PlainButton>Import a CSV table</PlainButton>
            </FileTrigger>
            {entries.length > 0 && (
              <a href="/api/drawer.csv" download>
                Save as CSV
              </a>
            )}
          </Tools>
        </RoomHead>
        {trouble && <Trouble role="alert">{errorLine(trouble)}</Trouble>}
        {status && <p role="status">{status}</p>}
        {gone && (
          <p role="status">
            {gone.entry.name} was put away.{" "}
            <PlainButton
              onPress={() => {
                run(() => drawer.putBack(gone.id));
                setGone(null);
              }}
            >
              Put it back
            </PlainButton>
          </p>
        )}
        {table && (
          <Faults role="alert">
            <p>Nothing came in: {table.taken.faults.length === 1 ? "a row is" : "some rows are"} wrong.</p>
            <ul>
              {table.taken.faults.map((fault, at) => (
                <li key={at}>{faultLine(fault)}</li>
              ))}
            </ul>
            <ToolRow>
              <MainButton onPress={() => void read(null, true)}>Take the good rows</MainButton>
              <PlainButton onPress={() => setTable(null)}>Leave it</PlainButton>
            </ToolRow>
          </Faults>
        )}
        {data && (
          <StageColumns $wide="minmax(0, 4fr) minmax(0, 6fr)">
            <section aria-label="In the drawer">
              {entries.length === 0 && (
                <>
                  <p>What lies in your drawer? Put in what you have: parts by the piece, wire by the meter.</p>
                  <MainButton onPress={() => run(drawer.loadSample)}>Fill it with the harbor school&apos;s</MainButton>
                </>
              )}
              <PickField
                above
                label="Add a part"
                value={null}
                options={data.sorts.map(({ id, name }) => ({ key: id, label: name }))}
                onChange={(id) => setOpen({ sort: id })}
              />
              {groups.map(
                ([each, some]) =>
                  some.length > 0 && (
                    <div key={each.id}>
                      <h2>{each.name}</h2>
                      <List>
                        {some.map((owned) => (
                          <li key={owned.id} data-entry={owned.entry.name}>
                            <Line
                              aria-current={shown?.id === owned.id || undefined}
                              onPress={() => setOpen({ id: owned.id })}
                            >
                              <b>
                                {owned.entry.amount}
                                {owned.unit === "m" ? " m" : " ×"}
                              </b>{" "}
                              {owned.entry.name}
                              <Quiet> {unsaved(owned, each) ? "not saved yet" : telling(owned.entry, each)}</Quiet>
                            </Line>
                          </li>
                        ))}
                      </List>
                    </div>
                  ),
              )}
            </section>
            <section aria-label="The part">
              {sort && (
                <>
                  <h2>{shown ? shown.entry.name : `New: ${sort.name.toLowerCase()}`}</h2>
                  <EntrySheet
                    key={key}
                    draft={drafts[key] ?? null}
                    write={(draft) => setDrafts((before) => ({ ...before, [key]: draft }))}
                    owned={shown ?? null}
                    entry={shown?.entry ?? emptyEntry(sort)}
                    sort={sort}
                    busy={done.isPending}
                    save={(entry, change) =>
                      run(
                        () =>
                          shown ? drawer.saveEntry(shown.id, shown.version, entry, change) : drawer.addEntry(entry),
                        (kept) => {
                          forget();
                          setOpen({ id: kept.id });
                        },
                      )
                    }
                    use={(amount) => run(() => drawer.useUp(shown!.id, shown!.version, amount), forget)}
                    split={(amount) => run(() => drawer.layApart(shown!.id, shown!.version, amount), forget)}
                    undo={() => run(() => drawer.undoEntry(shown!.id, shown!.version), forget)}
                    remove={() =>
                      run(
                        () => drawer.putAway(shown!.id),
                        () => {
                          setGone(shown!);
                          setOpen(null);
                        },
                      )
                    }
                  />
                </>
              )}
              {!sort && entries.length > 0 && <Quiet>Choose a part on the left to see what is known of it.</Quiet>}
            </section>
          </StageColumns>
        )}
      </main>
    </RoomPage>
  );
}

const Tools = styled(ToolRow)`
  margin-left: auto;
`;
const Faults = styled.div`
  padding: 4px 20px 10px;
  border-left: 4px solid ${({ theme }) => theme.state.fails};
`;
const List = styled.ul`
  list-style: none;
  padding: 0;
  li {
    border-bottom: 1px solid ${({ theme }) => theme.rule};
  }
`;
const Line = styled(PlainButton)`
  width: 100%;
  text-align: left;
  color: inherit;
  &[aria-current] {
    background: ${({ theme }) => theme.actionPale};
  }
`;
