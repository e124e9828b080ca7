import { useQuery } from "@tanstack/react-query";
import { cameQuery } from "../../api/classes";
import { told } from "../../api/client";
import { EveningReport, Notebooks } from "../../classes/EveningReport";
import { AtATime, type ClassPaperProps } from "./sheet";

/** The evening after: the forecast against what came, what was learned and gained, the notebook of each group. */
export function ReportPaper({ id, plan }: ClassPaperProps) {
  const { data, error } = useQuery({ ...cameQuery(id), retry: false });
  if (error) return <p role="alert">{told(error)}</p>;
  if (!data) return <p role="status">Putting it together …</p>;
  return (
    <>
      <AtATime plan={plan} />
      <EveningReport came={data} />
      {data.came.note && <p>{data.came.note}</p>}
      <Notebooks evening={data.evening} />
    </>
  );
}
