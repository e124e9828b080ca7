import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { Label, Radio, RadioGroup } from "react-aria-components";
import { Link } from "react-router";
import styled from "styled-components";
import { errorLine } from "../api/client";
import { warmUpQuery, warmUpsQuery, type WarmUp, type WarmUpAnswer } from "../api/warmups";
import { EntryField } from "../parts/EntryField";
import { PickField } from "../parts/PickField";
import { useTyped } from "../parts/useTyped";
import { TopBand } from "../shell/TopBand";
import { MainButton, PlainButton, Quiet } from "../theme/parts";
import { RoomHead, RoomPage } from "../theme/room";
import { CautionLine, StageColumns, Table, ToolRow, Trouble } from "../theme/stage";
import { dialIn, figureText } from "./dials";
import { WarmUpDrawing } from "./WarmUpDrawing";

/** Warm-ups: small benches before the motor, each to predict before it is tried. */
export function WarmUpsPage() {
  const { data, error } = useQuery({ ...warmUpsQuery, retry: false });
  const [open, setOpen] = useState("");
  useEffect(() => {
    document.title = "Warm-ups · Oak Spin";
  }, []);
  const shown = data?.find(({ id }) => id === open) ?? data?.[0];
  return (
    <RoomPage>
      <TopBand />
      <main>
        <RoomHead>
          <h1>Warm-ups</h1>
          <Quiet>ten minutes each, before the motor: predict, do, explain</Quiet>
          <Link to="/classes">Classes</Link>
        </RoomHead>
        {error && <Trouble role="alert">{errorLine(error)}</Trouble>}
        {data && shown && (
          <>
            <Which aria-label="Which warm-up" value={shown.id} onChange={setOpen} orientation="horizontal">
              {data.map(({ id, name }, at) => (
                <Radio key={id} value={id}>
                  {at + 1} {name}
                </Radio>
              ))}
            </Which>
            <Bench key={shown.id} warmUp={shown} />
          </>
        )}
      </main>
    </RoomPage>
  );
}

function Bench({ warmUp }: { warmUp: WarmUp }) {
  const { texts, errors, write } = useTyped();
  const [values, setValues] = useState<Record<string, number>>({});
  const [guess, setGuess] = useState("");
  const [tried, setTried] = useState(false);
  const { data, error } = useQuery({
    ...warmUpQuery(warmUp.id, values),
    retry: false,
    placeholderData: (last) => last,
  });
  const turn = (id: string, value: number) => {
    setValues({ ...values, [id]: value });
    setTried(false);
    setGuess("");
  };
  const type = (id: string, text: string) => {
    const dial = warmUp.dials.find((each) => each.id === id)!;
    const value = dialIn(dial, text);
    write(id, text, typeof value === "string" ? value : "");
    if (typeof value === "number") turn(id, value);
  };
  return (
    <StageColumns $wide="minmax(230px, 3fr) minmax(0, 6fr) minmax(250px, 4fr)">
      <section aria-label="The bench">
        <h2>Have</h2>
        <p>{warmUp.needs.join(", ")}.</p>
        <h2>Build</h2>
        <p>{warmUp.build}</p>
        <CautionLine>{warmUp.caution}</CautionLine>
        <h2>Dials</h2>
        <Dials>
          {warmUp.dials.map((dial) =>
            dial.words.length > 0 ? (
              <PickField
                key={dial.id}
                above
                label={dial.label}
                value={String(values[dial.id] ?? dial.start)}
                options={dial.words.map((word, at) => ({ key: String(at), label: word }))}
                onChange={(key) => turn(dial.id, Number(key))}
              />
            ) : (
              <EntryField
                key={dial.id}
                label={dial.label}
                unit={dial.unit || undefined}
                value={texts[dial.id] ?? String(dial.start)}
                error={errors[dial.id]}
                onChange={(text) => type(dial.id, text)}
              />
            ),
          )}
        </Dials>
      </section>
      <Middle aria-label="Drawing">
        {error && <Trouble role="alert">{errorLine(error)}</Trouble>}
        {data && <WarmUpDrawing drawn={tried ? data.drawn : data.before} name={warmUp.name} />}
      </Middle>
      <section aria-label="Predict, do, explain">
        <Guess value={guess} onChange={setGuess} isDisabled={tried}>
          <Label>
            <h2>{warmUp.question}</h2>
          </Label>
          {warmUp.options.map(({ id, words }) => (
            <Radio key={id} value={id}>
              {({ isSelected }) => (
                <>
                  <span aria-hidden>{isSelected ? "●" : "○"}</span> {words}
                </>
              )}
            </Radio>
          ))}
        </Guess>
        <ToolRow>
          {tried ? (
            <PlainButton
              onPress={() => {
                setTried(false);
                setGuess("");
              }}
            >
              Predict anew
            </PlainButton>
          ) : (
            <MainButton isDisabled={!guess || !data} onPress={() => setTried(true)}>
              Try it
            </MainButton>
          )}
        </ToolRow>
        <div role="status">{tried && data && <Outcome warmUp={warmUp} outcome={data} guess={guess} />}</div>
      </section>
    </StageColumns>
  );
}

function Outcome({ warmUp, outcome, guess }: { warmUp: WarmUp; outcome: WarmUpAnswer; guess: string }) {
  const words = warmUp.options.find(({ id }) => id === outcome.right)?.words;
  return (
    <>
      <p data-right={guess === outcome.right}>
        <b>{guess === outcome.right ? "As you said: " : "Otherwise: "}</b>
        {words}, on {outcome.sure} of 100 such benches.
      </p>
      <p>{outcome.sentence}</p>
      <Table aria-label="Figures">
        <tbody>
          {outcome.figures.map(({ id, label, value, unit, band }) => (
            <tr key={id}>
              <th scope="row">{label}</th>
              <td>
                <b>{figureText(value, unit)}</b> <Quiet>({band.map((end) => figureText(end, "")).join(" to ")})</Quiet>
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
      <h2>Say</h2>
      <p>{warmUp.say}</p>
      <Quiet as="p">{warmUp.source}</Quiet>
    </>
  );
}

const Which = styled(RadioGroup)`
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
  padding: 0 20px 8px;
  label {
    cursor: pointer;
    color: ${({ theme }) => theme.action};
    padding: 2px 0;
    border-bottom: 3px solid transparent;
    &[data-selected] {
      color: ${({ theme }) => theme.text};
      font-weight: 650;
      border-bottom-color: ${({ theme }) => theme.action};
    }
    &[data-focus-visible] {
      outline: 2px solid ${({ theme }) => theme.action};
    }
  }
`;
const Dials = styled.div`
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 6px 10px;
  align-items: end;
`;
const Middle = styled.section`
  display: flex;
  flex-direction: column;
`;
const Guess = styled(RadioGroup)`
  display: grid;
  gap: 4px;
  margin-bottom: 8px;
  label {
    cursor: pointer;
    &[data-focus-visible] {
      outline: 2px solid ${({ theme }) => theme.action};
    }
  }
`;
