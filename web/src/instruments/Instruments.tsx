import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import styled from "styled-components";
import type { Design } from "../api/client";
import { openDevice, openRig, portsQuery, tellSource, type Word, expectedQuery } from "../api/instruments";
import { useLearnedKey } from "../learn/LearnedProvider";
import { EntryField } from "../parts/EntryField";
import { PickField } from "../parts/PickField";
import { saveAs } from "../parts/saveAs";
import { MainButton, PlainButton, Quiet } from "../theme/parts";
import { ToolRow, Trouble } from "../theme/stage";
import { rounded } from "../units";
import { Film } from "./Film";
import type { Keep, Take } from "./Found";
import { Sound } from "./Sound";
import { tableOf } from "./table";
import { useSource } from "./useSource";
import { Live } from "./Live";

const ORDERS: [Word, string][] = [
  ["on", "Power on"],
  ["flick", "Flick it"],
  ["hold", "Hold it"],
  ["free", "Let go"],
  ["off", "Power off"],
];
type Kind = "device" | "rig" | "sound" | "film";
const KINDS: [Kind, string][] = [
  ["device", "a device on a port"],
  ["sound", "its sound"],
  ["film", "a film"],
  ["rig", "a simulated motor"],
];
interface Props {
  design: Design;
  /** Whether a trial of this motor has turns that an ear or a film can count. */
  turns: boolean;
  take: Take;
  keep: Keep;
}

/** Readings as they come: lines of a device, sound, film, or the simulated rig; taken into the trial by one press. */
export function Instruments({ design, turns, take, keep }: Props) {
  const [kind, setKind] = useState<Kind | null>(null);
  const [begun, setBegun] = useState<number | null>(null);
  const source = useSource();
  const { data: expected } = useQuery({ ...expectedQuery(design, useLearnedKey()), enabled: source.id !== null });
  // A simulated motor is set up with its power off: what stands still then is no trial.
  const [powered, setPowered] = useState(false);
  const off = source.simulated && !powered;
  const order = (word: Word) => {
    if (word === "on" || word === "off") setPowered(word === "on");
    void tellSource(source.id!, word);
  };
  const choose = (next: Kind | null) => {
    source.close();
    setPowered(false);
    setBegun(null);
    setKind(next);
  };
  const last = source.readings.at(-1);
  const record = () => {
    if (begun === null) return setBegun(last?.seconds ?? 0);
    keep(tableOf(source.all.current, source.simulated, begun));
    setBegun(null);
  };
  return (
    <section aria-label="Instruments">
      <ToolRow>
        <Quiet>{kind === null ? "Read by hand, or by" : "Read by"}</Quiet>
        {KINDS.filter(([each]) => each !== kind && (turns || (each !== "sound" && each !== "film"))).map(
          ([each, label]) => (
            <PlainButton key={each} onPress={() => choose(each)}>
              {label}
            </PlainButton>
          ),
        )}
        {kind !== null && <PlainButton onPress={() => choose(null)}>hand</PlainButton>}
      </ToolRow>
      {kind === "device" && !source.id && <Device open={source.open} />}
      {kind === "rig" && !source.id && <Rig design={design} open={source.open} />}
      {kind === "sound" && <Sound design={design} take={take} keep={keep} />}
      {kind === "film" && <Film design={design} take={take} keep={keep} />}
      {source.opening && <Quiet role="status">Setting it up …</Quiet>}
      {source.trouble && <Trouble role="alert">{source.trouble}</Trouble>}
      {source.wrong.length > 0 && (
        <details>
          <summary>{source.wrong.length === 1 ? "One line" : `${source.wrong.length} lines`} could not be read</summary>
          <ul>
            {source.wrong.map((line, at) => (
              <li key={at}>{line}</li>
            ))}
          </ul>
        </details>
      )}
      {source.id && (
        <>
          {source.simulated && (
            <Simulated role="note">
              Simulated: a computed motor, not the one on your bench. It teaches nothing.
            </Simulated>
          )}
          <ToolRow>
            {source.simulated &&
              ORDERS.map(([word, label]) => (
                <PlainButton key={word} onPress={() => order(word)}>
                  {label}
                </PlainButton>
              ))}
            {source.simulated && <b role="status">{powered ? "The power is on." : "The power is off."}</b>}
            <PlainButton onPress={record}>{begun === null ? "Record" : "Stop recording"}</PlainButton>
            {begun !== null && (
              <Quiet role="status">Recording … {rounded((last?.seconds ?? begun) - begun, 2)} s</Quiet>
            )}
            <PlainButton onPress={() => saveAs(csv(tableOf(source.all.current, source.simulated)), "readings.csv")}>
              Save all readings
            </PlainButton>
            <PlainButton onPress={() => choose(null)}>Close</PlainButton>
          </ToolRow>
          {source.readings.length === 0 && !source.trouble && <Quiet role="status">Nothing has come yet.</Quiet>}
          <Live steady={source.steady} source={source} expected={expected ?? []} />
          {off && <Quiet as="p">Switch the power on: with it off, nothing can be taken as a trial.</Quiet>}
          {!off && source.steady.length > 0 && (
            <MainButton onPress={() => take(source.take, source.simulated)}>Take this</MainButton>
          )}
        </>
      )}
    </section>
  );
}

function Device({ open }: { open: ReturnType<typeof useSource>["open"] }) {
  const { data } = useQuery(portsQuery);
  const [port, setPort] = useState("");
  const [speed, setSpeed] = useState("9600");
  const first = port || (data?.ports[0]?.name ?? "");
  return (
    <>
      <Fields>
        <EntryField label="Port" value={first} onChange={setPort} />
        <PickField
          label="Speed of the port"
          above
          value={speed}
          options={(data?.speeds ?? [9600]).map((speed) => ({ key: `${speed}`, label: `${speed} baud` }))}
          onChange={setSpeed}
        />
        <MainButton onPress={() => void open(() => openDevice(first.trim(), Number(speed)))} isDisabled={!first.trim()}>
          Listen
        </MainButton>
      </Fields>
      <Quiet as="p">
        {data && data.ports.length > 0
          ? `Found: ${data.ports.map(({ name, says }) => `${name} (${says})`).join(", ")}.`
          : "No port was found on the machine that serves Oak Spin. Plug the device in there, or type its port."}{" "}
        It sends lines such as: current 3.21 A
      </Quiet>
    </>
  );
}

function Rig({ design, open }: { design: Design; open: ReturnType<typeof useSource>["open"] }) {
  const [seed, setSeed] = useState("1");
  const number = Number(seed);
  const good = Number.isInteger(number) && number >= 0;
  return (
    <Fields>
      <EntryField
        label="Which build"
        value={seed}
        onChange={setSeed}
        error={good ? undefined : "A whole number, such as 3."}
      />
      <MainButton onPress={() => void open(() => openRig(design, number))} isDisabled={!good}>
        Set it up
      </MainButton>
    </Fields>
  );
}

const csv = (table: string) => new Blob([table], { type: "text/csv" });

const Fields = styled.div`
  display: grid;
  grid-template-columns: minmax(120px, 2fr) 1fr auto;
  gap: 12px;
  align-items: end;
`;
const Simulated = styled.p`
  font-weight: 650;
  border: 2px dashed ${({ theme }) => theme.state.tight};
  padding: 4px 10px;
`;
