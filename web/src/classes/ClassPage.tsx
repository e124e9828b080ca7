import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import styled from "styled-components";
import {
  classesQuery,
  classQuery,
  needsQuery,
  putClassAway,
  runForecast,
  saveClass,
  type ClassPlan,
  type Forecast,
  type Save,
  type SchoolClass,
} from "../api/classes";
import { errorLine } from "../api/client";
import { TopBand } from "../shell/TopBand";
import { PlainButton, Quiet } from "../theme/parts";
import { RoomHead, RoomPage, RoomTools } from "../theme/room";
import { StageColumns, ToolRow, Trouble } from "../theme/stage";
import { counted } from "./counted";
import { LessonPicture } from "./LessonPicture";
import { CLASS_PAPERS } from "./papers";
import { PlanForm } from "./PlanForm";
import { HANDS } from "./planning";
import { useFirst, useKept } from "./useKept";

const PAUSE = 500; // ms without a change, after which a plan is forecast
const MOST = 6; // changes that are shown
const STOPS = 4;

/** A class: its plan, how the lesson will go, what saves groups, what it needs. */
export function ClassPage() {
  const { id = "" } = useParams();
  const { first: kept, error } = useFirst(classQuery(id), nameOf(id));
  useEffect(() => {
    document.title = `${kept?.plan.title ?? "Class"} · Oak Spin`;
  }, [kept]);
  return (
    <RoomPage>
      <TopBand />
      <main>
        {error && <Trouble role="alert">{errorLine(error)}</Trouble>}
        {kept && <Planning key={kept.id} first={kept} />}
      </main>
    </RoomPage>
  );
}

const nameOf = (id: string) => `class ${id}`;

function Planning({ first }: { first: SchoolClass }) {
  const queries = useQueryClient();
  const go = useNavigate();
  const [kept, setKept] = useState(first);
  const {
    value: plan,
    change,
    undo,
    status,
    error,
  } = useKept({
    name: nameOf(first.id),
    first: { value: first.plan, version: first.version },
    save: (version, next: ClassPlan) => saveClass(first.id, version, next),
    saved: (answer) => {
      setKept(answer);
      queries.setQueryData(classQuery(first.id).queryKey, answer);
      void queries.invalidateQueries({ queryKey: classesQuery.queryKey, exact: true });
    },
  });
  const { forecast, fresh, busy, trouble: hindered, stop } = useForecast(plan);
  const away = useMutation({
    mutationFn: () => putClassAway(first.id),
    onSuccess: async () => {
      await queries.invalidateQueries({ queryKey: classesQuery.queryKey });
      void go("/classes", { state: { gone: { id: first.id, title: plan.title } } });
    },
  });
  const trouble = error ?? away.error ?? hindered;
  const hands = HANDS.find(({ key }) => key === plan.hands)?.label;
  return (
    <>
      <RoomHead>
        <h1>{plan.title}</h1>
        <Quiet>
          {plan.groups.length} groups · {hands} · {plan.minutes} min ·{" "}
          {plan.motors.map(({ title }) => title).join(", ")} ·{" "}
          {plan.helpers === 1 ? "1 helper" : `${plan.helpers} helpers`}
        </Quiet>
        <RoomTools>
          <Quiet role="status">{status}</Quiet>
          <PlainButton isDisabled={!undo} onPress={() => undo?.()}>
            Undo
          </PlainButton>
          <Link to={`/classes/${first.id}/print`}>Print the kit</Link>
          <Link to={`/classes/${first.id}/after`}>After the class</Link>
          <a href={`/api/classes/${first.id}/file`} download>
            Save as a file
          </a>
          <PlainButton onPress={() => away.mutate()}>Put away</PlainButton>
        </RoomTools>
      </RoomHead>
      {trouble && <Trouble role="alert">{errorLine(trouble)}</Trouble>}
      <StageColumns $wide="minmax(230px, 3fr) minmax(0, 7fr) minmax(250px, 4fr)">
        <section aria-label="Plan">
          <PlanForm kept={kept} plan={plan} change={change} />
        </section>
        <Middle aria-label="Forecast">
          <Headline data-forecast>
            {fresh ? forecast?.headline : busy ? "Letting many lessons go by …" : "Stopped before anything was known"}
          </Headline>
          <p role="status">
            {fresh && forecast && (
              <>
                <b data-band>
                  {forecast.running.low} to {forecast.running.high}
                </b>{" "}
                in most lessons · {Math.round(forecast.first_try)} at the first try ·{" "}
                {forecast.waiting_min.toFixed(forecast.waiting_min < 3 ? 1 : 0)} min of waiting for help each
              </>
            )}
          </p>
          {forecast && <LessonPicture forecast={forecast} />}
          {forecast && <Quiet>The strips are one typical lesson; the band holds eight lessons of ten.</Quiet>}
        </Middle>
        <section aria-label="What helps">
          {forecast && (
            <ForecastPanel
              forecast={forecast}
              fresh={fresh}
              busy={busy}
              stop={stop}
              take={(save_) => change(save_.plan)}
            />
          )}
          <Needed id={first.id} plan={plan} />
          <h2>On paper</h2>
          <Papers>
            {CLASS_PAPERS.map(({ what, title }) => (
              <li key={what}>
                <Link to={`/classes/${first.id}/print/${what}`}>{title}</Link>
              </li>
            ))}
          </Papers>
        </section>
      </StageColumns>
    </>
  );
}

