import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import styled from "styled-components";
import {
  classesQuery,
  classQuery,
  putClassAway,
  runForecast,
  saveClass,
  type ClassPlan,
  type Forecast,
  type SchoolClass,
} from "../api/classes";
import { errorLine } from "../api/client";
import { TopBand } from "../shell/TopBand";
import { PlainButton, Quiet } from "../theme/parts";
import { RoomHead, RoomPage, RoomTools } from "../theme/room";
import { StageColumns, Trouble } from "../theme/stage";
import { LessonPicture } from "./LessonPicture";
import { CLASS_PAPERS } from "./papers";
import { PlanForm } from "./PlanForm";
import { HANDS } from "./planning";
import { useFirst, useKept } from "./useKept";
import { ForecastPanel, Headline } from "./ForecastPanel";
import { Needed, Papers } from "./Needed";

const PAUSE = 500;

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
const Middle = styled.section`
  display: flex;
  flex-direction: column;
  p {
    margin: 2px 0 8px;
  }
`;
