import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import type { DesignMap, ProblemError, Setting, Tuning } from "../api/client";
import { withSettings } from "../api/design";
import { mapQuery, turned } from "../api/queries";
import { PickField } from "../parts/PickField";
import type { Working } from "../shell/useDemonstration";
import { MainButton, PlainButton, Quiet } from "../theme/parts";
import { Trouble } from "../theme/stage";
import { rounded } from "../units";
import { MapPlot } from "./MapPlot";
import { nearestAt, type Cell } from "./mapping";
import { namedIn } from "./named";
import { Controls, Foot } from "./OneNumber";

/** Two numbers at once: where it goes, what stops it elsewhere, and where it goes fastest. */
export function TwoNumbers({ working, tuning }: { working: Working; tuning: Tuning }) {
  const { design, commit } = working;
  const { factors, curves } = tuning;
  const [first, setFirst] = useState(tuning.first[0] ?? factors[0]!.pointer);
  const [second, setSecond] = useState(tuning.first[1] ?? factors[1]!.pointer);
  const [curve, setCurve] = useState("speed");
  const [picked, setPicked] = useState<Cell | null>(null);
  const [zoom, setZoom] = useState<DesignMap["going"]>(null);
  const request = { first, second, curve, first_range: zoom?.[0] ?? null, second_range: zoom?.[1] ?? null };
  const { data, error, isFetching } = useQuery({ ...mapQuery(design, request), retry: false });
  const options = factors.map((factor) => ({ key: factor.pointer, label: namedIn(factor) }));
  const figure = curves.find((known) => known.id === curve)!;

  const at = data && (picked ?? nearestAt(data, data.first.value, data.second.value));
  const use = (settings: Setting[], words: string) => {
    commit({ design: withSettings(design, settings) }, words);
    setPicked(null);
  };
  const takePicked = async (map: DesignMap, cell: Cell) => {
    const [x, y] = [map.first_values[cell.column]!, map.second_values[cell.row]!];
    const turns = [
      { pointer: map.first.pointer, value: x },
      { pointer: map.second.pointer, value: y },
    ];
    const words = `${map.first.name} ${rounded(x)}, ${map.second.name.toLowerCase()} ${rounded(y)}`;
    commit({ design: await turned(design, turns) }, words);
    setPicked(null);
  };
  return (
    <section aria-label="Map">
      <Controls>
        <PickField
          above
          label="Across"
          value={first}
          options={options.filter((option) => option.key !== second)}
          onChange={(next) => {
            setFirst(next);
            setPicked(null);
            setZoom(null);
          }}
        />
        <PickField
          above
          label="Up"
          value={second}
          options={options.filter((option) => option.key !== first)}
          onChange={(next) => {
            setSecond(next);
            setPicked(null);
            setZoom(null);
          }}
        />
        <PickField
          above
          label="Contour lines of"
          value={curve}
          options={curves
            .filter((curve) => curve.of === "figure")
            .map((curve) => ({ key: curve.id, label: curve.label }))}
          onChange={setCurve}
        />
      </Controls>
      {data && (
        <PlainButton
          onPress={() => {
            setZoom(zoom ? null : data.going);
            setPicked(null);
          }}
        >
          {zoom ? "Show the whole range" : "Zoom in to where it goes"}
        </PlainButton>
      )}
      {error && <Trouble role="alert">{(error as ProblemError).line}</Trouble>}
      {isFetching && !data && <Quiet role="status">Working out every pair …</Quiet>}
      {data && at && (
        <>
          <MapPlot map={data} figure={figure} at={at} pick={setPicked} />
          <Foot>
            <MainButton isDisabled={!picked} onPress={() => void takePicked(data, at)}>
              Use the picked pair
            </MainButton>
            {data.best ? (
              <MainButton
                onPress={() =>
                  use(
                    data.best_settings as Setting[],
                    `best ${data.first.name.toLowerCase()} and ${data.second.name.toLowerCase()}`,
                  )
                }
              >
                Use the best pair: {rounded(data.best[0]!)} {data.first.unit} and {rounded(data.best[1]!)}{" "}
                {data.second.unit}
              </MainButton>
            ) : (
              <p>It does not go anywhere on this map.</p>
            )}
          </Foot>
        </>
      )}
    </section>
  );
}