/** The forecast of a plan, begun anew a moment after each change. */
function useForecast(plan: ClassPlan) {
  const [shown, setShown] = useState<{ of: ClassPlan; forecast: Forecast } | null>(null);
  const [ended, setEnded] = useState<ClassPlan | null>(null);
  const [trouble, setTrouble] = useState<Error | null>(null);
  const control = useRef<AbortController | null>(null);
  useEffect(() => {
    const mine = new AbortController();
    control.current = mine;
    const pause = setTimeout(() => {
      setTrouble(null);
      runForecast(plan, mine.signal, (forecast) => !mine.signal.aborted && setShown({ of: plan, forecast }))
        .catch((error: unknown) => {
          if (!mine.signal.aborted) setTrouble(error as Error);
        })
        .finally(() => {
          if (control.current === mine) setEnded(plan);
        });
    }, PAUSE);
    return () => {
      clearTimeout(pause);
      mine.abort();
    };
  }, [plan]);
  const stop = () => {
    control.current?.abort();
    setEnded(plan);
  };
  // What is shown may still be of the plan before.
  return { forecast: shown?.forecast, fresh: shown?.of === plan, busy: ended !== plan, trouble, stop };
}

interface ForecastPanelProps {
  forecast: Forecast;
  fresh: boolean;
  busy: boolean;
  stop: () => void;
  take: (save: Save) => void;
}

/** What stops groups, and which single change of the plan saves most. */
function ForecastPanel({ forecast, fresh, busy, stop, take }: ForecastPanelProps) {
  const most = Math.max(...forecast.stops.map(({ groups }) => groups), 0.1);
  return (
    <>
      <h2>What stops the rest</h2>
      {forecast.stops.length === 0 && <p>Hardly anything: nearly every group will have it running.</p>}
      <Stops>
        {forecast.stops.slice(0, STOPS).map(({ id, sentence, groups, cure }, at) => (
          <li key={`${id} ${at}`}>
            <span title={cure}>{sentence}</span>
            <Bar>
              <i style={{ width: `${(100 * groups) / most}%` }} />
              <Quiet>{groups.toFixed(1)} groups</Quiet>
            </Bar>
          </li>
        ))}
      </Stops>
      <h2>What saves most groups</h2>
      {busy && (
        <p role="status">
          {fresh ? `${forecast.done - 1} of ${forecast.of - 1} changes tried` : "No changes tried yet"}{" "}
          <PlainButton onPress={stop}>Stop</PlainButton>
        </p>
      )}
      {!busy && forecast.saves.length === 0 && <p>No single change that was tried saves a group.</p>}
      <Saves>
        {forecast.saves.slice(0, MOST).map((each) => (
          <li key={`${each.sort} ${each.sentence}`} data-save={each.sort}>
            <b>{each.sentence}</b>
            <span>
              {forecast.running.mean.toFixed(1)} → <b>{each.running.toFixed(1)}</b> groups <Quiet>· {each.cost}</Quiet>
            </span>
            <PlainButton isDisabled={!fresh} onPress={() => take(each)} aria-label={`Take it: ${each.sentence}`}>
              Take it
            </PlainButton>
          </li>
        ))}
      </Saves>
    </>
  );
}

