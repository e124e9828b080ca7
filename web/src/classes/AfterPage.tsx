import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { ListBox, ListBoxItem } from "react-aria-components";
import { Link, useParams } from "react-router";
import styled from "styled-components";
import {
  resultsQuery,
  keepWithMotors,
  saveResults,
  type ClassResults,
  type Review,
  type ResultsView,
} from "../api/classes";
import { errorLine } from "../api/client";
import { EntryField } from "../parts/EntryField";
import { TopBand } from "../shell/TopBand";
import { MainButton, PlainButton, Quiet } from "../theme/parts";
import { RoomHead, RoomPage, RoomTools } from "../theme/room";
import { StageColumns, ToolRow, Trouble } from "../theme/stage";
import { ReviewReport } from "./ReviewReport";
import { GroupNote } from "./GroupNote";
import { missingIn, refusalIn } from "./noting";
import { NumberEntry } from "./NumberEntry";
import { useFirst, useKept } from "./useKept";

/** The evening after a class: what each group did is noted, held against the forecast, and kept with the motors. */
export function AfterPage() {
  const { id = "" } = useParams();
  const { first: data, error } = useFirst(resultsQuery(id), nameOf(id));
  useEffect(() => {
    document.title = `After ${data?.plan.title ?? "the class"} · Oak Spin`;
  }, [data]);
  return (
    <RoomPage>
      <TopBand />
      <main>
        {error && <Trouble role="alert">{errorLine(error)}</Trouble>}
        {!data && !error && <p role="status">Keeping the forecast as it was before the lesson …</p>}
        {data && <Noting key={id} id={id} first={data} />}
      </main>
    </RoomPage>
  );
}

const STATES = { runs: "● runs", stopped: "✕ did not go", not_built: "◌ not built", unknown: "· not noted" } as const;

/** A group's state in a word: the worst of its motors. */
function stateOf(group: Review["groups"][number]): string {
  const order = ["unknown", "not_built", "stopped", "runs"] as const;
  return STATES[order.find((state) => group.motors.some((motor) => motor.state === state)) ?? "unknown"];
}

const nameOf = (id: string) => `what came of ${id}`;

function Noting({ id, first }: { id: string; first: ResultsView }) {
  const queries = useQueryClient();
  const [shown, setShown] = useState(first);
  const take = (answer: ResultsView) => {
    setShown(answer);
    queries.setQueryData(resultsQuery(id).queryKey, answer);
  };
  const {
    value: results,
    change,
    undo,
    status,
    error,
    pending,
  } = useKept({
    name: nameOf(id),
    first: { value: first.results, version: first.version },
    save: (version, next: ClassResults) => saveResults(id, version, next),
    saved: take,
    hindered: (next) => missingIn(next, first.motors),
  });
  const teach = useMutation({
    mutationFn: () => keepWithMotors(id),
    onSuccess: (answer) => {
      take(answer);
      void queries.invalidateQueries({ queryKey: ["trials"] });
    },
  });
  const names = shown.review.groups.map(({ group }) => group);
  const [group, setGroup] = useState(names[0] ?? "");
  const head = useRef<HTMLElement>(null);
  const next = names[names.indexOf(group) + 1];
  const refused = error ? refusalIn(error, results, shown.motors) : "";
  const trouble = refused || (teach.error ? errorLine(teach.error) : "");
  return (
    <>
      <RoomHead>
        <h1>After {shown.plan.title}</h1>
        <Quiet>
          {shown.plan.date} · {shown.plan.motors.map(({ title }) => title).join(", ")}
        </Quiet>
        <RoomTools>
          <Quiet role="status">{status}</Quiet>
          <PlainButton isDisabled={!undo} onPress={() => undo?.()}>
            Undo
          </PlainButton>
          <Link to={`/classes/${id}`}>The plan</Link>
          <Link to={`/classes/${id}/print/report`}>Print the report</Link>
          <a href={`/api/classes/${id}/results.csv`} download>
            Save as CSV
          </a>
        </RoomTools>
      </RoomHead>
      {trouble && <Trouble role="alert">{trouble}</Trouble>}
      <StageColumns $wide="minmax(190px, 2fr) minmax(0, 5fr) minmax(300px, 4fr)">
        <section aria-label="Groups">
          <Groups
            aria-label="Groups"
            selectionMode="single"
            selectionBehavior="replace"
            disallowEmptySelection
            selectedKeys={[group]}
            onSelectionChange={(keys) => setGroup(String([...keys][0] ?? group))}
          >
            {shown.review.groups.map((each) => (
              <ListBoxItem key={each.group} id={each.group} textValue={each.group}>
                <b>{each.group}</b> <Quiet>{stateOf(each)}</Quiet>
              </ListBoxItem>
            ))}
          </Groups>
          <NumberEntry
            whole
            label="Questions asked, before and after"
            low={1}
            high={100}
            value={results.questions}
            onChange={(questions) => change({ ...results, questions })}
          />
          <NumberEntry
            whole
            label="Magnets counted in"
            high={10_000}
            value={results.magnets_in}
            onChange={(magnets_in) => change({ ...results, magnets_in })}
          />
          <EntryField
            label="Your own words"
            lines={3}
            value={results.note}
            onChange={(note) => change({ ...results, note })}
          />
        </section>
        <section aria-label="Note" ref={head} tabIndex={-1}>
          <GroupNote key={group} group={group} results={results} motors={shown.motors} change={change} />
          {next && (
            <Onward
              onPress={() => {
                setGroup(next);
                head.current?.focus();
                if (head.current) head.current.scrollTop = 0;
              }}
            >
              Next: {next}
            </Onward>
          )}
        </section>
        <section aria-label="Report" tabIndex={0}>
          <ReviewReport results={shown} />
          {shown.review.noted > 0 && (
            <ToolRow>
              <MainButton isDisabled={shown.pending === 0 || pending || teach.isPending} onPress={() => teach.mutate()}>
                Keep with the motors
              </MainButton>
              <Quiet role="status">{teach.isPending ? "Keeping …" : keptWords(shown)}</Quiet>
            </ToolRow>
          )}
        </section>
      </StageColumns>
    </>
  );
}

/** How much is still to be kept with the motors, or what was kept just now. */
export function keptWords({ pending, kept }: ResultsView): string {
  if (pending > 0) return `${pending} ${pending === 1 ? "entry is" : "entries are"} not kept with the motors yet.`;
  if (!kept) return "All is kept with the motors, and teaches.";
  const shelved = kept.shelved.length > 0 ? ` ${kept.shelved.join(", ")} now stands on the shelf.` : "";
  const trials = kept.trials === 1 ? "1 trial" : `${kept.trials} trials`;
  const mended = kept.repairs === 1 ? "1 repair" : `${kept.repairs} repairs`;
  return `${trials} and ${mended} are kept with the motors, and teach.${shelved}`;
}

const Onward = styled(MainButton)`
  margin-top: 12px;
`;
const Groups = styled(ListBox)`
  display: grid;
  margin-bottom: 12px;
  outline: none;
  [role="option"] {
    display: flex;
    justify-content: space-between;
    gap: 10px;
    padding: 3px 8px;
    cursor: pointer;
    border-left: 4px solid transparent;
    outline-offset: -2px;
  }
  [data-selected] {
    background: ${({ theme }) => theme.actionPale};
    border-left-color: ${({ theme }) => theme.action};
  }
`;
