import styled from "styled-components";
import { type Expected, type Steady } from "../api/instruments";
import { useFigures, type Telling } from "../theme/FiguresProvider";
import { Quiet } from "../theme/parts";
import { rounded } from "../units";
import { Strip } from "./Strip";
import { useSource } from "./useSource";

export const WORDS: Record<string, string> = {
  speed: "Speed",
  current: "Current",
  volts: "Volts",
  temperature: "Warmest place",
};
const UNITS: Record<Telling, Record<string, string>> = {
  plain: { "turns/min": "turns a minute", A: "amps", V: "volts", C: "°C" },
  exact: { "turns/min": "turns/min", C: "°C" },
};

export function Live(props: { steady: Steady[]; source: ReturnType<typeof useSource>; expected: Expected[] }) {
  const { steady, source, expected } = props;
  const { telling } = useFigures();
  return (
    <Figures>
      {Object.keys(WORDS)
        .flatMap((quantity) => steady.filter((row) => row.quantity === quantity))
        .map((row) => {
          const mine = source.readings.filter(({ quantity }) => quantity === row.quantity);
          const band = expected.find(({ quantity }) => quantity === row.quantity)?.band;
          return (
            <figure key={row.quantity} data-live={row.quantity}>
              <figcaption>{WORDS[row.quantity]}</figcaption>
              <b>
                {rounded(mine.at(-1)?.value ?? row.value)} <small>{UNITS[telling][row.unit] ?? row.unit}</small>
              </b>
              <Strip readings={mine} band={band ? [band[0]!, band[2]!] : null} />
              <Quiet>
                {row.sentence} {rounded(row.value)} ± {rounded(row.error, 2)}
              </Quiet>
            </figure>
          );
        })}
    </Figures>
  );
}
const Figures = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(230px, 1fr));
  gap: 10px 18px;
  margin: 8px 0;
  figure {
    margin: 0;
  }
  figcaption {
    color: ${({ theme }) => theme.quiet};
  }
  b {
    display: block;
    font-size: 2.6rem;
    line-height: 1.15;
    font-variant-numeric: tabular-nums;
  }
  svg,
  figure > span {
    display: block;
  }
  small {
    font-size: 1rem;
    font-weight: 400;
  }
`;
