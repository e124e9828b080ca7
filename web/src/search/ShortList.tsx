import { Button } from "react-aria-components";
import styled from "styled-components";
import type { FoundDesign, SearchForm } from "../api/search";
import { PickField } from "../parts/PickField";
import { PlainButton, Quiet } from "../theme/parts";
import { figureText, lettered, written } from "./asking";

interface Props {
  found: FoundDesign[];
  form: SearchForm;
  groups: number;
  chosen: FoundDesign | null;
  choose: (each: FoundDesign) => void;
  compared: FoundDesign[];
  compare: (each: FoundDesign) => void;
  keep: (each: FoundDesign) => void;
}

/** Three to eight designs worth building, each best in something, with reason, cost and what it takes. */
export function ShortList({ found, form, groups, chosen, choose, compared, compare, keep }: Props) {
  const letters = lettered(found);
  const shown = found.filter((each) => each.short || each === chosen);
  const others = found.filter((each) => !shown.includes(each));
  return (
    <>
      <List>
        {shown.map((each, at) => (
          <li key={at} data-found={each.kind} aria-current={each === chosen || undefined}>
            <Head onPress={() => choose(each)}>
              <b>{letters.get(each) ?? "·"}</b> {each.title}
            </Head>
            <p>{each.reason}</p>
            {each === chosen ? <Figures each={each} form={form} /> : <Short each={each} />}
            <Quiet as="p">
              {each.priced ? "Costs " : "Costs about "}
              {each.cost.toFixed(2)} a motor. Takes{" "}
              {each.takes
                .map(
                  ({ amount, in_all, name, unit }) =>
                    `${unit === "m" ? `${written(amount)} m of` : `${amount} ×`} ${name}${groups > 1 ? ` (${written(in_all)} in all)` : ""}`,
                )
                .join(", ")}
              .{each.besides.length > 0 && ` Beside these: ${each.besides.join(", ")}.`}
            </Quiet>
            <Row>
              <PlainButton onPress={() => keep(each)}>Put {letters.get(each) ?? "it"} on the shelf</PlainButton>
              <PlainButton aria-pressed={compared.includes(each)} onPress={() => compare(each)}>
                {compared.includes(each) ? "Leave out of the comparison" : "Compare"}
              </PlainButton>
            </Row>
          </li>
        ))}
      </List>
      {others.length > 0 && (
        <PickField
          above
          label="Also found"
          value={null}
          options={others.map((each) => ({
            key: String(found.indexOf(each)),
            label: `${each.title}, ${written(each.figures.sure ?? 0)} of 100, ${each.minutes} min`,
          }))}
          onChange={(at) => choose(found[Number(at)]!)}
        />
      )}
    </>
  );
}

const Short = ({ each }: { each: FoundDesign }) => (
  <p>
    {written(each.figures.fast ?? 0)} m/s at the edge, battery lasts {written(each.figures.long ?? 0)} min
  </p>
);

const Figures = ({ each, form }: { each: FoundDesign; form: SearchForm }) => (
  <dl>
    {form.matters.map(({ id, figure, unit }) => (
      <div key={id}>
        <dt>{figure}</dt>
        <dd>{figureText(each.figures[id] ?? 0, unit)}</dd>
      </div>
    ))}
  </dl>
);

const List = styled.ol`
  list-style: none;
  padding: 0;
  margin: 0;
  li {
    border-bottom: 1px solid ${({ theme }) => theme.rule};
    padding: 6px 0 8px;
    font-size: 0.9rem;
  }
  li[aria-current] {
    border-left: 4px solid ${({ theme }) => theme.state.holds};
    padding-left: 10px;
  }
  p {
    margin: 2px 0;
  }
  dl {
    margin: 4px 0;
    div {
      display: flex;
      justify-content: space-between;
      gap: 10px;
    }
    dd {
      margin: 0;
      font-weight: 600;
    }
  }
`;
const Head = styled(Button)`
  border: 0;
  background: none;
  padding: 2px 0;
  font: inherit;
  font-weight: 600;
  font-size: 1rem;
  text-align: left;
  color: ${({ theme }) => theme.text};
  cursor: pointer;
  b {
    color: ${({ theme }) => theme.stateText.holds};
    margin-right: 4px;
  }
  &[data-focus-visible] {
    outline: 2px solid ${({ theme }) => theme.action};
  }
`;
const Row = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
`;
