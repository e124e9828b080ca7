import { Button, Label, ListBox, ListBoxItem, Popover, Select, SelectValue } from "react-aria-components";
import styled from "styled-components";

export interface Option {
  key: string;
  label: string;
}

interface Props {
  label: string;
  value: string | null;
  options: readonly Option[];
  onChange: (key: string) => void;
  /** Label above, as in a form, instead of beside. */
  above?: boolean;
  disabled?: boolean;
}

/** One of several, in a list that opens. */
export function PickField({ label, value, options, onChange, above = false, disabled = false }: Props) {
  return (
    <Field
      as={Select}
      $above={above}
      value={value}
      isDisabled={disabled}
      onChange={(key: unknown) => key !== null && onChange(String(key))}
    >
      <Label>{label}</Label>
      <Opener $above={above}>
        <SelectValue />
        <svg width="10" height="7" viewBox="0 0 10 7" aria-hidden>
          <path d="M1 1l4 4 4 -4" fill="none" stroke="currentColor" strokeWidth="1.6" />
        </svg>
      </Opener>
      <Drop>
        <ListBox>
          {options.map((option) => (
            <Item key={option.key} id={option.key}>
              {option.label}
            </Item>
          ))}
        </ListBox>
      </Drop>
    </Field>
  );
}

const Field = styled.div<{ $above: boolean }>`
  display: grid;
  grid-template-columns: ${({ $above }) => ($above ? "1fr" : "82px minmax(0, 1fr)")};
  align-items: center;
  font-size: 0.875rem;
  border-bottom: ${({ $above, theme }) => ($above ? "0" : `1px dotted ${theme.rule}`)};
  padding: 1px 0;
  label,
  & > span:first-child {
    color: ${({ theme }) => theme.quiet};
  }
`;
const Opener = styled(Button)<{ $above: boolean }>`
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 6px;
  border: ${({ $above, theme }) => ($above ? `1.5px solid ${theme.quiet}` : "0")};
  background: ${({ $above, theme }) => ($above ? theme.raised : "none")};
  font-weight: 650;
  text-align: left;
  padding: ${({ $above }) => ($above ? "5px 8px" : "3px 2px")};
  min-height: 26px;
  cursor: pointer;
  width: 100%;
  line-height: 1.15;
`;
const Drop = styled(Popover)`
  background: ${({ theme }) => theme.raised};
  border: 1.5px solid ${({ theme }) => theme.quiet};
  min-width: 170px;
  padding: 4px;
  color: ${({ theme }) => theme.text};
  font-size: 0.9rem;
  max-height: 340px;
  overflow: auto;
`;
const Item = styled(ListBoxItem)`
  padding: 5px 10px;
  cursor: pointer;
  outline-offset: -2px;
  &[data-focused] {
    background: ${({ theme }) => theme.actionPale};
  }
  &[data-selected] {
    font-weight: 700;
  }
`;
