import { useQuery } from "@tanstack/react-query";
import styled from "styled-components";
import type { ProblemError, Setting } from "../api/client";
import { sameDesign, withSettings } from "../api/design";
import { balanceQuery } from "../api/queries";
import type { Working } from "../shell/useDemonstration";
import { MainButton, Quiet } from "../theme/parts";
import { Trouble } from "../theme/stage";
import { band, rounded } from "../units";

/** The balance test: power off, let it swing, count. What the period tells, and what it does to "stays on". */
export function SwingTest({ working, period }: { working: Working; period: number | null }) {
  const { data, error } = useQuery({
    ...balanceQuery(working.design, period ?? 0),
    enabled: period !== null,
    retry: false,
  });
  if (period === null)
    return (
      <Quiet as="p">
        Balance test: take the power off, turn the heavy side up a little, let go, count swings to and fro.
      </Quiet>
    );
  if (error) return <Trouble role="alert">{(error as ProblemError).line}</Trouble>;
  if (!data) return <Quiet role="status">Computing the balance …</Quiet>;
  const measured = withSettings(working.design, data.patch as Setting[]);
  const taken = sameDesign(measured, working.design);
  return (
    <Found role="status" data-balance>
      <span>
        A swing of {rounded(period)} s: the center of mass is <b>{rounded(data.imbalance_mm)} mm</b> off the axle. It
        hops above <b>{rounded(data.hop_speed, 2)}</b> {data.unit} {band(data.hop_band, 2)}. Stays on:{" "}
        {rounded(data.before.margin, 2)} → <b>{rounded(data.after.margin, 2)}</b> × its limit, {data.after.state}.
      </span>
      <MainButton
        isDisabled={taken}
        onPress={() => working.commit({ design: measured }, `Measured balance: ${rounded(data.imbalance_mm)} mm off`)}
      >
        {taken ? "In the design" : "Use this balance"}
      </MainButton>
    </Found>
  );
}

const Found = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  align-items: center;
  border-left: 4px solid ${({ theme }) => theme.carriesCurrent};
  padding: 2px 0 2px 10px;
  margin: 6px 0;
  font-size: 0.92rem;
`;
