import {
  Button,
  Header,
  Label,
  ListBox,
  ListBoxItem,
  ListBoxSection,
  Popover,
  Select,
  SelectValue,
} from "react-aria-components";
import styled from "styled-components";

export interface Option {
  key: string;
  label: string;
  /** The heading it stands under; options of one heading follow each other. */
  group?: string;
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

/** One of several, in a list that opens; an empty one cannot be opened. */
export function PickField({ label, value, options, onChange, above = false, disabled = false }: Props) {
  return (
    <Field
      as={Select}
      $above={above}
      value={value}
      placeholder="Choose …"
      isDisabled={disabled || options.length === 0}
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
          {groupsOf(options).map(({ group, some }) =>
            group ? (
              <ListBoxSection key={group} id={`group ${group}`}>
                <Heading>{group}</Heading>
                {some.map(item)}
              </ListBoxSection>
            ) : (
              some.map(item)
            ),
          )}
        </ListBox>
      </Drop>
    </Field>
  );
}

const item = (option: Option) => (
  <Item key={option.key} id={option.key}>
    {option.label}
  </Item>
);

/** Options under their headings, in the order in which the headings come first. */
function groupsOf(options: readonly Option[]): { group: string; some: Option[] }[] {
  const groups = new Map<string, Option[]>();
  for (const option of options) {
    const group = option.group ?? "";
    groups.set(group, [...(groups.get(group) ?? []), option]);
  }
  return [...groups].map(([group, some]) => ({ group, some }));
}

const Heading = styled(Header)`
  padding: 7px 10px 1px;
  font-size: 0.8rem;
  color: ${({ theme }) => theme.quiet};
`;
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
