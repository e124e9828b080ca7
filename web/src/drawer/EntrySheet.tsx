import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import styled from "styled-components";
import { entryStatesQuery, type Entry, type How, type Owned, type Sort } from "../api/drawer";
import { EntryField } from "../parts/EntryField";
import { PickField } from "../parts/PickField";
import { MainButton, PlainButton, Quiet } from "../theme/parts";
import { ToolRow } from "../theme/stage";
import { readMeasure } from "../units";
import { changeOf, differs, draftOf, entryOf, type Draft } from "./form";

interface Props {
  /** What is kept; nothing while a new part is written. */
  owned: Owned | null;
  entry: Entry;
  sort: Sort;
  busy: boolean;
  /** What is typed and not saved; nothing where all is as it is kept. */
  draft: Draft | null;
  write: (draft: Draft) => void;
  save: (entry: Entry, change: string) => void;
  use: (amount: number) => void;
  split: (amount: number) => void;
  undo: () => void;
  remove: () => void;
}

const HOW: Record<How, string> = { printed: "printed on it", measured: "measured", guessed: "guessed" };

/** One part: what is known of it and how, how many there are, and what was done with it. */
export function EntrySheet({ owned, entry, sort, busy, draft: typed, write, save, use, split, undo, remove }: Props) {
  const draft = typed ?? draftOf(entry);
  const [errors, setErrors] = useState<Record<string, string>>({});
  const [some, setSome] = useState("");
  const { data: states } = useQuery({
    ...entryStatesQuery(owned?.id ?? "", owned?.version ?? 0),
    enabled: owned !== null,
  });
  const change = (part: Partial<Draft>) => write({ ...draft, ...part });
  // What is done with a kept part makes a new state of it: what is typed on the old one would be lost.
  const unsaved = owned !== null && differs(draft, entry, sort);
  const send = () => {
    const read = entryOf(draft, entry, sort);
    setErrors("errors" in read ? read.errors : {});
    if ("entry" in read) save(read.entry, owned ? changeOf(entry, read.entry) : "added");
  };
  const unit = sort.id === "wire" ? "m" : "";
  const amount = readMeasure(some, unit);
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        send();
      }}
    >
      <Fields>
        <EntryField
          label="Name"
          value={draft.name}
          onChange={(name) => change({ name })}
          error={errors.name}
          onEnter={send}
        />
        <EntryField
          label="How many"
          unit={unit || "pieces"}
          value={draft.amount}
          onChange={(text) => change({ amount: text })}
          error={errors.amount}
          onEnter={send}
        />
      </Fields>
      {sort.facts.map(({ name, label, unit: of }) => (
        <Fields key={name}>
          <EntryField
            label={label}
            unit={of}
            value={draft.facts[name] ?? ""}
            onChange={(text) => change({ facts: { ...draft.facts, [name]: text } })}
            error={errors[name]}
            onEnter={send}
          />
          <PickField
            above
            label={`How it is known: ${label}`}
            value={draft.how[name] ?? "guessed"}
            options={Object.entries(HOW).map(([key, label]) => ({ key, label }))}
            onChange={(how) => change({ how: { ...draft.how, [name]: how as How } })}
          />
          {entry.facts[name]?.low != null && (
            <Quiet>
              {entry.facts[name].low} to {entry.facts[name].high} {of}
            </Quiet>
          )}
        </Fields>
      ))}
      <Fields>
        {sort.words.map(({ name, label, options }) => (
          <PickField
            key={name}
            above
            label={label}
            value={draft.words[name] ?? ""}
            options={[{ key: "", label: "not known" }, ...options.map((word) => ({ key: word, label: word }))]}
            onChange={(word) => change({ words: { ...draft.words, [name]: word } })}
          />
        ))}
      </Fields>
      <Fields>
        <EntryField
          label="Price of one"
          unit=" "
          value={draft.price}
          onChange={(price) => change({ price })}
          error={errors.price}
          onEnter={send}
        />
        <EntryField label="Where it lies" value={draft.place} onChange={(place) => change({ place })} onEnter={send} />
      </Fields>
      <EntryField label="Notes" lines={2} value={draft.notes} onChange={(notes) => change({ notes })} />
      <Verbs>
        <MainButton isDisabled={busy} onPress={send}>
          {owned ? "Save" : "Put it into the Drawer"}
        </MainButton>
        {owned?.undoable && (
          <PlainButton isDisabled={busy || unsaved} onPress={undo}>
            Undo the last change
          </PlainButton>
        )}
        {owned && <PlainButton onPress={remove}>Put away</PlainButton>}
        {unsaved && <Quiet role="status">Not saved yet.</Quiet>}
        {TESTED.has(sort.id) && <Link to="/things">What is this?</Link>}
      </Verbs>
      {owned && (
        <>
          <Fields>
            <EntryField label="So many of them" unit={unit || "pieces"} value={some} onChange={setSome} />
            <ToolRow>
              <PlainButton
                isDisabled={busy || unsaved || !amount || amount > entry.amount}
                onPress={() => use(amount!)}
              >
                Use up
              </PlainButton>
              <PlainButton
                isDisabled={busy || unsaved || !amount || amount >= entry.amount}
                onPress={() => split(amount!)}
              >
                Lay apart
              </PlainButton>
            </ToolRow>
          </Fields>
          <h3>What was done with it</h3>
          <History>
            {states?.map(({ made_at, change: what, amount: then }) => (
              <li key={made_at}>
                {what}{" "}
                <Quiet>{new Date(made_at).toLocaleString("en-US", { dateStyle: "medium", timeStyle: "short" })}</Quiet>,{" "}
                then {then} {unit}
              </li>
            ))}
          </History>
        </>
      )}
    </form>
  );
}

const TESTED = new Set(["wire", "magnet", "cell", "holder"]);

const Verbs = styled(ToolRow)`
  margin: 10px 0;
`;
const Fields = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(190px, 1fr));
  gap: 8px 14px;
  align-items: end;
  margin-bottom: 8px;
`;
const History = styled.ol`
  list-style: none;
  padding: 0;
  font-size: 0.92rem;
  li {
    padding: 3px 0;
    border-bottom: 1px solid ${({ theme }) => theme.rule};
  }
`;
