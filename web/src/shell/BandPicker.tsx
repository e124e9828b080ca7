import { Button, Label, ListBox, ListBoxItem, Popover, Select, SelectValue } from "react-aria-components";
import styled from "styled-components";

interface Props<Key extends string> {
  label: string;
  value: Key;
  words: Record<Key, string>;
  onChange: (key: Key) => void;
}

/** A choice for the whole app, small enough for the top band. */
export function BandPicker<Key extends string>({ label, value, words, onChange }: Props<Key>) {
  return (
    <Select value={value} onChange={(key) => onChange(key as Key)} aria-label={label}>
      <Label />
      <Opener>
        <SelectValue />
      </Opener>
      <Drop placement="bottom end">
        <ListBox>
          {(Object.keys(words) as Key[]).map((key) => (
            <Item key={key} id={key}>
              {words[key]}
            </Item>
          ))}
        </ListBox>
      </Drop>
    </Select>
  );
}

const Opener = styled(Button)`
  border: 0;
  background: none;
  cursor: pointer;
  color: ${({ theme }) => theme.action};
  padding: 4px 6px;
  min-height: 1.75rem;
`;
const Drop = styled(Popover)`
  background: ${({ theme }) => theme.raised};
  border: 1.5px solid ${({ theme }) => theme.quiet};
  color: ${({ theme }) => theme.text};
  padding: 4px;
`;
const Item = styled(ListBoxItem)`
  padding: 6px 14px;
  cursor: pointer;
  &[data-focused] {
    background: ${({ theme }) => theme.actionPale};
  }
  &[data-selected] {
    font-weight: 700;
  }
`;
