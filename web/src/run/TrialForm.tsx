import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { Checkbox, CheckboxGroup, Label } from "react-aria-components";
import styled from "styled-components";
import { post, ProblemError, type KeptTrial, type TrialForm as TrialFormWords } from "../api/client";
import { trialsQuery, trialFormQuery } from "../api/queries";
import { Instruments } from "../instruments/Instruments";
import { EntryField } from "../parts/EntryField";
import type { Working } from "../shell/useDemonstration";
import { MainButton, PlainButton, Quiet } from "../theme/parts";
import { ToolRow, Trouble } from "../theme/stage";
import { AsBuilt } from "./AsBuilt";
import { draftOf, emptyDraft, errorsOf, swingOf, trialOf, unsentKey, type Draft } from "./draft";
import { RestPicker } from "./RestPicker";
import { SwingTest } from "./SwingTest";
import { TrialAnswer } from "./TrialAnswer";
import { TurnCounter } from "./TurnCounter";
import { takenBefore, keepTaken, newKey, keepUnsent, recordedWords, unsent } from "./unsent";

interface Props {
  working: Working;
  correcting: KeptTrial | null;
  done: () => void;
}

const UNSAVED = "The change of the design is not saved yet. Save it or undo it, then log the trial.";

/** A trial to log in one step. What is typed is kept in this browser until the server has it. */
export function TrialForm({ working, correcting, done }: Props) {
  const id = working.kept.id;
  const { data: form } = useQuery({ ...trialFormQuery(working.design), placeholderData: (before) => before });
  const kept = unsentKey(id);
  const queries = useQueryClient();
  const [draft, setDraft] = useState<Draft>(() => (correcting ? draftOf(correcting) : (unsent(kept) ?? emptyDraft())));
  const [key, setKey] = useState(newKey);
  const [errors, setErrors] = useState<Record<string, string>>({});
  const [trouble, setTrouble] = useState("");
  const [status, setStatus] = useState("");
  const [taken, setTaken] = useState(takenBefore);
  const [answer, setAnswer] = useState<KeptTrial | null>(null);
  useEffect(() => {
    if (!correcting) keepUnsent(kept, draft);
  }, [draft, kept, correcting]);

  const groups = form?.groups ?? [];
  const isTaken = (group: TrialFormWords["groups"][number]) =>
    group.usual ||
    taken.includes(group.id) ||
    group.fields.some((field) => (draft.readings[field] ?? "") !== "" || field in errors);
  const shown = new Set(groups.filter(isTaken).flatMap(({ fields }) => fields));
  const hidden = groups.filter((group) => !isTaken(group));
  const set = (change: Partial<Draft>) => setDraft((before) => ({ ...before, ...change }));
  const read = (name: string, text: string) =>
    setDraft((before) => ({ ...before, readings: { ...before.readings, [name]: text } }));
  const log = async () => {
    setStatus("");
    if (!form) return;
    const made = trialOf(draft, form);
    if ("errors" in made) return setErrors(made.errors);
    try {
      // A trial belongs to the design that is seen here: that must be kept first.
      if (!(await working.flush())) return setTrouble(UNSAVED);
      const body = {
        key,
        trial: made.trial,
        corrects: correcting?.id ?? null,
        revision: working.seen(),
        recording: draft.recording,
      };
      const kept = await post("/api/shelf/{id}/trials", { params: { path: { id } }, body });
      setAnswer(kept as KeptTrial);
    } catch (error) {
      if (!(error instanceof ProblemError)) throw error;
      setErrors(errorsOf(error.faults, form));
      return setTrouble(error.line);
    }
    setErrors({});
    setTrouble("");
    setKey(newKey());
    // The group stays: most groups log more than one trial.
    setDraft({ ...emptyDraft(), group: draft.group });
    setStatus(correcting ? "Corrected; the first entry is kept, too." : "");
    await queries.invalidateQueries({ queryKey: trialsQuery(id).queryKey });
    done();
  };
  return (
    <form
      aria-label={correcting ? "Correct a trial" : "Log a trial"}
      onSubmit={(event) => {
        event.preventDefault();
        void log();
      }}
    >
      <ToolRow>
        <h2>{correcting ? `Correct the trial of ${correcting.trial.group}` : "Log a trial"}</h2>
        <Quiet role="status">{status}</Quiet>
      </ToolRow>
      {trouble && <Trouble role="alert">{trouble}</Trouble>}
      {answer && <TrialAnswer kept={answer} form={form} id={id} />}
      <Grid>
        <EntryField label="Group" value={draft.group} onChange={(group) => set({ group })} error={errors.group} />
      </Grid>
      <SeenGroup value={draft.seen} onChange={(seen) => set({ seen })}>
        <Label>What did you see?</Label>
        {Object.entries(form?.seen ?? {}).map(([value, words]) => (
          <Checkbox key={value} value={value}>
            <span aria-hidden>{draft.seen.includes(value) ? "☑" : "☐"}</span> {words}
          </Checkbox>
        ))}
      </SeenGroup>
      <Grid>
        {form?.readings
          .filter(({ field }) => shown.has(field))
          .map(({ field, label, unit }) => (
            <EntryField
              key={field}
              label={label}
              unit={unit}
              value={draft.readings[field] ?? ""}
              onChange={(text) => read(field, text)}
              error={errors[field]}
            />
          ))}
      </Grid>
      {hidden.length > 0 && (
        <ToolRow>
          <Quiet>Measured something else?</Quiet>
          {hidden.map(({ id, label }) => (
            <PlainButton key={id} onPress={() => setTaken(keepTaken([...taken, id]))}>
              {label}
            </PlainButton>
          ))}
        </ToolRow>
      )}
      {(draft.readings.amperes ?? "") !== "" && (
        <Tick isSelected={draft.clamp} onChange={(clamp) => set({ clamp })}>
          <span aria-hidden>{draft.clamp ? "☑" : "☐"}</span> Read with a clamp round a wire, no meter in the circuit
        </Tick>
      )}
      {shown.has("turns") && (
        <TurnCounter
          counting={form?.counting}
          take={(turns, seconds) =>
            setDraft((before) => ({
              ...before,
              readings: { ...before.readings, turns: String(turns), turns_seconds: String(seconds) },
            }))
          }
        />
      )}
      <Instruments
        design={working.design}
        turns={form?.readings.some(({ field }) => field === "tach_per_min") ?? false}
        keep={(recording) => set({ recording })}
        take={(readings, simulated) => {
          const fields = new Set(form?.readings.map(({ field }) => field));
          const known = Object.entries(readings).filter(([field]) => fields.has(field));
          setDraft((before) => ({
            ...before,
            simulated: before.simulated || simulated,
            readings: { ...before.readings, ...Object.fromEntries(known) },
          }));
        }}
      />
      {draft.recording && (
        <ToolRow>
          <Quiet role="status">A recording of {recordedWords(draft.recording)} goes with this trial.</Quiet>
          <PlainButton onPress={() => set({ recording: "" })}>Leave the recording out</PlainButton>
        </ToolRow>
      )}
      {draft.simulated && (
        <p role="note">
          <b>These readings are of the simulated motor:</b> the trial is marked so, and teaches nothing of the real one.{" "}
          <PlainButton onPress={() => set({ simulated: false, readings: {} })}>Clear the readings</PlainButton>
        </p>
      )}
      {form?.swings && shown.has("swings") && <SwingTest working={working} period={swingOf(draft)} />}
      {form?.rests && shown.has("rests_deg") && (
        <RestPicker
          working={working}
          pointer={form.rests}
          turned={draft.readings.rests_deg ?? ""}
          onChange={(text) => read("rests_deg", text)}
        />
      )}
      {form && (
        <AsBuilt planned={form.as_built} built={draft.built} change={(built) => set({ built })} errors={errors} />
      )}
      <Tick isSelected={draft.rebuilt} onChange={(rebuilt) => set({ rebuilt })}>
        <span aria-hidden>{draft.rebuilt ? "☑" : "☐"}</span> Rebuilt since the last trial
      </Tick>
      <Tick isSelected={draft.fresh_battery} onChange={(fresh_battery) => set({ fresh_battery })}>
        <span aria-hidden>{draft.fresh_battery ? "☑" : "☐"}</span> Fresh battery since the last trial
      </Tick>
      <EntryField label="Note" lines={2} value={draft.note} onChange={(note) => set({ note })} error={errors.note} />
      <ToolRow style={{ marginTop: 8 }}>
        <MainButton type="submit" isDisabled={!form}>
          {correcting ? "Save the correction" : "Log the trial"}
        </MainButton>
        {correcting && <PlainButton onPress={done}>Cancel</PlainButton>}
      </ToolRow>
    </form>
  );
}

const Grid = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(136px, 1fr));
  gap: 6px 12px;
  align-items: end;
  margin-bottom: 8px;
`;
const Tick = styled(Checkbox)`
  display: block;
  font-size: 0.92rem;
  margin: 6px 0;
`;
const SeenGroup = styled(CheckboxGroup)`
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
  margin: 8px 0;
  font-size: 0.92rem;
  & > span:first-child {
    color: ${({ theme }) => theme.quiet};
  }
  label {
    cursor: pointer;
    padding: 2px;
    &[data-focus-visible] {
      outline: 2.5px solid ${({ theme }) => theme.action};
    }
  }
`;
