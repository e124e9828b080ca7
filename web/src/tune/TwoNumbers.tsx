import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import type { DesignMap, ProblemError, Setting, Tuning } from "../api/client";
import { withSettings } from "../api/design";
import { useLearnedKey } from "../learn/LearnedProvider";
import { mapQuery, turned } from "../api/queries";
import { PickField } from "../parts/PickField";
import type { Working } from "../shell/useDemonstration";
import { MainButton, PlainButton, Quiet } from "../theme/parts";
import { Trouble } from "../theme/stage";
import { rounded } from "../units";
import { MapPlot } from "./MapPlot";
import { nearestAt, type Cell } from "./mapping";
import { numberOptions } from "./named";
import { Controls, Foot } from "./OneNumber";

/** Two numbers at once: where it goes, what stops it elsewhere, and where it goes fastest. */
export function TwoNumbers({ working, tuning }: { working: Working; tuning: Tuning }) {
  const { design, commit } = working;
  const learned = useLearnedKey();
  const { factors, curves } = tuning;
  const [first, setFirst] = useState(tuning.first[0] ?? factors[0]!.pointer);
  const [second, setSecond] = useState(tuning.first[1] ?? factors[1]!.pointer);
  const [curve, setCurve] = useState("speed");
  const [picked, setPicked] = useState<Cell | null>(null);
  const [wholeWanted, setWholeWanted] = useState(false);
  const whole = useQuery({
    ...mapQuery(design, { first, second, curve, first_range: null, second_range: null }, learned),
    retry: false,
  });
  const zoom = whole.data && !wholeWanted ? zoomOf(whole.data) : null;
  const near = useQuery({
    ...mapQuery(
      design,
      { first, second, curve, first_range: zoom?.[0] ?? null, second_range: zoom?.[1] ?? null },
      learned,
    ),
    retry: false,
    enabled: Boolean(zoom),
  });
  const { data, error, isFetching } = zoom && near.data ? near : whole;
  const options = numberOptions(factors);
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
            setWholeWanted(false);
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
            setWholeWanted(false);
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
      {whole.data && zoomOf(whole.data) && (
        <PlainButton
          onPress={() => {
            setWholeWanted(!wholeWanted);
            setPicked(null);
          }}
        >
          {wholeWanted ? "Zoom in to where it goes" : "Show the whole range"}
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
              <p>It does not go anywhere on this map. {whatStops(data)}</p>
            )}
          </Foot>
        </>
      )}
    </section>
  );
}

const MUCH = 0.7; // of a range: a zoom that leaves more of both out of sight shows little more

/** The ranges to open at: those that hold all that goes, where they are a good deal smaller than the whole. */
export function zoomOf(map: DesignMap): DesignMap["going"] {
  const { going } = map;
  if (!going) return null;
  const share = (values: readonly number[], [low, high]: readonly number[]) =>
    (values.indexOf(high!) - values.indexOf(low!)) / Math.max(values.length - 1, 1);
  const parts = [share(map.first_values, going[0]), share(map.second_values, going[1])];
  return Math.min(...parts) < MUCH ? going : null;
}

/** What stops it over the map, the commonest first. */
export const whatStops = (map: DesignMap): string =>
  map.stops
    .slice(0, 2)
    .map(
      ([link, share], at) =>
        `${at ? "then" : "What stops it most:"} “${link.toLowerCase()}” (${Math.round(100 * share)} % of the map)`,
    )
    .join(", ")
    .concat(map.stops.length ? ". Try two other numbers, or see in Choose what helps most." : "");
