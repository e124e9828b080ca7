import { useQuery } from "@tanstack/react-query";
import { useEffect } from "react";
import { useParams } from "react-router";
import { errorLine } from "../api/client";
import { demonstrationQuery } from "../api/queries";
import { BuildPaper, CardPaper, TemplatePaper } from "./BuildPapers";
import { FaultPaper } from "./FaultPaper";
import { CautionPaper, KeyPaper, PupilPaper, QuestionPaper } from "./LessonPapers";
import { PaperPage } from "./PaperPage";

const PAPERS = {
  build: { stage: "make", title: "Build sheet", Paper: BuildPaper },
  template: { stage: "make", title: "Template", Paper: TemplatePaper },
  card: { stage: "run", title: "First-run card", Paper: CardPaper },
  faults: { stage: "fix", title: "It does not go", Paper: FaultPaper },
  pupil: { stage: "teach", title: "Pupil sheet", Paper: PupilPaper },
  questions: { stage: "teach", title: "Questions before and after", Paper: QuestionPaper },
  key: { stage: "teach", title: "Answer key", Paper: KeyPaper },
  cautions: { stage: "teach", title: "Caution sheet", Paper: CautionPaper },
} as const;

/** Something to print: black on white in every room, the buttons stay on the screen. */
export function PrintPage() {
  const { id = "", what = "" } = useParams();
  const { data, error } = useQuery({ ...demonstrationQuery(id), retry: false });
  const paper = what in PAPERS ? PAPERS[what as keyof typeof PAPERS] : null;
  useEffect(() => {
    document.title = `${paper?.title ?? "Nothing to print"} · ${data?.title ?? "Oak Spin"}`;
  }, [paper, data]);
  const missing = error ? errorLine(error) : paper ? "" : "There is no such sheet.";
  return (
    <PaperPage
      back={`/motor/${id}/${paper?.stage ?? "choose"}`}
      whence="Back to the motor"
      ready={Boolean(paper)}
      note="Print at 100 %, without “fit to page”, on A4 or Letter."
    >
      {missing && <p role="alert">{missing}</p>}
      {paper && data && (
        <>
          <h1>
            {data.title} <small>{paper.title.toLowerCase()}</small>
          </h1>
          <paper.Paper kept={data} />
        </>
      )}
    </PaperPage>
  );
}