/** What the class needs, in a few lines; the whole is on paper. */
function Needed({ id, plan }: { id: string; plan: ClassPlan }) {
  const { data: needs, error } = useQuery({ ...needsQuery(plan), retry: false, placeholderData: (last) => last });
  if (error) return <Trouble role="alert">{errorLine(error)}</Trouble>;
  if (!needs) return null;
  const { kit, timetable } = needs;
  return (
    <>
      <h2>Kit, cost, clock</h2>
      <Lines>
        {kit.lines.map(({ name, unit, used, amount, owned, missing, motor }) => (
          <li key={`${motor} ${name}`}>
            <b>
              {counted(used, unit)} {name}
            </b>
            {plan.motors.length > 1 && <Quiet> ({motor})</Quiet>}, {counted(amount, unit)} with spares:{" "}
            {owned === null ? "none" : counted(owned, unit)} in the Drawer
            {missing > 0 && (
              <>
                , <b>{counted(missing, unit)} missing</b>
              </>
            )}
          </li>
        ))}
        <li>
          {kit.magnets} magnets to count out and in.{" "}
          {
            Object.values(kit.used_up).map(
              (share) => `Cells used up ${Math.max(1, Math.round(100 * share))}\u00a0%.`,
            )[0]
          }
        </li>
        <li>
          {kit.cost_group > 0 && `${kit.cost_group.toFixed(2)} a group, ${kit.cost_pupil.toFixed(2)} a pupil. `}
          {kit.unpriced.length > 0 && `No price in the Drawer: ${kit.unpriced.join(", ")}.`}
        </li>
        <li>
          {beforehand(timetable.beforehand)}
          {timetable.short > 0 && (
            <>
              {" "}
              <b>{Math.ceil(timetable.short)} minutes short:</b>
            </>
          )}
        </li>
        {timetable.leave.slice(0, 3).map(({ text, minutes }) => (
          <li key={text}>
            {text} <Quiet>{Math.round(minutes)} min</Quiet>
          </li>
        ))}
      </Lines>
      <ToolRow>
        <Link to="/drawer">The Drawer</Link>
        {kit.shopping.length > 0 && (
          <a href={`/api/classes/${id}/shopping.csv`} download>
            What is missing, as CSV
          </a>
        )}
      </ToolRow>
    </>
  );
}

function beforehand(slots: { begins: number; ends: number }[]): string {
  const minutes = Math.round(slots.reduce((sum, { begins, ends }) => sum + ends - begins, 0));
  return minutes > 0 ? `Beforehand: ${minutes} minutes of an adult.` : "Nothing to do beforehand.";
}

const Papers = styled.ul`
  margin: 0;
  padding-left: 18px;
  columns: 2;
  font-size: 0.9rem;
  a {
    color: ${({ theme }) => theme.action};
  }
`;
const Middle = styled.section`
  display: flex;
  flex-direction: column;
  p {
    margin: 2px 0 8px;
  }
`;
const Headline = styled.h2`
  && {
    font-size: 1.6rem;
    margin: 0;
  }
`;
const Stops = styled.ul`
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 6px;
  font-size: 0.9rem;
`;
const Bar = styled.div`
  display: flex;
  gap: 8px;
  align-items: center;
  i {
    display: block;
    height: 7px;
    max-width: 65%;
    min-width: 3px;
    background: ${({ theme }) => theme.state.fails};
  }
`;
const Saves = styled.ul`
  list-style: none;
  margin: 0;
  padding: 0;
  font-size: 0.9rem;
  li {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto;
    gap: 1px 10px;
    padding: 5px 0;
    border-bottom: 1px solid ${({ theme }) => theme.rule};
  }
  li > b {
    grid-column: 1 / -1;
  }
`;
const Lines = styled.ul`
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 4px;
  font-size: 0.9rem;
`;
