import type { ReactNode } from "react";
import { Link } from "react-router";
import styled, { createGlobalStyle, ThemeProvider } from "styled-components";
import { MainButton } from "../theme/parts";
import { themeFor } from "../theme/theme";

interface Props {
  back: string;
  whence: string;
  ready: boolean;
  note?: string;
  children: ReactNode;
}

/** A sheet to print: black on white in every room; the way back and the button stay on the screen. */
export function PaperPage({ back, whence, ready, note = "Prints on A4 and Letter.", children }: Props) {
  return (
    <ThemeProvider theme={themeFor("light")}>
      <OnPaper />
      <Tools>
        <Link to={back}>{whence}</Link>
        {ready && <MainButton onPress={() => window.print()}>Print</MainButton>}
        <span>{note}</span>
      </Tools>
      <Page>{children}</Page>
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
