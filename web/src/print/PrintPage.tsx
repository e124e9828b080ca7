import { useQuery } from "@tanstack/react-query";
import { useEffect } from "react";
import { Link, useParams } from "react-router";
import styled, { createGlobalStyle, ThemeProvider } from "styled-components";
import { told } from "../api/client";
import { demonstrationQuery } from "../api/queries";
import { MainButton } from "../theme/parts";
import { themeFor } from "../theme/theme";
import { BuildPaper, CardPaper, TemplatePaper } from "./BuildPapers";
import { FaultPaper } from "./FaultPaper";
import { CautionPaper, KeyPaper, PupilPaper } from "./LessonPapers";

const PAPERS = {
  build: { stage: "make", title: "Build sheet", Paper: BuildPaper },
  template: { stage: "make", title: "Template", Paper: TemplatePaper },
  card: { stage: "run", title: "First-run card", Paper: CardPaper },
  faults: { stage: "fix", title: "It does not go", Paper: FaultPaper },
  pupil: { stage: "teach", title: "Pupil sheet", Paper: PupilPaper },
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
  const missing = error ? told(error) : paper ? "" : "There is no such sheet.";
  return (
    <ThemeProvider theme={themeFor("light")}>
      <OnPaper />
      <Tools>
        <Link to={`/motor/${id}/${paper?.stage ?? "choose"}`}>Back to the motor</Link>
        {paper && <MainButton onPress={() => window.print()}>Print</MainButton>}
        <span>Print at 100 %, without “fit to page”, on A4 or Letter.</span>
      </Tools>
      <Page>
        {missing && <p role="alert">{missing}</p>}
        {paper && data && (
          <>
            <h1>
              {data.title} <small>{paper.title.toLowerCase()}</small>
            </h1>
            <paper.Paper kept={data} />
          </>
        )}
      </Page>
    </ThemeProvider>
  );
}

const OnPaper = createGlobalStyle`
  html body { background: ${({ theme }) => theme.whitePaper}; color: ${({ theme }) => theme.blackInk}; }
  @page { margin: 10mm; }
  @media print { html { font-size: 14px; } }
`;
const Tools = styled.header`
  display: flex;
  flex-wrap: wrap;
  gap: 14px;
  align-items: center;
  padding: 10px 20px;
  border-bottom: 1px solid ${({ theme }) => theme.rule};
  a {
    color: ${({ theme }) => theme.action};
  }
  @media print {
    display: none;
  }
`;
const Page = styled.main`
  max-width: 190mm;
  margin: 0 auto;
  padding: 6mm 0;
  h1 {
    font-size: 1.5rem;
    margin-bottom: 8px;
  }
  h1 small {
    font-weight: 400;
    font-size: 1rem;
  }
  h2 {
    font-size: 1.1rem;
    margin: 12px 0 4px;
  }
  li {
    break-inside: avoid;
    margin-bottom: 5px;
  }
  @media print {
    padding: 0;
  }
  @media (max-width: 760px) {
    padding: 4mm;
  }
`;
