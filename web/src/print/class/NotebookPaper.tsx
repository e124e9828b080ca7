import styled from "styled-components";
import { Ruled, type ClassPaperProps } from "./sheet";

const TRIALS = 5;

/** A page for each group: plan, prediction, trials, what was changed and why, what was learned. */
export function NotebookPaper({ plan }: ClassPaperProps) {
  return plan.groups.map((group) => (
    <OfGroup key={group}>
      <h2>{group}</h2>
      <p>
        {plan.date} · our motor: {plan.motors.map(({ title }) => title).join(", ")}
      </p>
      <h3>Our plan, drawn and in words</h3>
      <Room $lines={4} />
      <h3>We predict: will it go, which way, how fast, and why?</h3>
      <Room $lines={2} />
      <h3>Trials</h3>
      <Ruled>
        <thead>
          <tr>
            <th scope="col">No.</th>
            <th scope="col">What we changed, and why</th>
            <th scope="col">Turns and seconds</th>
            <th scope="col">What we saw</th>
          </tr>
        </thead>
        <tbody>
          {Array.from({ length: TRIALS }, (_, at) => (
            <Tall key={at}>
              <td>{at + 1}</td>
              <td />
              <td />
              <td />
            </Tall>
          ))}
        </tbody>
      </Ruled>
      <h3>What we learned, and what we would try next</h3>
      <Room $lines={3} />
      <p>Magnets back: ______ of ______ ☐</p>
    </OfGroup>
  ));
}

const OfGroup = styled.section`
  & + & {
    break-before: page;
  }
  h3 {
    font-size: 1rem;
    margin: 8px 0 2px;
  }
`;
/** Lines to write on. */
const Room = styled.div<{ $lines: number }>`
  height: ${({ $lines }) => $lines * 9}mm;
  background: repeating-linear-gradient(
    transparent,
    transparent 8.8mm,
    ${({ theme }) => theme.rule} 8.8mm,
    ${({ theme }) => theme.rule} 9mm
  );
  print-color-adjust: exact;
`;
const Tall = styled.tr`
  height: 11mm;
`;
