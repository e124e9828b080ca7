import { createGlobalStyle } from "styled-components";

export const GlobalStyle = createGlobalStyle`
  *, *::before, *::after { box-sizing: border-box; }
  html { font-size: ${({ theme }) => 16 * theme.scale}px; color-scheme: ${({ theme }) => (theme.room === "dark" ? "dark" : "light")}; }
  body {
    margin: 0;
    background: ${({ theme }) => theme.ground};
    color: ${({ theme }) => theme.text};
    font-family: ${({ theme }) => theme.faces.text};
    font-variant-numeric: tabular-nums;
    line-height: 1.35;
  }
  h1, h2, h3 { font-family: ${({ theme }) => theme.faces.title}; margin: 0; font-weight: 650; }
  p, ul, ol, dl { margin: 0; }
  /* No link is the browser's own blue. */
  :where(a) { color: ${({ theme }) => theme.action}; }
  button, input, select { font: inherit; color: inherit; }
  :focus-visible { outline: 2.5px solid ${({ theme }) => theme.action}; outline-offset: 2px; }
  /* The input that a label hides scrolls with it, not with the page. */
  label { position: relative; }
  ::selection { background: ${({ theme }) => theme.actionPale}; }
`;
