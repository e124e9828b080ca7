import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { Link } from "react-router";
import styled, { css } from "styled-components";
import { diagnoseQuery, repairsQuery, keepRepair, type Answer, type Repair, type Known } from "../api/diagnose";
import { errorLine } from "../api/client";
import { lookQuery } from "../api/queries";
import { EntryField } from "../parts/EntryField";
import type { Working } from "../shell/useDemonstration";
import { narrow } from "../theme/narrow";
import { PlainButton, Quiet } from "../theme/parts";
import { ToolRow, Trouble } from "../theme/stage";
import { readMeasure } from "../units";
import { useLearnedKey } from "../learn/LearnedProvider";
import { DoNow } from "./DoNow";
import { ItGoes, type Fixed } from "./ItGoes";
import { OtherCauses } from "./OtherCauses";
import { Repairs } from "./Repairs";
import { SignPictures } from "./SignPictures";
import { WhereSeen } from "./WhereSeen";
import { WhereToLook } from "./WhereToLook";

/** What somebody ticked and typed, as it stands; kept in this browser until the motor goes. */
interface Seen {
  goes: Fixed | null;
  skipped: string[];
  signs: string[];
  typed: Record<string, string>;
  answers: Record<string, Answer>;
  cured: string[];
  where: Record<string, string>;
  begun: number;
}
const nothing = (): Seen => ({
  goes: null,
  skipped: [],
  signs: [],
  typed: {},
  answers: {},
  cured: [],
  where: {},
  begun: 0,
});
const SHOWN = 6; // causes that are listed before anything was done
const READINGS: [string, string, string][] = [
  ["current", "Current", "A"],
  ["volts", "Volts while on", "V"],
  ["speed", "Turns a minute", ""],
];

/** Fix it: what is seen, then one thing to do now; other causes folded below; when it goes, the run is logged. */
export function FixIt({ working }: { working: Working }) {
  const id = working.kept.id;
  const key = `oakspin.fix.${id}`;
  const [seen, setSeen] = useState<Seen>(() => kept(key));
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
  const change = (part: Partial<Seen>) =>
    setSeen((before) => ({ ...before, goes: null, begun: before.begun || Date.now(), ...part }));
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
  const took = () => (seen.begun ? Math.max(1, Math.round((Date.now() - seen.begun) / 60_000)) : 1);
  const goesByItself = () =>
    setSeen({ ...nothing(), goes: { sentence: "What stopped it is not known.", did: "", minutes: took() } });
  const fixed = (cause: string, goes: boolean) => {
    if (!goes) {
      const has = seen.cured.includes(cause);
      return change({ cured: has ? seen.cured.filter((each) => each !== cause) : [...seen.cured, cause] });
    }
    const what = data?.diagnosis.causes.find((each) => each.id === cause);
    const done = { signs: seen.signs as Repair["repair"]["signs"], answers: seen.answers, cured: seen.cured };
    keep.mutate({ fault: cause, minutes: took(), group: "", hands: null, ...done });
    setSeen({ ...nothing(), goes: { sentence: what?.sentence ?? cause, did: what?.cure.do ?? "", minutes: took() } });
  };
  const next = data?.diagnosis.next ?? null;
  const now = data?.diagnosis.causes.find(({ id }) => id === next?.id);
  const any = known.signs.length + Object.keys(known.readings).length + Object.keys(known.answers).length > 0;
  const touched = (each: string) => each in seen.answers || seen.cured.includes(each);
  const others = data?.diagnosis.causes.filter((cause, at) => at < SHOWN || touched(cause.id)) ?? [];
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
          !error && <Quiet role="status">Working out everything that can be wrong with this motor …</Quiet>
        )}
        <details open={Object.keys(seen.typed).length > 0 || undefined}>
          <summary>I have a meter</summary>
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
        </details>
      </section>
      <section aria-label="What to do">
        {error && <Trouble role="alert">{errorLine(error)}</Trouble>}
        {seen.goes ? (
          <ItGoes
            working={working}
            fixed={seen.goes}
            travels={data?.travels ?? false}
            trouble={keep.error ? errorLine(keep.error) : ""}
            again={() => setSeen(nothing())}
          />
        ) : (
          data && (
            <>
              <Summary role="status" data-summary data-busy={isFetching || keep.isPending || undefined}>
                {data.diagnosis.summary}
              </Summary>
              {next && now && (
                <DoNow
                  step={next}
                  cause={now}
                  answer={answer}
                  fixed={fixed}
                  goes={goesByItself}
                  skip={(cause) => change({ skipped: [...seen.skipped, cause] })}
                />
              )}
              {look && (
                <WhereToLook geometry={look.drawing} causes={now ? [now] : []} height="min(34vh, 300px)" single />
              )}
              {any && data.diagnosis.helps && <Quiet as="p">{data.diagnosis.helps}</Quiet>}
              <details open={next === null || undefined} data-others>
                <summary>{any ? "All causes, the likeliest first" : "What can be wrong, the commonest first"}</summary>
                <OtherCauses
                  causes={others}
                  ranked={any}
                  answers={seen.answers}
                  cured={seen.cured}
                  answer={answer}
                  fixed={fixed}
                />
                {data.diagnosis.causes.length > others.length && (
                  <Quiet>
                    and {data.diagnosis.causes.length - others.length + data.diagnosis.more} less likely causes
                  </Quiet>
                )}
              </details>
            </>
          )
        )}
        <ToolRow>
          {any && <PlainButton onPress={() => setSeen(nothing())}>Start over</PlainButton>}
          <Link to={`/motor/${id}/print/faults`}>Print the commonest for the tables</Link>
          <Link to="/practice">Practice finding faults</Link>
        </ToolRow>
        <Repairs id={id} />
      </section>
    </Columns>
  );
}

const wrong = (text: string | undefined, unit: string) => Boolean(text?.trim()) && (readMeasure(text!, unit) ?? -1) < 0;

/** What of it can be asked about: readings that are numbers. */
function knownOf({ signs, typed, answers, cured, where, skipped }: Seen): Known {
  const readings = READINGS.flatMap(([name, , unit]) => {
    const value = typed[name]?.trim() ? readMeasure(typed[name], unit) : null;
    return value !== null && value >= 0 ? [[name, value] as const] : [];
  });
  return {
    signs: [...signs].sort(),
    readings: Object.fromEntries(readings),
    answers,
    cured: [...cured].sort(),
    skipped: [...skipped].sort(),
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
  grid-template-columns: minmax(0, 5fr) minmax(0, 6fr);
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
  summary {
    cursor: pointer;
    padding: 6px 0;
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
