import { useQuery } from "@tanstack/react-query";
import { Button, Checkbox, CheckboxGroup } from "react-aria-components";
import styled from "styled-components";
import { classMotor, type ClassPlan, type SchoolClass } from "../api/classes";
import { shelfQuery } from "../api/queries";
import { EntryField } from "../parts/EntryField";
import { PickField } from "../parts/PickField";
import { useTyped } from "../parts/useTyped";
import { Quiet } from "../theme/parts";
import { dateIn, groupsIn, HANDS, numberIn, withMotors, type Numeric } from "./planning";

interface Props {
  kept: SchoolClass;
  plan: ClassPlan;
  change: (plan: ClassPlan) => void;
}

const NUMBERS: [Numeric, string][] = [
  ["minutes", "Minutes"],
  ["helpers", "Helpers"],
  ["opening", "Opening, min"],
  ["closing", "Closing, min"],
  ["pupils", "Pupils a group"],
];

/** Who, when, for how long, and what they build: the left of the page. */
export function PlanForm({ kept, plan, change }: Props) {
  const { data: shelf } = useQuery(shelfQuery);
  const { texts, errors, write: type } = useTyped();
  const write = (name: string, text: string, value: unknown, wrong = "") => {
    type(name, text, wrong);
    if (!wrong) change({ ...plan, [name]: value } as ClassPlan);
  };
  const number = (name: Numeric, text: string) => {
    const value = numberIn(name, text);
    const next = { ...plan, ...(typeof value === "number" ? { [name]: value } : {}) };
    const left = next.minutes - next.opening - next.closing;
    const wrong = typeof value === "string" ? value : left < 5 ? "Leaves under five minutes to build in." : "";
    write(name, text, value, wrong);
  };
  const add = async (id: string) => change(withMotors(plan, [...plan.motors, await classMotor(id)]));
  const there = plan.motors.map(({ shelf: own }) => own);
  const offered = (shelf?.motors ?? []).filter(({ id }) => !there.includes(id));
  return (
    <Form>
      <EntryField
        label="Title"
        value={texts.title ?? plan.title}
        error={errors.title}
        onChange={(text) => write("title", text, text.trim(), text.trim() ? "" : "Give the class a title.")}
      />
      <Pair>
        <EntryField
          label="Date"
          value={texts.date ?? plan.date}
          error={errors.date}
          onChange={(text) => write("date", text, dateIn(text), dateIn(text) ? "" : "Write it as 2026-11-27.")}
        />
        <PickField
          above
          label="Hands"
          value={plan.hands}
          options={HANDS}
          onChange={(hands) => change({ ...plan, hands: hands as ClassPlan["hands"] })}
        />
        {NUMBERS.map(([name, label]) => (
          <EntryField
            key={name}
            label={label}
            value={texts[name] ?? String(plan[name])}
            error={errors[name]}
            onChange={(text) => number(name, text)}
          />
        ))}
      </Pair>
      <details>
        <summary>
          {plan.groups.length} {plan.groups.length === 1 ? "group" : "groups"}, by name
        </summary>
        <EntryField
          label="One a line; never names of children"
          lines={8}
          value={texts.groups ?? plan.groups.join("\n")}
          error={errors.groups}
          onChange={(text) => {
            const groups = groupsIn(text);
            write("groups", text, groups, typeof groups === "string" ? groups : "");
          }}
        />
      </details>
      <h2>{plan.motors.length > 1 ? "Stations, by turn" : "All build"}</h2>
      {plan.motors.map((motor, at) => (
        <div key={`${motor.title} ${at}`}>
          <MotorHead>
            <b>{motor.title}</b> <Quiet>{kept.motors[at]?.kind}</Quiet>
            {plan.motors.length > 1 && (
              <Small
                aria-label={`Leave out ${motor.title}`}
                onPress={() =>
                  change(
                    withMotors(
                      plan,
                      plan.motors.filter((_, one) => one !== at),
                    ),
                  )
                }
              >
                Leave out
              </Small>
            )}
          </MotorHead>
          <Steps
            aria-label={`Prepared of ${motor.title}`}
            value={motor.prepared}
            onChange={(prepared) =>
              change({ ...plan, motors: plan.motors.map((one, other) => (other === at ? { ...one, prepared } : one)) })
            }
          >
            <Quiet>prepared by an adult beforehand</Quiet>
            {kept.motors[at]?.steps.map((step) => (
              <Checkbox key={step.id} value={step.id}>
                {({ isSelected }) => (
                  <>
                    <span aria-hidden>{isSelected ? "☑" : "☐"}</span>
                    <span>
                      {step.title} <Quiet>{Math.round(step.minutes)} min each</Quiet>
                    </span>
                  </>
                )}
              </Checkbox>
            ))}
          </Steps>
        </div>
      ))}
      {plan.motors.length < 6 && offered.length > 0 && (
        <PickField
          above
          label="One more station, from the shelf"
          value={null}
          options={offered.map(({ id, title }) => ({ key: id, label: title }))}
          onChange={(id) => void add(id)}
        />
      )}
    </Form>
  );
}

const Form = styled.div`
  display: grid;
  gap: 8px;
  align-content: start;
  summary {
    cursor: pointer;
    color: ${({ theme }) => theme.action};
    font-size: 0.9rem;
  }
`;
const Pair = styled.div`
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 6px 10px;
  align-items: end;
`;
const MotorHead = styled.p`
  margin: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 2px 8px;
  align-items: baseline;
`;
const Small = styled(Button)`
  margin-left: auto;
  background: none;
  border: 0;
  color: ${({ theme }) => theme.action};
  cursor: pointer;
`;
const Steps = styled(CheckboxGroup)`
  display: grid;
  gap: 1px;
  font-size: 0.9rem;
  label {
    display: flex;
    gap: 6px;
    cursor: pointer;
  }
  [data-focus-visible] {
    outline: 2px solid ${({ theme }) => theme.action};
  }
`;
