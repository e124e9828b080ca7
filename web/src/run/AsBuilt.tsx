import { Button, ComboBox, Input, Label, ListBox, ListBoxItem, Popover } from "react-aria-components";
import styled from "styled-components";
import type { TrialForm } from "../api/client";
import { EntryField } from "../parts/EntryField";
import { PlainButton } from "../theme/parts";
import { rounded } from "../units";

interface Props {
  planned: TrialForm["as_built"];
  /** By pointer, what was typed; a number that is not here came out as planned. */
  built: Record<string, string>;
  change: (built: Record<string, string>) => void;
  errors: Record<string, string>;
}

/** What came out otherwise: any number of the design, found by searching. */
export function AsBuilt({ planned, built, change, errors }: Props) {
  const noted = planned.filter(({ pointer }) => pointer in built);
  const rest = planned.filter(({ pointer }) => !(pointer in built)).sort((a, b) => Number(b.usual) - Number(a.usual));
  const without = (pointer: string) => Object.fromEntries(Object.entries(built).filter(([key]) => key !== pointer));
  return (
    <div>
      {noted.map(({ pointer, label, unit, value }) => (
        <Row key={pointer}>
          <EntryField
            label={`${label} as built`}
            unit={`${unit && `${unit}, `}plan ${rounded(value)}`}
            value={built[pointer] ?? ""}
            onChange={(text) => change({ ...built, [pointer]: text })}
            error={errors[pointer]}
          />
          <PlainButton aria-label={`${label} as planned after all`} onPress={() => change(without(pointer))}>
            Remove
          </PlainButton>
        </Row>
      ))}
      <Search
        as={ComboBox}
        key={noted.length}
        aria-label="What came out different from the plan?"
        menuTrigger="focus"
        onSelectionChange={(key: unknown) => key !== null && change({ ...built, [String(key)]: "" })}
      >
        <Label>What came out different from the plan?</Label>
        <div>
          <Input placeholder="Search: gap, coil, used …" />
          <Button aria-label="Show all numbers">▾</Button>
        </div>
        <Drop>
          <ListBox>
            {rest.map(({ pointer, label, part, value, unit }) => (
              <Item key={pointer} id={pointer} textValue={`${label} ${part}`}>
                {label}{" "}
                <small>
                  {part}, plan {rounded(value)} {unit}
                </small>
              </Item>
            ))}
          </ListBox>
        </Drop>
      </Search>
    </div>
  );
}

const Row = styled.div`
  display: flex;
  align-items: end;
  gap: 8px;
  margin-bottom: 6px;
`;
const Search = styled.div`
  font-size: 0.875rem;
  max-width: 360px;
  label {
    color: ${({ theme }) => theme.quiet};
  }
  & > div {
    display: flex;
  }
  input {
    flex: 1;
    min-height: 26px;
    padding: 4px 8px;
    border: 1.5px solid ${({ theme }) => theme.quiet};
    background: ${({ theme }) => theme.raised};
    color: ${({ theme }) => theme.text};
  }
  button {
    border: 1.5px solid ${({ theme }) => theme.quiet};
    border-left: 0;
    background: none;
    color: ${({ theme }) => theme.action};
    min-width: 30px;
    cursor: pointer;
  }
`;
const Drop = styled(Popover)`
  background: ${({ theme }) => theme.raised};
  border: 1.5px solid ${({ theme }) => theme.quiet};
  color: ${({ theme }) => theme.text};
  min-width: var(--trigger-width);
  max-height: 300px;
  overflow: auto;
  padding: 4px;
  font-size: 0.9rem;
`;
const Item = styled(ListBoxItem)`
  padding: 5px 10px;
  cursor: pointer;
  small {
    color: ${({ theme }) => theme.quiet};
  }
  &[data-focused] {
    background: ${({ theme }) => theme.actionPale};
  }
`;
