import { Button, Checkbox, CheckboxGroup, Label, Radio, RadioGroup } from "react-aria-components";
import { Link } from "react-router";
import styled from "styled-components";
import type { SearchRequest, Matter, SearchForm } from "../api/search";
import { EntryField } from "../parts/EntryField";
import { PickField } from "../parts/PickField";
import { Quiet } from "../theme/parts";
import { earlier, withMatter, type Asking } from "./asking";

const HANDS = [
  { key: "careful_adult", label: "a careful adult" },
  { key: "older_pupil", label: "older pupils" },
  { key: "young_pupil", label: "young pupils" },
];

interface Props {
  form: SearchForm;
  asking: Asking;
  numbers: Record<string, string>;
  errors: Record<string, string>;
  change: (asking: Asking) => void;
  write: (name: Numeric, text: string) => void;
}
export type Numeric = "groups" | "minutes" | "most_A";

/** What is owned, who builds, and what matters: the left of the page. */
export function AskForm({ form, asking, numbers, errors, change, write }: Props) {
  const { request, from } = asking;
  const ask = (part: Partial<SearchRequest>) => change({ ...asking, request: { ...request, ...part } });
  const parts = from === "drawer" ? form.drawer : form.kit;
  const without = request.without ?? [];
  const matters = request.matters ?? [];
  return (
    <>
      <Rows value={from} onChange={(value) => change({ ...asking, from: value as Asking["from"] })}>
        <Label>
          <h2>Parts</h2>
        </Label>
        {(["drawer", "kit"] as const).map((value) => (
          <Radio key={value} value={value} isDisabled={value === "drawer" && form.drawer.length === 0}>
            {({ isSelected }) => (
              <>
                <span aria-hidden>{isSelected ? "●" : "○"}</span>{" "}
                {value === "kit" ? "parts of a usual kit" : `what lies in the Drawer (${form.drawer.length})`}
              </>
            )}
          </Radio>
        ))}
      </Rows>
      {form.drawer.length === 0 && (
        <Quiet as="p">
          Your Drawer is empty: <Link to="/drawer">put in what you have</Link>, and the search takes that.
        </Quiet>
      )}
      <details>
        <summary>Which of them may be used</summary>
        <Ticks
          aria-label="Parts that may be used"
          value={parts.filter(({ key }) => !without.includes(key)).map(({ key }) => key)}
          onChange={(keys) => ask({ without: parts.map(({ key }) => key).filter((key) => !keys.includes(key)) })}
        >
          {parts.map((part) => (
            <Checkbox key={part.key} value={part.key} isDisabled={Boolean(part.why_not)}>
              {({ isSelected }) => (
                <>
                  <span aria-hidden>{isSelected && !part.why_not ? "☑" : "☐"}</span>
                  <span>
                    <b>
                      {part.amount}
                      {part.unit === "m" ? " m" : " ×"}
                    </b>{" "}
                    {part.name}
                    {part.why_not && <Quiet> not used: {part.why_not}</Quiet>}
                  </span>
                </>
              )}
            </Checkbox>
          ))}
        </Ticks>
      </details>
      <h2>Who builds</h2>
      <Pair>
        <PickField
          above
          label="Hands"
          value={request.hands ?? null}
          options={HANDS}
          onChange={(hands) => ask({ hands: hands as SearchRequest["hands"] })}
        />
        <EntryField
          label="Groups at once"
          value={numbers.groups ?? ""}
          error={errors.groups}
          onChange={(text) => write("groups", text)}
        />
        <EntryField
          label="Minutes to build"
          value={numbers.minutes ?? ""}
          error={errors.minutes}
          onChange={(text) => write("minutes", text)}
        />
        <EntryField
          label="Amperes at most"
          value={numbers.most_A ?? ""}
          error={errors.most_A}
          onChange={(text) => write("most_A", text)}
        />
      </Pair>
      <h2>What matters, most first</h2>
      <Matters>
        {matters.map((id, at) => {
          const matter = form.matters.find((each) => each.id === id)!;
          return (
            <li key={id}>
              <b>{at + 1}</b> <span>{matter.name}</span>
              <Small
                isDisabled={at === 0}
                onPress={() => ask({ matters: earlier(matters, id) })}
                aria-label={`${matter.name}: matters more ↑`}
              >
                ↑
              </Small>
              <Small
                isDisabled={matters.length === 1}
                onPress={() => ask({ matters: withMatter(matters, id) })}
                aria-label={`${matter.name}: does not matter ×`}
              >
                ×
              </Small>
            </li>
          );
        })}
      </Matters>
      {matters.length < form.matters.length && (
        <PickField
          above
          label="Also matters"
          value={null}
          options={form.matters
            .filter(({ id }) => !matters.includes(id))
            .map(({ id, name, meaning }) => ({ key: id, label: `${name}: ${meaning}` }))}
          onChange={(id) => ask({ matters: withMatter(matters, id as Matter) })}
        />
      )}
      <details>
        <summary>Kinds, and what must not be</summary>
        <Ticks
          aria-label="Kinds that are wanted"
          value={request.kinds ?? []}
          onChange={(kinds) => kinds.length > 0 && ask({ kinds: kinds as SearchRequest["kinds"] })}
        >
          {form.kinds.map(({ id, name }) => (
            <Checkbox key={id} value={id}>
              {({ isSelected }) => (
                <>
                  <span aria-hidden>{isSelected ? "☑" : "☐"}</span> {name}
                </>
              )}
            </Checkbox>
          ))}
        </Ticks>
        <Tick isSelected={request.no_sharp_tools} onChange={(no_sharp_tools) => ask({ no_sharp_tools })}>
          {({ isSelected }) => (
            <>
              <span aria-hidden>{isSelected ? "☑" : "☐"}</span> no knife, saw or file
            </>
          )}
        </Tick>
      </details>
    </>
  );
}

const Rows = styled(RadioGroup)`
  display: grid;
  gap: 2px;
  .react-aria-Radio {
    cursor: pointer;
    padding: 2px 0;
    &[data-focus-visible] {
      outline: 2px solid ${({ theme }) => theme.action};
    }
    &[data-disabled] {
      color: ${({ theme }) => theme.quiet};
      cursor: default;
    }
  }
`;
const tick = `
  display: flex;
  gap: 6px;
  padding: 2px 0;
  cursor: pointer;
`;
const Ticks = styled(CheckboxGroup)`
  display: grid;
  .react-aria-Checkbox {
    ${tick}
    &[data-focus-visible] {
      outline: 2px solid ${({ theme }) => theme.action};
    }
  }
`;
const Tick = styled(Checkbox)`
  ${tick}
  &[data-focus-visible] {
    outline: 2px solid ${({ theme }) => theme.action};
  }
`;
const Pair = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 6px 12px;
`;
const Matters = styled.ol`
  list-style: none;
  padding: 0;
  margin: 0 0 6px;
  li {
    display: grid;
    grid-template-columns: 1.2rem 1fr auto auto;
    gap: 6px;
    align-items: center;
  }
`;
const Small = styled(Button)`
  border: 0;
  background: none;
  color: ${({ theme }) => theme.action};
  min-width: 28px;
  min-height: 28px;
  font: inherit;
  &[data-disabled] {
    color: ${({ theme }) => theme.rule};
  }
`;
