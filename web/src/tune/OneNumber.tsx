import { useQuery } from "@tanstack/react-query";
import { useMemo, useState } from "react";
import styled, { css } from "styled-components";
import { posted, ProblemError, type Curve, type Factor, type Tuning } from "../api/client";
import { withLearned } from "../api/learning";
import { bestQuery, lookQuery, marksQuery, shelfQuery, turned } from "../api/queries";
import { useLearned, useLearnedKey } from "../learn/LearnedProvider";
import { Progress } from "../parts/Progress";
import { EntryField } from "../parts/EntryField";
import { PickField } from "../parts/PickField";
import { saveAs } from "../parts/saveAs";
import { usePin } from "../shell/usePin";
import type { Working } from "../shell/useDemonstration";
import { MainButton, PlainButton, Quiet } from "../theme/parts";
import { narrow } from "../theme/narrow";
import { ToolRow, Trouble } from "../theme/stage";
import { rounded, readMeasure } from "../units";
import { Picked } from "./Picked";
import { Plot } from "./Plot";
import { numberOptions } from "./named";
import { nearest, type Request } from "./sweep";
import { SweepTable } from "./SweepTable";
import { useStopped } from "./useStopped";
import { useSweep } from "./useSweep";

const NOTHING = "none";
const PINNED = "pinned";

/** One number swept over its real range, with every link as a strip under the curve. */
export function OneNumber({ working, tuning }: { working: Working; tuning: Tuning }) {
  const { design, commit } = working;
  const learned = useLearnedKey();
  const { summary } = useLearned();
  const { factors, curves } = tuning;
  const { data: answer } = useQuery({ ...lookQuery(design, [], learned), placeholderData: (before) => before });
  const { data: shelf } = useQuery(shelfQuery);
  const { data: best } = useQuery({ ...bestQuery(design, learned), placeholderData: (before) => before });
  const pin = usePin(working.kept.id, design);
  const [pointer, setPointer] = useState(tuning.first[0] ?? factors[0]?.pointer);
  const [range, setRange] = useState({ low: "", high: "" });
  const [curveKey, setCurveKey] = useState<string>(keyOf(curves[0]!));
  const [against, setAgainst] = useState(NOTHING);
  const [picked, setPicked] = useState<number | null>(null);
  const [shown, setShown] = useState<"curve" | "table">("curve");
  const factor = factors.find((factor) => factor.pointer === pointer) ?? factors[0];
  const curve = curves.find((curve) => keyOf(curve) === curveKey) ?? curves[0]!;

  const { low, high } = edges(range, factor);
  const at = factor?.pointer;
  const wrong = Boolean(low.error || high.error);
  const request = useMemo<Request | null>(
    () => (at && !wrong ? { design, pointer: at, low: low.value, high: high.value, learned } : null),
    [design, at, wrong, low.value, high.value, learned],
  );
  const sweep = useSweep(request);
  const compared =
    against === PINNED ? pin.pinned : (shelf?.motors.find((motor) => motor.id === against)?.design ?? null);
  const from = sweep.present ? sweep.soFar?.points[0]?.value : undefined;
  const to = sweep.present && !sweep.busy ? sweep.soFar?.points.at(-1)?.value : undefined;
  const comparison = useMemo<Request | null>(
    () =>
      compared && at && from !== undefined && to !== undefined
        ? { design: compared, pointer: at, low: from, high: to }
        : null,
    [compared, at, from, to],
  );
  const other = useSweep(comparison);

  const soFar = sweep.soFar?.factor.pointer === at ? sweep.soFar : null;
  const shownPoints = soFar?.points ?? [];
  const ends = [shownPoints[0]?.value, shownPoints.at(-1)?.value];
  const wholeShown = sweep.busy || (ends[0] === factor?.minimum && ends[1] === factor?.maximum);
  const { data: marks } = useQuery({ ...marksQuery(working.kept.id, at ?? ""), enabled: Boolean(at) });
  const stopped = useStopped(design, at, sweep.present && !sweep.busy ? shownPoints : []);
  const value = picked ?? factor?.value ?? 0;
  const point = soFar ? nearest(soFar.points, value) : undefined;
  const use = async () => {
    if (!factor || !point) return;
    const next = await turned(design, [{ pointer: factor.pointer, value: point.value }]);
    commit({ design: next }, `${factor.name}: ${rounded(point.value)} ${factor.unit}`.trim());
    setPicked(null);
  };
  const otherName = against === PINNED ? "pinned" : (shelf?.motors.find((motor) => motor.id === against)?.title ?? "");
  const trouble = sweep.trouble || other.trouble;
  return (
    <section aria-label="Sweep">
      <Controls>
        <PickField
          above
          label="Sweep"
          value={factor?.pointer ?? null}
          options={numberOptions(factors)}
          onChange={(next) => {
            setPointer(next);
            setPicked(null);
            setRange({ low: "", high: "" });
          }}
        />
        <EntryField
          label={`From (${rounded(soFar?.points[0]?.value ?? factor?.minimum ?? 0)})`}
          unit={factor?.unit || "number"}
          value={range.low}
          error={low.error}
          onChange={(text) => setRange({ ...range, low: text })}
        />
        <EntryField
          label={`to (${rounded(soFar?.points.at(-1)?.value ?? factor?.maximum ?? 0)})`}
          unit={factor?.unit || "number"}
          value={range.high}
          error={high.error}
          onChange={(text) => setRange({ ...range, high: text })}
        />
        <PickField
          above
          label="Curve"
          value={curveKey}
          options={curves.map((curve) => ({ key: keyOf(curve), label: curve.label }))}
          onChange={setCurveKey}
        />
        <PickField
          above
          label="Compare with"
          value={against}
          options={[
            { key: NOTHING, label: "nothing" },
            ...(pin.pinned ? [{ key: PINNED, label: "the pinned design" }] : []),
            ...(shelf?.motors ?? [])
              // Another kind has other numbers: there would be nothing to compare.
              .filter((motor) => motor.id !== working.kept.id && motor.kind === working.design.kind)
              .map((motor) => ({ key: motor.id, label: motor.title })),
          ]}
          onChange={setAgainst}
        />
      </Controls>
      <ToolRow>
        <PlainButton onPress={() => setShown(shown === "curve" ? "table" : "curve")}>
          {shown === "curve" ? "Show the table" : "Show the curve"}
        </PlainButton>
        <PlainButton isDisabled={!request} onPress={() => request && void saveTable(request)}>
          Save as CSV
        </PlainButton>
        {sweep.busy && (
          <Progress
            says="Working out the curve"
            done={soFar?.points.length}
            of={soFar?.total ?? 41}
            stop={sweep.stop}
          />
        )}
        <Quiet role="status">{sweep.stopped && `Stopped after ${soFar?.points.length ?? 0} points.`}</Quiet>
        {factor && !wholeShown && (
          <PlainButton onPress={() => setRange({ low: `${factor.minimum}`, high: `${factor.maximum}` })}>
            Show the whole range, {rounded(factor.minimum)} to {rounded(factor.maximum)}
          </PlainButton>
        )}
        {(range.low || range.high) && (
          <PlainButton onPress={() => setRange({ low: "", high: "" })}>Back to where it matters</PlainButton>
        )}
        {trouble && <Trouble role="alert">{trouble}</Trouble>}
        {learned && summary?.which === "again" && (
          <Quiet>The curve is of motors built anew to each value; this one, run again, is surer.</Quiet>
        )}
      </ToolRow>
      {soFar && answer && shown === "curve" && (
        <Plot
          sweep={soFar}
          other={comparison ? other.soFar?.points : undefined}
          otherName={otherName}
          curve={curve}
          links={answer.verdict.links}
          picked={point?.value ?? value}
          best={best?.find((candidate) => candidate.factor.pointer === factor?.pointer)?.value}
          pick={setPicked}
          marks={marks ?? []}
          stopped={stopped}
        />
      )}
      {soFar && answer && shown === "table" && <SweepTable sweep={soFar} curve={curve} links={answer.verdict.links} />}
      {soFar && factor && point && (
        <Foot>
          <Picked factor={factor} points={soFar.points} point={point} pick={setPicked} curve={curve} />
          <MainButton
            isDisabled={Math.abs(point.value - factor.value) < 1e-9 || point.refused !== ""}
            onPress={() => void use()}
          >
            Use {rounded(point.value)} {factor.unit}
          </MainButton>
        </Foot>
      )}
    </section>
  );
}

