import { css, type RuleSet } from "styled-components";

/**
 * Rules for where there is little room for what is written: a phone, a page at twice its size, a projector whose text
 * is read from the back.
 */
export const narrow = (rules: RuleSet<object>) => css`
  @media (max-width: 860px), (max-height: 520px) {
    ${rules}
  }
  ${({ theme }) => (theme.room === "projector" ? rules : "")}
`;

/** As narrow, where there is hardly more room than on a phone. */
export const phone = (rules: RuleSet<object>) => css`
  @media (max-width: 640px) {
    ${rules}
  }
`;
