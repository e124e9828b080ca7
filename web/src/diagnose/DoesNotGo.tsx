import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { Link } from "react-router";
import styled, { css } from "styled-components";
import { diagnoseQuery, repairsQuery, keepRepair, type Answer, type Repair, type Known } from "../api/diagnose";
import { errorLine as errorLine } from "../api/client";
import { lookQuery } from "../api/queries";
import { EntryField } from "../parts/EntryField";
import { noted } from "../run/draft";
import type { Working } from "../shell/useDemonstration";
import { narrow } from "../theme/narrow";
import { PlainButton, Quiet } from "../theme/parts";
import { ToolRow, Trouble } from "../theme/stage";
import { readMeasure } from "../units";
import { useLearnedKey } from "../learn/LearnedProvider";
import { Causes } from "./Causes";
import { Repairs } from "./Repairs";
import { SignPictures } from "./SignPictures";
import { WhereSeen } from "./WhereSeen";
import { WhereToLook } from "./WhereToLook";

/** What somebody ticked and typed, as it stands; kept in this browser until the motor goes. */
interface Seen {
  signs: string[];
  typed: Record<string, string>;
  answers: Record<string, Answer>;
  cured: string[];
  where: Record<string, string>;
  begun: number;
}
const nothing = (): Seen => ({ signs: [], typed: {}, answers: {}, cured: [], where: {}, begun: 0 });
const READINGS: [string, string, string][] = [
  ["current", "Current", "A"],
  ["volts", "Volts while on", "V"],
  ["speed", "Turns a minute", ""],
];

/** It does not go: what is seen, where to look, and what is wrong by rank; every tick moves the list. */
export function DoesNotGo({ working }: { working: Working }) {
  const id = working.kept.id;
  const key = `oakspin.fix.${id}`;
  const [seen, setSeen] = useState<Seen>(() => kept(key));
  const [found, setFound] = useState("");
  const learned = useLearnedKey();
  const queries = useQueryClient();
  const keep = useMutation({
    mutationFn: (repair: Repair["repair"]) => keepRepair(id, repair),
    onSuccess: async () => {
      await queries.invalidateQueries({ queryKey: repairsQuery(id).queryKey });
      await queries.invalidateQueries({ queryKey: ["diagnose"] });
    },
  });
  useEffect(() => localStorage.setItem(key, JSON.stringify(seen)), [key, seen]);
  // What was pressed is gone with the list: the answer takes the focus.
  const answered = useRef<HTMLParagraphElement>(null);
  useEffect(() => {
    if (found) answered.current?.focus();
  }, [found]);
  const change = (part: Partial<Seen>) => {
    setFound("");
    setSeen((before) => ({ ...before, begun: before.begun || Date.now(), ...part }));
  };
  const known = knownOf(seen);
  const { data, error, isFetching } = useQuery({
    ...diagnoseQuery(working.design, known, learned),
    retry: false,
    placeholderData: (before) => before,
  });
  const { data: look } = useQuery(lookQuery(working.design));
  const answer = (cause: string, value: Answer | null) => {
    const others = Object.entries(seen.answers).filter(([each]) => each !== cause);
    change({ answers: Object.fromEntries(value ? [...others, [cause, value] as const] : others) });
  };
  const mended = (cause: string, goes: boolean) => {
    if (!goes) {
      const has = seen.cured.includes(cause);
      return change({ cured: has ? seen.cured.filter((each) => each !== cause) : [...seen.cured, cause] });
    }
    const what = data?.diagnosis.causes.find((each) => each.id === cause);
    const gone = seen.begun ? Math.max(1, Math.round((Date.now() - seen.begun) / 60_000)) : 1;
    const done = { signs: seen.signs as Repair["repair"]["signs"], answers: seen.answers, cured: seen.cured };
    keep.mutate({ fault: cause, minutes: gone, group: "", hands: null, ...done });
    const line = `It did not go. ${what?.sentence ?? cause} ${what?.cure.do ?? ""} Mended after ${gone} min.`;
    noted(id, line);
    setSeen(nothing());
    setFound(line);
  };
  const shown = data?.diagnosis.causes.slice(0, 6) ?? [];
  const any = known.signs.length + Object.keys(known.readings).length + Object.keys(known.answers).length > 0;
  return (
    <Columns>
      <section aria-label="What you see">
        {data && look ? (
          <>
            <SignPictures
              answer={data}
              geometry={look.drawing}
              signs={seen.signs}
              change={(signs) => change({ signs })}
            />
            <WhereSeen answer={data} signs={seen.signs} where={seen.where} change={(where) => change({ where })} />
          </>
        ) : (
          !error && <Quiet role="status">Looking at everything that can be wrong with this motor …</Quiet>
        )}
        <h2>Read, if you can</h2>
        <Readings>
          {READINGS.filter(([name]) => name !== "speed" || !data?.travels).map(([name, label, unit]) => (
            <EntryField
              key={name}
              label={label}
              unit={unit}
              value={seen.typed[name] ?? ""}
              onChange={(text) => change({ typed: { ...seen.typed, [name]: text } })}
              error={wrong(seen.typed[name], unit) ? "A number, please." : undefined}
            />
          ))}
        </Readings>
      </section>
      <section aria-label="Where to look">
        {look && <WhereToLook geometry={look.drawing} causes={any ? shown : []} />}
        <ToolRow>
          {any && <PlainButton onPress={() => change(nothing())}>Start over</PlainButton>}
          <Link to={`/motor/${id}/print/faults`}>Print the likeliest for the tables</Link>
          <Link to="/practice">Practise</Link>
        </ToolRow>
        <Repairs id={id} />
      </section>
      <section aria-label="What is wrong">
        {error && <Trouble role="alert">{errorLine(error)}</Trouble>}
        {found && (
          <p role="status" ref={answered} tabIndex={-1}>
            {found} <Link to={`/motor/${id}/run`}>It stands in the note of the next trial.</Link>
          </p>
        )}
        {keep.error && <Trouble role="alert">It was not kept. {errorLine(keep.error)}</Trouble>}
        {data && (
          <>
            <Summary role="status" data-summary data-busy={isFetching || keep.isPending || undefined}>
              {data.diagnosis.summary}
            </Summary>
            {data.diagnosis.helps && <Quiet as="p">{data.diagnosis.helps}</Quiet>}
            <Causes
              diagnosis={data.diagnosis}
              answers={seen.answers}
              cured={seen.cured}
              answer={answer}
              mended={mended}
            />
            {data.diagnosis.causes.length > 6 && (
              <Quiet>and {data.diagnosis.causes.length - 6 + data.diagnosis.more} less likely causes</Quiet>
            )}
          </>
        )}
      </section>
    </Columns>
  );
}

