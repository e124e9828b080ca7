import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { Label, Radio, RadioGroup } from "react-aria-components";
import { Link } from "react-router";
import styled from "styled-components";
import { drawerQuery } from "../api/drawer";
import { errorLine } from "../api/client";
import { foundQuery, intoDrawer, thingsQuery, type Aid, type Read, type Thing } from "../api/things";
import { EntryField } from "../parts/EntryField";
import { TopBand } from "../shell/TopBand";
import { PlainButton, Quiet } from "../theme/parts";
import { RoomHead, RoomPage } from "../theme/room";
import { StageColumns, ToolRow, Trouble } from "../theme/stage";
import { ThingAnswer } from "./ThingAnswer";
import { Test } from "./Test";

const KEY = "oakspin.things";
type Kept = Record<string, Read[]>;

/** What is this? By what lies in the hand: tests, what they say together, and which would tell most next. */
export function ThingsPage() {
  const { data: things, error } = useQuery({ ...thingsQuery, retry: false });
  const [sort, setSort] = useState("wire");
  const [reads, setReads] = useState<Kept>(kept);
  useEffect(() => {
    document.title = "What is this? · Oak Spin";
  }, []);
  const change = (next: Read[]) => {
    const all = { ...reads, [sort]: next };
    localStorage.setItem(KEY, JSON.stringify(all));
    setReads(all);
  };
  const thing = things?.find(({ id }) => id === sort);
  return (
    <RoomPage>
      <TopBand />
      <main>
        <RoomHead>
          <h1>What is this?</h1>
        </RoomHead>
        {error && <Trouble role="alert">{errorLine(error)}</Trouble>}
        {things && (
          <Sorts value={sort} onChange={setSort} orientation="horizontal">
            <Label>In your hand lies a</Label>
            {things.map(({ id, name }) => (
              <Radio key={id} value={id}>
                {({ isSelected }) => (
                  <>
                    <span aria-hidden>{isSelected ? "●" : "○"}</span> {name.toLowerCase()}
                  </>
                )}
              </Radio>
            ))}
          </Sorts>
        )}
        {thing && <Finding key={thing.id} thing={thing} reads={reads[thing.id] ?? []} change={change} />}
      </main>
    </RoomPage>
  );
}

function Finding({ thing, reads, change }: { thing: Thing; reads: Read[]; change: (reads: Read[]) => void }) {
  const { data, error, isFetching } = useQuery({
    ...foundQuery(thing.id, reads),
    retry: false,
    placeholderData: (before) => (before?.thing === thing.id ? before : undefined),
  });
  const first = data?.next?.id;
  return (
    <StageColumns $wide="minmax(0, 5fr) minmax(0, 7fr)">
      <section aria-label="What it is">
        <h2>What it is</h2>
        {error && <Trouble role="alert">{errorLine(error)}</Trouble>}
        {data && !error && <ThingAnswer found={data} thing={thing} busy={isFetching} any={reads.length > 0} />}
        <h2>Readings</h2>
        {reads.length === 0 && <Quiet>None yet: do a test on the right. Several together say more than each.</Quiet>}
        <Taken>
          {reads.map((read, at) => (
            <li key={at}>
              <span>
                <b>{nameOf(thing, read)}</b> {wordsOf(thing, read)}
              </span>
              <PlainButton
                aria-label={`Take back: ${nameOf(thing, read)}`}
                onPress={() => change(reads.filter((_, other) => other !== at))}
              >
                Take back
              </PlainButton>
            </li>
          ))}
        </Taken>
        {reads.length > 0 && (
          <>
            <IntoDrawer key={thing.id} thing={thing} reads={reads} />
            <PlainButton onPress={() => change([])}>Another thing: start over</PlainButton>
          </>
        )}
      </section>
      <section aria-label="Tests">
        <h2>Tests</h2>
        {ordered(thing.aids, first).map((aid) => (
          <Test
            key={aid.id}
            thing={thing.id}
            aid={aid}
            given_={sharedOf(reads)}
            first={aid.id === first}
            takes={data?.next?.takes ?? 0}
            take={(values) => change([...reads, { aid: aid.id, values }])}
          />
        ))}
      </section>
    </StageColumns>
  );
}

/** What was told, put into the Drawer under a name. */
function IntoDrawer({ thing, reads }: { thing: Thing; reads: Read[] }) {
  const queries = useQueryClient();
  const [name, setName] = useState("");
  const put = useMutation({
    mutationFn: () => intoDrawer(thing.id, name.trim(), reads),
    onSuccess: () => queries.invalidateQueries({ queryKey: drawerQuery.queryKey }),
  });
  return (
    <div>
      {put.error && <Trouble role="alert">{errorLine(put.error)}</Trouble>}
      {put.data ? (
        <p role="status">
          {put.data.entry.name} lies in the <Link to="/drawer">Drawer</Link> now.
        </p>
      ) : (
        <ToolRow>
          <EntryField label="Call it" value={name} onChange={setName} onEnter={() => name.trim() && put.mutate()} />
          <PlainButton isDisabled={!name.trim() || put.isPending} onPress={() => put.mutate()}>
            Put it into the Drawer
          </PlainButton>
        </ToolRow>
      )}
    </div>
  );
}

const ordered = (aids: Aid[], first: string | undefined) =>
  [...aids].sort((one, other) => Number(other.id === first) - Number(one.id === first));

/** What was said once of the thing itself holds for its other tests, too. */
const sharedOf = (reads: Read[]): Record<string, number> => Object.assign({}, ...reads.map(({ values }) => values));

const nameOf = (thing: Thing, read: Read) => thing.aids.find(({ id }) => id === read.aid)?.name ?? read.aid;

/** A reading in words: its numbers with their units, or the word that was chosen. */
function wordsOf(thing: Thing, { aid: id, values }: Read): string {
  const aid = thing.aids.find((each) => each.id === id);
  const numbers = (aid?.asks ?? []).map(({ name, unit }) => `${values[name]} ${unit}`.trim());
  const word = aid?.pick?.words.find(([key]) => Number(key) === values[aid.pick!.name])?.[1];
  return [...numbers, ...(word ? [word] : [])].join(", ");
}

function kept(): Kept {
  try {
    return (JSON.parse(localStorage.getItem(KEY) ?? "null") as Kept | null) ?? {};
  } catch {
    return {};
  }
}

const Sorts = styled(RadioGroup)`
  display: flex;
  flex-wrap: wrap;
  gap: 6px 18px;
  padding: 4px 20px 12px;
  & > span,
  label {
    cursor: pointer;
    padding: 2px 4px;
  }
  label[data-selected] {
    font-weight: 650;
  }
  label[data-focus-visible] {
    outline: 2.5px solid ${({ theme }) => theme.action};
  }
`;
const Taken = styled.ul`
  list-style: none;
  padding: 0;
  li {
    display: flex;
    justify-content: space-between;
    gap: 10px;
    padding: 3px 0;
    border-bottom: 1px solid ${({ theme }) => theme.rule};
    font-size: 0.95rem;
  }
`;
