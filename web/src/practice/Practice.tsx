import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { Label, Radio, RadioGroup } from "react-aria-components";
import { Link, useNavigate } from "react-router";
import styled from "styled-components";
import { errorLine } from "../api/client";
import { begin, caseQuery, practiceQuery, type Level } from "../api/practice";
import { kindsQuery, shelfQuery } from "../api/queries";
import { PickField } from "../parts/PickField";
import { TopBand } from "../shell/TopBand";
import { MainButton, Quiet } from "../theme/parts";
import { RoomHead, RoomPage } from "../theme/room";
import { StageColumns, ToolRow, Trouble } from "../theme/stage";
import { Record } from "./Record";
import { beginning, chosen, keepChosen, type Chosen } from "./rounds";

/** Practice: what to practice, and how it went so far. */
export function Practice() {
  const queries = useQueryClient();
  const go = useNavigate();
  const { data, error } = useQuery({ ...practiceQuery, retry: false });
  const { data: kinds } = useQuery(kindsQuery);
  const { data: shelf } = useQuery(shelfQuery);
  const [choice, setChoice] = useState(chosen);
  const choose = (part: Partial<Chosen>) => {
    const next = { ...choice, ...part };
    keepChosen(next);
    setChoice(next);
  };
  useEffect(() => {
    document.title = "Practice · Oak Spin";
  }, []);
  const start = useMutation({
    mutationFn: () => begin(beginning(choice)),
    onSuccess: (found) => {
      queries.setQueryData(caseQuery(found.id).queryKey, found);
      void go(`/practice/${found.id}`);
    },
  });
  const trouble = error ?? start.error;
  const motors = shelf?.motors ?? [];
  const motor = motors.some(({ id }) => id === choice.motor) ? choice.motor : "";
  const options = [
    { key: "", label: "Any kind, as it comes" },
    ...(kinds ?? []).map(({ id, name }) => ({ key: `kind ${id}`, label: name, group: "A usual motor of a kind" })),
    ...motors.map(({ id, title }) => ({ key: `motor ${id}`, label: title, group: "A motor of the shelf" })),
  ];
  const value = motor ? `motor ${motor}` : choice.kind ? `kind ${choice.kind}` : "";
  return (
    <RoomPage>
      <TopBand />
      <main>
        <RoomHead>
          <h1>Practice</h1>
        </RoomHead>
        <Quiet as="p">
          A motor that is right on paper hides a fault. Look, check, name it, mend it: every step costs its minutes.
          Then see the shortest way.
        </Quiet>
        {trouble && <Trouble role="alert">{errorLine(trouble)}</Trouble>}
        {data && (
          <StageColumns $wide="minmax(0, 5fr) minmax(0, 6fr)">
            <section aria-label="A round of five">
              <RadioGroup value={choice.level} onChange={(level) => choose({ level: level as Level })}>
                <Label>
                  <h2>A round of {data.cases}</h2>
                </Label>
                {data.levels.map(({ id, words }) => (
                  <LevelRow key={id} value={id}>
                    {({ isSelected }) => (
                      <>
                        <span aria-hidden>{isSelected ? "●" : "○"}</span> {words}
                      </>
                    )}
                  </LevelRow>
                ))}
              </RadioGroup>
              {choice.level !== "mixed" && (
                <PickField
                  above
                  label="With"
                  value={value}
                  options={options}
                  onChange={(key) => {
                    const [what = "", id = ""] = key.split(" ");
                    choose({ kind: what === "kind" ? id : "", motor: what === "motor" ? id : "" });
                  }}
                />
              )}
              <ToolRow style={{ marginTop: 12 }}>
                <MainButton isDisabled={start.isPending} onPress={() => start.mutate()}>
                  Begin
                </MainButton>
                {data.open && !start.isPending && <Link to={`/practice/${data.open}`}>Go on with the open case</Link>}
                {start.isPending && <Quiet role="status">A fault is being hidden in a motor …</Quiet>}
              </ToolRow>
            </section>
            <section aria-label="Your record">
              <h2>Your record</h2>
              <Record key={data.record.rounds.length} practice={data} />
            </section>
          </StageColumns>
        )}
      </main>
    </RoomPage>
  );
}

const LevelRow = styled(Radio)`
  display: block;
  padding: 6px 8px;
  cursor: pointer;
  &[data-selected] {
    font-weight: 650;
  }
  &[data-focus-visible] {
    outline: 2.5px solid ${({ theme }) => theme.action};
  }
`;
