import styled, { css } from "styled-components";
import { narrow } from "./narrow";

/** A stage that scrolls in columns beside each other; on narrow pages they stand below each other. */
export const StageColumns = styled.div<{ $wide?: string }>`
  display: grid;
  grid-template-columns: ${({ $wide }) => $wide ?? "minmax(0, 1fr) minmax(0, 1fr)"};
  flex: 1;
  min-height: 0;
  border-top: 1px solid ${({ theme }) => theme.rule};
  & > section {
    overflow-y: auto;
    padding: 10px 20px 20px;
  }
  & > section + section {
    border-left: 1px solid ${({ theme }) => theme.rule};
  }
  h2 {
    font-size: 1.1rem;
    margin: 6px 0;
  }
  h3 {
    font-size: 0.98rem;
  }
  ${narrow(css`
    display: block;
    & > section {
      overflow: visible;
      padding: 10px 14px 20px;
    }
    & > section + section {
      border-left: 0;
      border-top: 1px solid ${({ theme }) => theme.rule};
    }
  `)}
`;

/** A row of things to do. */
export const ToolRow = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
  a {
    color: ${({ theme }) => theme.action};
    padding: 0.25rem 0.4rem;
  }
`;

/** What can hurt, where it can. */
export const CautionLine = styled.p`
  border-left: 4px solid ${({ theme }) => theme.state.tight};
  padding-left: 10px;
  margin: 4px 0;
  font-size: 0.9rem;
`;

export const Trouble = styled.p`
  color: ${({ theme }) => theme.stateText.fails};
  font-size: 0.9rem;
`;

export const Table = styled.table`
  border-collapse: collapse;
  font-size: 0.9rem;
  width: 100%;
  th {
    text-align: left;
    color: ${({ theme }) => theme.quiet};
    font-weight: 600;
  }
  th,
  td {
    border-bottom: 1px solid ${({ theme }) => theme.rule};
    padding: 3px 8px 3px 0;
    vertical-align: top;
  }
  td.number {
    text-align: right;
    white-space: nowrap;
  }
`;
