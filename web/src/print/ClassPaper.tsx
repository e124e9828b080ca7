import { useEffect } from "react";
import { useParams } from "react-router";
import { classQuery, type ClassPlan } from "../api/classes";
import { useQuery } from "@tanstack/react-query";
import { errorLine } from "../api/client";
import { CLASS_PAPERS } from "../classes/papers";
import { BuildPaper, CardPaper } from "./BuildPapers";
import { GroupCards, KitPaper, TimetablePaper } from "./class/KitPapers";
import { NotebookPaper } from "./class/NotebookPaper";
import { ReportPaper } from "./class/ReportPaper";
import { OfMotor } from "./class/sheet";
import { TeacherPaper } from "./class/TeacherPaper";
import { WarmUpPaper } from "./class/WarmUpPaper";
import { FaultPaper } from "./FaultPaper";
import { CautionPaper, KeyPaper, PupilPaper, QuestionPaper } from "./LessonPapers";
import { inClass } from "./paper";
import { PaperPage } from "./PaperPage";

/** Papers of a class: those of its own, and those of its motors in the hands of its groups. */
const OF_CLASS = {
  teacher: TeacherPaper,
  kit: KitPaper,
  timetable: TimetablePaper,
  cards: GroupCards,
  notebook: NotebookPaper,
  warmups: WarmUpPaper,
  report: ReportPaper,
} as const;
const OF_MOTORS = {
  build: BuildPaper,
  card: CardPaper,
  faults: FaultPaper,
  questions: QuestionPaper,
  predict: PupilPaper,
  key: KeyPaper,
  cautions: CautionPaper,
} as const;

/** One paper of a class, to print. */
export function ClassPaper() {
  const { id = "", what = "kit" } = useParams();
  const { data: kept, error } = useQuery({ ...classQuery(id), retry: false });
  const title = CLASS_PAPERS.find(({ what: own }) => own === what)?.title;
  useEffect(() => {
    document.title = `${title ?? "Nothing to print"} · ${kept?.plan.title ?? "Oak Spin"}`;
  }, [title, kept]);
  const missing = error ? errorLine(error) : title ? "" : "There is no such sheet.";
  return (
    <PaperPage back={`/classes/${id}`} whence="Back to the class" ready={Boolean(kept && title)}>
      {missing && <p role="alert">{missing}</p>}
      {kept && title && (
        <>
          <h1>
            {kept.plan.title} <small>{title.toLowerCase()}</small>
          </h1>
          <Sheet id={id} plan={kept.plan} what={what} />
        </>
      )}
    </PaperPage>
  );
}

function Sheet({ id, plan, what }: { id: string; plan: ClassPlan; what: string }) {
  if (what in OF_CLASS) {
    const Paper = OF_CLASS[what as keyof typeof OF_CLASS];
    return <Paper id={id} plan={plan} />;
  }
  const Paper = OF_MOTORS[what as keyof typeof OF_MOTORS];
  return plan.motors.map((motor) => (
    <OfMotor key={motor.title}>
      {plan.motors.length > 1 && <h2>{motor.title}</h2>}
      <Paper kept={inClass(motor, plan)} prepared={motor.prepared} />
    </OfMotor>
  ));
}