const wrong = (text: string | undefined, unit: string) => Boolean(text?.trim()) && (readMeasure(text!, unit) ?? -1) < 0;

/** What of it can be asked about: readings that are numbers. */
function knownOf({ signs, typed, answers, cured, where }: Seen): Known {
  const readings = READINGS.flatMap(([name, , unit]) => {
    const value = typed[name]?.trim() ? readMeasure(typed[name], unit) : null;
    return value !== null && value >= 0 ? [[name, value] as const] : [];
  });
  return {
    signs: [...signs].sort(),
    readings: Object.fromEntries(readings),
    answers,
    cured: [...cured].sort(),
    // What is unticked keeps its place for when it is ticked again, and says nothing meanwhile.
    where: Object.fromEntries(Object.entries(where).filter(([sign]) => signs.includes(sign))),
  };
}

function kept(key: string): Seen {
  try {
    return { ...nothing(), ...(JSON.parse(localStorage.getItem(key) ?? "null") as Partial<Seen> | null) };
  } catch {
    return nothing();
  }
}

const Columns = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 4fr) minmax(0, 4fr) minmax(0, 5fr);
  flex: 1;
  min-height: 0;
  border-top: 1px solid ${({ theme }) => theme.rule};
  & > section {
    overflow-y: auto;
    padding: 10px 16px 20px;
  }
  & > section + section {
    border-left: 1px solid ${({ theme }) => theme.rule};
  }
  h2 {
    font-size: 1.1rem;
    margin: 10px 0 4px;
  }
  ${narrow(css`
    display: block;
    & > section {
      overflow: visible;
    }
  `)}
`;
const Readings = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(110px, 1fr));
  gap: 8px;
`;
const Summary = styled.p`
  font-size: 1.15rem;
  font-weight: 650;
  margin: 4px 0;
`;
