import styled from "styled-components";

/** A room of its own: the band on top, its heading, and below it columns that scroll by themselves. */
export const RoomPage = styled.div`
  height: 100vh;
  display: flex;
  flex-direction: column;
  main {
    flex: 1;
    min-height: 0;
    display: flex;
    flex-direction: column;
  }
  main > p {
    padding: 0 20px;
  }
`;

/** The heading of a room, with what stands beside it. */
export const RoomHead = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 4px 16px;
  padding: 12px 20px 8px;
  h1 {
    font-size: 1.6rem;
  }
  & > a:last-child {
    margin-left: auto;
    color: ${({ theme }) => theme.action};
  }
`;

/** What can be done in a room, at the right of its heading. */
export const RoomTools = styled.div`
  margin-left: auto;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: baseline;
  a {
    color: ${({ theme }) => theme.action};
  }
`;
