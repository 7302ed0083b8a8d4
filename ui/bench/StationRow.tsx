import { useEffect, useRef, useState } from "react";
import type { Judgement } from "@/core/measure/judge";
import type { LengthUnit } from "@/core/units/length";
import { bringIntoSight } from "../kit/bringIntoSight";
import { useNarrow } from "../kit/useNarrow";
import { ChoiceField } from "./ChoiceField";
import { ReadingField, type ReadingFieldProps } from "./ReadingField";
import { Station } from "./Station";
import type { Bench } from "./useBench";
import type { Stations } from "./useStations";

interface StationRowProps extends Pick<ReadingFieldProps, "onKey" | "door"> {
  bench: Bench;
  stations: Stations;
  grade: number;
  unit: LengthUnit;
  closed: boolean;
  onPick: (id: string) => void;
}

const NONE: readonly number[] = [];

/** Everything to measure, in its order; the one that is lit has the place to type or to choose. */
export function StationRow({
  bench,
  stations,
  grade,
  unit,
  closed,
  onPick,
  ...field
}: StationRowProps) {
  const { piece, onDevice } = bench;
  const { active, instrument, judgements, take } = stations;
  // Here, so that a key typed draws the stations anew and nothing else.
  const [preview, setPreview] = useState<Judgement | null>(null);
  const row = useRef<HTMLOListElement>(null);
  const narrow = useNarrow();
  // What is drawn above takes more room on a phone.
  useEffect(() => {
    bringIntoSight(row.current?.querySelector("[data-lit]") ?? null);
  }, [narrow]);
  const readingOf = (id: string) =>
    piece.readings.findLast(({ characteristicId }) => characteristicId === id);
  return (
    <ol
      ref={row}
      aria-label="To measure"
      className="mt-3 flex overflow-x-auto border-x border-b border-t-2 border-rule border-t-ink bg-sheet"
    >
      {piece.characteristics.map((characteristic, index) => {
        const { id } = characteristic;
        const isActive = id === active?.id;
        const taken = judgements.get(id) ?? null;
        const reading = readingOf(id);
        return (
          <Station
            key={id}
            number={index + 1}
            characteristic={characteristic}
            grade={grade}
            unit={unit}
            judgement={isActive && preview?.characteristicId === id ? preview : taken}
            several={reading?.values ?? NONE}
            active={isActive}
            onDevice={onDevice.has(reading?.id ?? "")}
            onPick={closed ? undefined : onPick}
          >
            {isActive && instrument ? (
              <Entry
                key={`${id}:${reading?.id ?? ""}`}
                characteristic={characteristic}
                unit={unit}
                grade={grade}
                instrumentUncertainty={instrument.uncertainty}
                standing={taken}
                onTake={take}
                onPreview={setPreview}
                {...field}
              />
            ) : null}
          </Station>
        );
      })}
    </ol>
  );
}

/** The place to type, or to choose where nothing is typed. */
function Entry({ onPreview, door, ...entry }: ReadingFieldProps) {
  const { readings } = entry.characteristic;
  return readings === "grade" || readings === "gauge" ? (
    <ChoiceField {...entry} />
  ) : (
    <ReadingField {...entry} onPreview={onPreview} door={door} />
  );
}
