import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import {
  Autocomplete,
  Dialog,
  Heading,
  Input,
  Label,
  ListBox,
  ListBoxItem,
  Modal,
  ModalOverlay,
  SearchField,
  useFilter,
} from "react-aria-components";
import { useLocation, useNavigate } from "react-router";
import styled from "styled-components";
import { classesQuery } from "../api/classes";
import { shelfQuery } from "../api/queries";
import { Sheet, Veil } from "../theme/sheet";
import { PLACES, type Place } from "./places";
import { STAGES } from "./stages";

/** Where a motor's own papers are, by what they are called. */
const PAPERS = { sheet: "Build sheet", faults: "Faults to look for, for the tables" };

const SHOWN = 10; // more are narrowed down by typing

/** All that can be gone to from here: type three letters, press Enter. */
export function CommandList({ isOpen, close }: { isOpen: boolean; close: () => void }) {
  const { data: shelf } = useQuery(shelfQuery);
  const { data: classes } = useQuery({ ...classesQuery, enabled: isOpen });
  const { contains } = useFilter({ sensitivity: "base" });
  const [typed, setTyped] = useState("");
  const go = useNavigate();
  const motor = /^\/motor\/([^/]+)/.exec(useLocation().pathname)?.[1];
  const title = shelf?.motors.find(({ id }) => id === motor)?.title;
  const stages: Place[] = motor
    ? [...STAGES.slice(0, 3), { id: "fix", name: "Fix it" }, ...STAGES.slice(3)].map(({ id, name }) => ({
        to: `/motor/${motor}/${id}`,
        name: `${name}: ${title ?? "this motor"}`,
      }))
    : [];
  const papers: Place[] = motor
    ? Object.entries(PAPERS).map(([id, name]) => ({ to: `/motor/${motor}/print/${id}`, name: `${name} (paper)` }))
    : [];
  const all: Place[] = [
    ...stages,
    ...papers,
    ...PLACES,
    ...(shelf?.motors ?? [])
      .filter(({ id }) => id !== motor)
      .map(({ id, title }) => ({ to: `/motor/${id}/choose`, name: `${title} (motor)` })),
    ...(classes ?? []).map(({ id, title }) => ({ to: `/classes/${id}`, name: `${title} (class)` })),
  ];
  return (
    <ModalOverlay isOpen={isOpen} onOpenChange={(open) => !open && close()} isDismissable>
      <Veil>
        <Modal>
          <Sheet as={Dialog}>
            <Heading slot="title">Go to</Heading>
            <Autocomplete inputValue={typed} onInputChange={setTyped}>
              <Field autoFocus>
                <Label>A place, a motor, a stage, a class, a paper</Label>
                <Input />
              </Field>
              <Items
                aria-label="Where to go"
                items={all.filter(({ name }) => contains(name, typed.trim())).slice(0, SHOWN)}
                selectionMode="none"
                onAction={(to) => {
                  close();
                  void go(String(to));
                }}
                renderEmptyState={() => "Nothing is called so."}
              >
                {({ to, name }) => (
                  <ListBoxItem key={to} id={to} textValue={name}>
                    {name}
                  </ListBoxItem>
                )}
              </Items>
            </Autocomplete>
          </Sheet>
        </Modal>
      </Veil>
    </ModalOverlay>
  );
}

const Field = styled(SearchField)`
  display: grid;
  gap: 4px;
  input {
    font-size: 1.1rem;
    padding: 6px 8px;
    border: 1.5px solid ${({ theme }) => theme.quiet};
    background: ${({ theme }) => theme.ground};
    color: inherit;
    &::-webkit-search-cancel-button {
      display: none;
    }
  }
`;
const Items = styled(ListBox<Place>)`
  min-height: 200px;
  margin-top: 8px;
  [role="option"] {
    padding: 6px 8px;
    cursor: pointer;
    border-top: 1px solid ${({ theme }) => theme.rule};
    &[data-focused],
    &[data-hovered] {
      background: ${({ theme }) => theme.actionPale};
    }
  }
`;
