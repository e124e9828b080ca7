import styled from "styled-components";
import { type Size } from "./arrange";

export const Page = styled.div`
  min-height: 100vh;
  display: flex;
  flex-direction: column;
`;
export const Ground = styled.div`
  flex: 1;
  padding: 14px 28px 28px;
  &[data-drop-target] {
    outline: 3px dashed ${({ theme }) => theme.carriesCurrent};
    outline-offset: -10px;
  }
`;
export const Head = styled.div`
  display: flex;
  align-items: end;
  justify-content: space-between;
  gap: 16px;
  h1 {
    font-size: 1.6rem;
  }
`;
export const Actions = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  a {
    color: ${({ theme }) => theme.action};
    text-decoration: none;
    padding: 0.25rem 0.4rem;
  }
`;
export const Messages = styled.div`
  min-height: 12px;
  padding: 6px 0;
`;
export const Empty = styled.p`
  max-width: 520px;
  padding: 20px 0 10px;
  font-size: 1.1rem;
`;
export const Board = styled.ul<{ $size: Size }>`
  list-style: none;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(${({ $size }) => ($size === "large" ? 300 : 126)}px, 1fr));
  gap: ${({ $size }) => ($size === "large" ? "30px 0" : "8px 0")};
`;
export const Picked = styled.p`
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: baseline;
  padding: 6px 10px;
  background: ${({ theme }) => theme.actionPale};
  a {
    color: ${({ theme }) => theme.action};
    font-weight: 650;
  }
`;
export const Unreadable = styled.ul`
  list-style: none;
  padding: 0 0 12px;
`;
export const Foot = styled.p`
  padding-top: 28px;
  font-size: 0.875rem;
`;
