import { useQuery } from "@tanstack/react-query";
import { resultsQuery } from "../../api/classes";
import { errorLine } from "../../api/client";
import { ReviewReport, Notebooks } from "../../classes/ReviewReport";
import { AtATime, type ClassPaperProps } from "./sheet";

/** The evening after: the forecast against what came, what was learned and gained, the notebook of each group. */
export function ReportPaper({ id, plan }: ClassPaperProps) {
  const { data, error } = useQuery({ ...resultsQuery(id), retry: false });
  if (error) return <p role="alert">{errorLine(error)}</p>;
  if (!data) return <p role="status">Putting it together …</p>;
  return (
    <>
      <AtATime plan={plan} />
      <ReviewReport results={data} />
      {data.results.note && <p>{data.results.note}</p>}
      <Notebooks review={data.review} />
    </>
  );
}
