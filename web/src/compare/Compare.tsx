import { useQueries, useQuery } from "@tanstack/react-query";
import { Fragment, useEffect, useState } from "react";
import { useSearchParams } from "react-router";
import styled from "styled-components";
import { posted, errorLine, type Design, type Geometry, type SideBySide } from "../api/client";
import { comparisonQuery, lookQuery } from "../api/queries";
import { LinkLoop } from "../drawing/LinkLoop";
import { Thumbnail } from "../drawing/Thumbnail";
import { placeFor } from "../drawing/place";
import { saveAs } from "../parts/saveAs";
import { TopBand } from "../shell/TopBand";
import { spokenAs, useFigures } from "../theme/FiguresProvider";
import { PlainButton, Quiet } from "../theme/parts";
import { ToolRow, Trouble } from "../theme/stage";
import { useEntries } from "./useEntries";

const WIDTH = 230;
const HEIGHT = 200;

/** Two to six motors side by side: drawings to one scale, every figure, what trials measured, every number. */
export function Compare() {
  const [search] = useSearchParams();
  const { entries, missing, loading } = useEntries(search.get("motors") ?? "");
  const enough = entries.length > 1;
  const { data, error } = useQuery({ ...comparisonQuery(entries), enabled: enough, retry: false });
  const looks = useQueries({ queries: entries.map(({ design }) => lookQuery(design as Design)) });
  const drawings = looks.map(({ data }) => data?.drawing);
  const [trouble, setTrouble] = useState("");
  useEffect(() => {
    document.title = "Side by side · Oak Spin";
  }, []);
  const save = async () => {
    try {
      saveAs(await (await posted("/api/comparison.csv", { entries })).blob(), "side-by-side.csv");
    } catch (problem) {
      setTrouble(errorLine(problem as Error));
    }
  };
  return (
    <Page>
      <TopBand />
      <main>
        <ToolRow>
          <h1>Side by side</h1>
          {data && (
            <Tools>
              <PlainButton onPress={() => void save()}>Save as CSV</PlainButton>
              <PlainButton onPress={() => window.print()}>Print</PlainButton>
            </Tools>
          )}
        </ToolRow>
        {missing > 0 && <Trouble role="alert">{missing} of the chosen motors are not on the shelf any more.</Trouble>}
        {(error || trouble) && <Trouble role="alert">{error ? errorLine(error) : trouble}</Trouble>}
        {!loading && !enough && (
          <p>Choose two to six motors: press Compare under each on the shelf, then “Show side by side”.</p>
        )}
        {enough && !data && !error && <Quiet role="status">Computing …</Quiet>}
        {data && <Rows compared={data} drawings={drawings} />}
      </main>
    </Page>
  );
}

/** The scale at which the largest of the drawings fits: all are drawn to it. */
export function commonScale(drawings: (Geometry | undefined)[]): number | undefined {
  const scales = drawings.flatMap((drawing) => (drawing ? [placeFor(drawing.bounds, WIDTH, HEIGHT, true).scale] : []));
  return scales.length === drawings.length ? Math.min(...scales) : undefined;
}

function Rows({ compared, drawings }: { compared: SideBySide; drawings: (Geometry | undefined)[] }) {
  const [folded, setFolded] = useState(true);
  const { telling } = useFigures();
  const scale = commonScale(drawings);
  const same = compared.rows.filter((row) => row.same).length;
  // Where nearly everything differs, marks would say nothing.
  const marks = same > compared.rows.length / 2;
  const shown = folded ? compared.rows.filter((row) => !row.same) : compared.rows;
  return (
    <Scroll tabIndex={0} role="region" aria-label="The motors, side by side">
      <table>
        <thead>
          <tr>
            <td />
            {compared.titles.map((title, at) => (
              <th key={at} scope="col">
                {scale !== undefined && drawings[at] && (
                  <Thumbnail geometry={drawings[at]} width={WIDTH} height={HEIGHT} scale={scale} />
                )}
                <Name>{title}</Name>
                <p>{compared.headlines[at]}</p>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {shown.map((row, number) => (
            <Fragment key={`${row.group} ${row.label}`}>
              {row.group !== shown[number - 1]?.group && (
                <tr>
                  <Group scope="rowgroup" colSpan={compared.titles.length + 1}>
                    {row.group}
                  </Group>
                </tr>
              )}
              <tr>
                <th scope="row">{row.label}</th>
                {row.cells.map((cell, at) => (
                  <td key={at} data-differs={(marks && !row.same && cell?.text !== row.cells[0]?.text) || undefined}>
                    {cell?.state && <LinkLoop state={cell.state} size={16} />}{" "}
                    {cell ? <Figure>{spokenAs(cell, telling).text}</Figure> : <Quiet aria-label="has none">—</Quiet>}
                    {cell && spokenAs(cell, telling).band && <Quiet> ({spokenAs(cell, telling).band})</Quiet>}
                  </td>
                ))}
              </tr>
            </Fragment>
          ))}
        </tbody>
      </table>
      {same > 0 && (
        <PlainButton onPress={() => setFolded(!folded)}>
          {folded ? `Show the ${same} rows that are the same` : "Hide the rows that are the same"}
        </PlainButton>
      )}
    </Scroll>
  );
}

const Page = styled.div`
  min-height: 100vh;
  display: flex;
  flex-direction: column;
  main {
    padding: 14px 28px 28px;
    min-width: 0;
  }
  h1 {
    font-size: 1.6rem;
  }
  @media print {
    header,
    button {
      display: none;
    }
  }
`;
const Figure = styled.b`
  font-weight: 400;
`;
const Tools = styled.span`
  margin-left: auto;
`;
const Scroll = styled.div`
  overflow-x: auto;
  outline-offset: 2px;
  table {
    border-collapse: collapse;
    font-size: 0.92rem;
  }
  th,
  td {
    text-align: left;
    vertical-align: top;
    padding: 4px 18px 4px 0;
    border-bottom: 1px solid ${({ theme }) => theme.rule};
    min-width: 150px;
  }
  thead th {
    width: ${WIDTH}px;
    vertical-align: bottom;
    p {
      font-weight: 400;
      font-size: 0.88rem;
    }
  }
  th[scope="row"] {
    font-weight: 400;
    color: ${({ theme }) => theme.quiet};
  }
  td[data-differs] b {
    font-weight: 700;
  }
`;
const Name = styled.span`
  font-family: ${({ theme }) => theme.faces.title};
  font-size: 1.1rem;
  display: block;
`;
const Group = styled.th`
  font-family: ${({ theme }) => theme.faces.title};
  padding-top: 14px !important;
`;