/** A figure and a link's margin may have one id. */
const keyOf = (curve: Curve) => `${curve.of} ${curve.id}`;

interface Edge {
  value: number | null;
  error?: string;
}

/** Both ends of the range as typed, each with what is wrong with it; empty ones are left to the core. */
export function edges(range: { low: string; high: string }, factor: Factor | undefined): { low: Edge; high: Edge } {
  const read = (text: string): Edge => {
    if (!text.trim() || !factor) return { value: null };
    const value = readMeasure(text, factor.unit);
    if (value === null) return { value, error: `"${text}" is no number. Type one, such as ${rounded(factor.value)}.` };
    const within = value >= factor.minimum && value <= factor.maximum;
    const limits = `${rounded(factor.minimum)} to ${rounded(factor.maximum)} ${factor.unit}`.trim();
    return within ? { value } : { value: null, error: `Outside of ${limits}.` };
  };
  const [low, high] = [read(range.low), read(range.high)];
  if (low.value !== null && high.value !== null && low.value >= high.value) {
    return { low, high: { value: null, error: "The end must be above the start." } };
  }
  return { low, high };
}

async function saveTable(request: Request) {
  try {
    const { learned, ...body } = request;
    const response = await posted(withLearned("/api/sweep.csv", learned), body);
    saveAs(await response.blob(), `${request.pointer.split("/").at(-1)}-sweep.csv`);
  } catch (error) {
    if (!(error instanceof ProblemError)) throw error;
  }
}

export const Controls = styled.div`
  display: grid;
  grid-template-columns: 2.2fr 1fr 1fr 1.6fr 1.6fr;
  gap: 12px;
  align-items: end;
  ${narrow(css`
    grid-template-columns: 1fr 1fr;
  `)}
`;
export const Foot = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 10px 18px;
  padding-top: 8px;
`;
