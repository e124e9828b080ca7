import { Button } from "react-aria-components";
import styled, { css } from "styled-components";

const plain = css`
  background: none;
  border: 0;
  border-radius: 3px;
  padding: 0.25rem 0.4rem;
  min-height: 1.75rem;
  cursor: pointer;
  color: ${({ theme }) => theme.action};
  text-decoration: none;
  &:hover {
    text-decoration: underline;
  }
  &[data-disabled],
  &:disabled {
    color: ${({ theme }) => theme.quiet};
    opacity: 0.75;
    cursor: default;
    text-decoration: none;
  }
`;

/** A verb without a frame. */
export const PlainButton = styled(Button)`
  ${plain}
`;

/** A verb that leads on. */
export const MainButton = styled(Button)`
  ${plain}
  border: 1.5px solid ${({ theme }) => theme.action};
  padding: 0.35rem 0.9rem;
  font-weight: 600;
  &:hover {
    background: ${({ theme }) => theme.actionPale};
    text-decoration: none;
  }
`;

export const Quiet = styled.span`
  color: ${({ theme }) => theme.quiet};
`;

/** Seen by screen readers only. */
export const Unseen = styled.span`
  position: absolute;
  top: 0;
  left: 0;
  width: 1px;
  height: 1px;
  overflow: hidden;
  clip-path: inset(50%);
  white-space: nowrap;
`;
