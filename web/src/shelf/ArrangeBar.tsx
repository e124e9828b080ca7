import { Input, Label, SearchField, ToggleButton, ToggleButtonGroup } from "react-aria-components";
import styled from "styled-components";
import type { ShelfMotor } from "../api/client";
import { PickField } from "../parts/PickField";
import { Unseen } from "../theme/parts";
import type { Arrangement, Doing, Order, Size } from "./arrange";

const ALL = "all";
const DOING: { key: Doing | typeof ALL; label: string }[] = [
  { key: ALL, label: "any verdict" },
  { key: "holds", label: "goes" },
  { key: "tight", label: "barely goes" },
  { key: "fails", label: "does not go" },
];
const ORDERS: { key: Order; label: string }[] = [
  { key: "yours", label: "yours first" },
  { key: "oldest", label: "oldest first" },
  { key: "newest", label: "last changed first" },
  { key: "name", label: "by name" },
];

interface Props {
  motors: readonly ShelfMotor[];
  value: Arrangement;
  change: (next: Arrangement) => void;
}

/** Search the shelf, show a part of it, order it, make its drawings large or small. */
export function ArrangeBar({ motors, value, change }: Props) {
  const kinds = new Map(motors.map(({ kind, kind_name }) => [kind, kind_name]));
  const set = (part: Partial<Arrangement>) => change({ ...value, ...part });
  return (
    <Bar role="search" aria-label="The shelf">
      <Search value={value.words} onChange={(words) => set({ words })}>
        <Label>
          <Unseen>Search</Unseen>
        </Label>
        <Input placeholder="Search the shelf" />
      </Search>
      <PickField
        above
        label="Kind"
        value={value.kind || ALL}
        options={[{ key: ALL, label: "any kind" }, ...[...kinds].map(([key, label]) => ({ key, label }))]}
        onChange={(key) => set({ kind: key === ALL ? "" : key })}
      />
      <PickField
        above
        label="Verdict"
        value={value.doing || ALL}
        options={DOING}
        onChange={(key) => set({ doing: key === ALL ? "" : (key as Doing) })}
      />
      <PickField
        above
        label="Order"
        value={value.order}
        options={ORDERS}
        onChange={(key) => set({ order: key as Order })}
      />
      <Sizes
        aria-label="Drawings"
        selectionMode="single"
        disallowEmptySelection
        selectedKeys={[value.size]}
        onSelectionChange={(keys) => set({ size: [...keys][0] as Size })}
      >
        <ToggleButton id="large">Large</ToggleButton>
        <ToggleButton id="small">Small</ToggleButton>
      </Sizes>
    </Bar>
  );
}

const Bar = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 10px;
  padding: 8px 0 4px;
  & > * {
    min-width: 150px;
  }
`;
const Search = styled(SearchField)`
  flex: 1 1 220px;
  input {
    width: 100%;
    padding: 5px 8px;
    min-height: 26px;
    font-size: 0.95rem;
    border: 1.5px solid ${({ theme }) => theme.quiet};
    background: ${({ theme }) => theme.raised};
    color: ${({ theme }) => theme.text};
  }
`;
const Sizes = styled(ToggleButtonGroup)`
  display: flex;
  button {
    flex: 1;
    border: 1.5px solid ${({ theme }) => theme.quiet};
    background: none;
    color: ${({ theme }) => theme.action};
    padding: 4px 10px;
    min-height: 1.9rem;
    cursor: pointer;
    & + button {
      border-left: 0;
    }
    &[data-selected] {
      background: ${({ theme }) => theme.actionPale};
      font-weight: 650;
    }
  }
`;
