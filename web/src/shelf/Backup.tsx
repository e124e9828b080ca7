import { useState } from "react";
import { Dialog, Heading, Modal, ModalOverlay, Radio, RadioGroup } from "react-aria-components";
import styled from "styled-components";
import type { Arrival } from "../api/client";
import { MainButton, PlainButton, Quiet } from "../theme/parts";
import { Lines, Sheet, Veil } from "../theme/sheet";
import { Trouble } from "../theme/stage";
import type { BackupFile, Mode } from "./useBackup";

const counted = (count: number, what: string) => `${count} ${what}${count === 1 ? "" : "s"}`;

/** What a motor of a backup would bring, in words. */
export function stateWords({ state, revisions, trials }: Arrival): string {
  if (state === "new") return trials ? `new, with ${counted(trials, "trial")}` : "new";
  if (state === "apart") return "changed both here and there: comes in as a second motor";
  const brings = [revisions && counted(revisions, "later state"), trials && counted(trials, "trial")].filter(Boolean);
  return brings.length ? `adds ${brings.join(" and ")}` : "comes back to the shelf";
}

/** What a backup holds, before any of it comes in: add it to the shelf, or let it take the shelf's place. */
export function Backup({ file, close }: { file: BackupFile; close: () => void }) {
  const [mode, setMode] = useState<Mode>("merge");
  const { name, preview, trouble, takeIn } = file;
  const arriving = preview?.motors.filter(({ state }) => state !== "same") ?? [];
  const here = preview?.motors.filter(({ state }) => state === "same") ?? [];
  const nothing = preview !== null && arriving.length === 0 && (mode === "merge" || preview.put_away.length === 0);
  return (
    <ModalOverlay isOpen onOpenChange={(open) => !open && close()} isDismissable>
      <Veil>
        <Modal>
          <Sheet as={Dialog}>
            <Heading slot="title">Backup {name}</Heading>
            {trouble && <Trouble role="alert">{trouble}</Trouble>}
            {!preview && !trouble && <Quiet role="status">Reading …</Quiet>}
            {preview && (
              <>
                <Lines aria-label="Motors in the backup">
                  {arriving.map((motor) => (
                    <li key={motor.id}>
                      <span>
                        <b>{motor.title}</b> <Quiet>{motor.unread ? "cannot be read here" : motor.kind_name}</Quiet>
                      </span>
                      <span data-state={motor.state}>{stateWords(motor)}</span>
                    </li>
                  ))}
                </Lines>
                {here.length > 0 && (
                  <p>
                    <Quiet>Already here: {here.map(({ title }) => title).join(", ")}.</Quiet>
                  </p>
                )}
                <Choice value={mode} onChange={(value) => setMode(value as Mode)} aria-label="What to do with it">
                  <Radio value="merge">Add it to my shelf. What is on the shelf stays.</Radio>
                  <Radio value="replace">
                    Put it in place of my shelf.{" "}
                    {preview.put_away.length > 0
                      ? `Put away, and easy to put back: ${preview.put_away.join(", ")}.`
                      : "No other motor is on the shelf."}
                  </Radio>
                </Choice>
                {nothing && <p role="status">Everything in this backup is on your shelf already.</p>}
              </>
            )}
            <Buttons>
              {preview && (
                <MainButton isDisabled={nothing && mode === "merge"} onPress={() => takeIn(mode)}>
                  {mode === "merge" ? "Add to my shelf" : "Replace my shelf"}
                </MainButton>
              )}
              <PlainButton onPress={close}>Cancel</PlainButton>
            </Buttons>
          </Sheet>
        </Modal>
      </Veil>
    </ModalOverlay>
  );
}

const Choice = styled(RadioGroup)`
  display: grid;
  gap: 6px;
  label {
    cursor: pointer;
    padding: 6px 10px;
    border-left: 4px solid transparent;
    &[data-selected] {
      border-left-color: ${({ theme }) => theme.action};
      background: ${({ theme }) => theme.actionPale};
    }
    &[data-focus-visible] {
      outline: 2px solid ${({ theme }) => theme.action};
    }
  }
`;
const Buttons = styled.div`
  display: flex;
  gap: 8px;
  margin-top: 14px;
`;
