import { useInfiniteQuery, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { errorLine, type KeptTrial } from "../api/client";
import { Repairs } from "../diagnose/Repairs";
import { TrialSummary } from "../learn/TrialSummary";
import { useLearnedKey } from "../learn/LearnedProvider";
import { buildQuery, trialFormQuery, trialsQuery } from "../api/queries";
import type { Working } from "../shell/useDemonstration";
import { Quiet } from "../theme/parts";
import { StageColumns, Trouble } from "../theme/stage";
import { FirstRunCard } from "./FirstRunCard";
import { TrialForm } from "./TrialForm";
import { TrialList } from "./TrialList";

/** Run: the first-run card with its countdown, a trial to log, and what was measured against the prediction. */
export function Run({ working }: { working: Working }) {
  const { data, error } = useQuery({ ...buildQuery(working.design, useLearnedKey()), retry: false });
  const trials = useInfiniteQuery(trialsQuery(working.kept.id));
  const { data: form } = useQuery(trialFormQuery(working.design));
  const [correcting, setCorrecting] = useState<KeptTrial | null>(null);
  const trouble = error ?? trials.error;
  return (
    <StageColumns $wide="minmax(0, 4fr) minmax(0, 5fr)">
      <section aria-label="First run">
        {trouble && <Trouble role="alert">{errorLine(trouble)}</Trouble>}
        {data ? (
          <FirstRunCard card={data.first_run} id={working.kept.id} title={working.title} />
        ) : (
          <Quiet role="status">Computing …</Quiet>
        )}
      </section>
      <section aria-label="Trials">
        <TrialForm
          key={correcting?.id ?? "new"}
          working={working}
          correcting={correcting}
          done={() => setCorrecting(null)}
        />
        <TrialSummary />
        <TrialList
          id={working.kept.id}
          trials={trials.data?.pages.flatMap((page) => [...page].reverse())}
          more={trials.hasNextPage ? () => void trials.fetchNextPage() : undefined}
          form={form}
          correct={setCorrecting}
        />
        <Repairs id={working.kept.id} />
      </section>
    </StageColumns>
  );
}
