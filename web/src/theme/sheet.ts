import styled from "styled-components";

/** The ground behind a sheet that must be answered. */
export const Veil = styled.div`
  position: fixed;
  inset: 0;
  display: grid;
  place-items: center;
  background: ${({ theme }) => theme.ground}cc;
  z-index: 20;
`;

/** A sheet of paper laid over the page. */
export const Sheet = styled.div`
  background: ${({ theme }) => theme.raised};
  color: ${({ theme }) => theme.text};
  border: 1.5px solid ${({ theme }) => theme.quiet};
  padding: 20px 26px 22px;
  width: min(620px, 92vw);
  max-height: 90vh;
  overflow: auto;
  outline: none;
  h2 {
    font-size: 1.25rem;
    margin-bottom: 8px;
  }
`;

/** Lines of a sheet: what on the left, what can be done on the right. */
export const Lines = styled.ul`
  list-style: none;
  padding: 0;
  margin: 8px 0 12px;
  li {
    display: flex;
    justify-content: space-between;
    align-items: center;
    gap: 16px;
    border-top: 1px solid ${({ theme }) => theme.rule};
    padding: 8px 0;
  }
`;
