import { useState } from "react";
import { Checkbox } from "react-aria-components";
import styled from "styled-components";
import { shoppingTable, type Bought, type Shopping } from "../api/search";
import { Progress } from "../parts/Progress";
import { saveAs } from "../parts/saveAs";
import { MainButton, PlainButton, Quiet } from "../theme/parts";
import { ToolRow } from "../theme/stage";
import { written } from "./asking";

interface Props {
  shopping: Shopping | null;
  busy: boolean;
  look: () => void;
  stop: () => void;
}

const SHOWN = 8;

/** What is worth buying: what each purchase opens or raises, and the list to take along. */
export function Buying({ shopping, busy, look, stop }: Props) {
  const [picked, setPicked] = useState<string[]>([]);
  const purchases = shopping?.purchases.slice(0, SHOWN) ?? [];
  const list = merged(purchases.filter(({ sentence }) => picked.includes(sentence)).flatMap(({ goods }) => goods));
  return (
    <section aria-label="Worth buying">
      <h2>Worth buying</h2>
      {!shopping && !busy && (
        <>
          <Quiet as="p">Which usual goods would open a kind or make one surer, tried one after the other.</Quiet>
          <PlainButton onPress={look}>Find out what is worth buying</PlainButton>
        </>
      )}
      {busy && (
        <Progress
          says={shopping ? `${shopping.tried} of ${shopping.of} purchases tried` : "Looking at what you have …"}
          done={shopping?.tried}
          of={shopping?.of}
          stop={stop}
        />
      )}
      {shopping && purchases.length === 0 && !busy && (
        <p>Nothing that is usually sold opens a kind or makes one surer.</p>
      )}
      {purchases.map(({ sentence }) => (
        <Line
          key={sentence}
          isSelected={picked.includes(sentence)}
          onChange={(on) => setPicked(on ? [...picked, sentence] : picked.filter((each) => each !== sentence))}
        >
          {({ isSelected }) => (
            <>
              <span aria-hidden>{isSelected ? "☑" : "☐"}</span> <span>{sentence}</span>
            </>
          )}
        </Line>
      ))}
      {list.length > 0 && (
        <div data-paper>
          <h3>Shopping list, for all groups with spares</h3>
          <ul>
            {list.map((good) => (
              <li key={good.name}>
                <b>
                  {written(good.amount)}
                  {good.unit === "m" ? " m" : " ×"}
                </b>{" "}
                {good.name}
                {good.price !== null && <Quiet> about {written(good.price * good.amount)}</Quiet>}
              </li>
            ))}
          </ul>
          <ToolRow>
            <MainButton onPress={() => window.print()}>Print it</MainButton>
            <PlainButton
              onPress={() => void shoppingTable(list).then((blob) => saveAs(blob, "Oak Spin shopping list.csv"))}
            >
              Save as CSV
            </PlainButton>
          </ToolRow>
        </div>
      )}
    </section>
  );
}

/** Goods that stand in several purchases once, with the most that one of these asks for. */
export function merged(goods: Bought[]): Bought[] {
  const most = new Map<string, Bought>();
  for (const good of goods) if ((most.get(good.name)?.amount ?? 0) < good.amount) most.set(good.name, good);
  return [...most.values()];
}

const Line = styled(Checkbox)`
  display: flex;
  gap: 6px;
  padding: 3px 0;
  font-size: 0.9rem;
  cursor: pointer;
  &[data-focus-visible] {
    outline: 2px solid ${({ theme }) => theme.action};
  }
`;
