import { wordsForProblem } from "@/core/problem/words";
import { useId, useState } from "react";
import type { Characteristic } from "@/core/measure/characteristic";
import { placeInText } from "@/core/measure/lineName";
import { readEntry } from "@/core/measure/reading";
import type { BenchStage, BenchStageCheck, StageReading } from "@/core/records/bench";
import type { LengthUnit } from "@/core/units/length";
import { printCaliper, printMeasured } from "@/core/units/print";
import { judgeReading } from "@/core/measure/judge";
import { StateShape } from "../kit/StateShape";

interface StageCheckProps {
  number: number;
  stage: BenchStage;
  checked: BenchStageCheck | undefined;
  unit: LengthUnit;
  grade: number;
  closed: boolean;
  isOnDevice: boolean;
  onCheck: (holds: boolean, readings: StageReading[]) => void;
}

/** One stage: what to look at, sizes to measure if one likes, and whether it may go on. */
export function StageCheck({
  number,
  stage: { title, check, lines },
  checked,
  unit,
  grade,
  closed,
  isOnDevice,
  onCheck,
}: StageCheckProps) {
  const [typed, setTyped] = useState<Record<string, string>>({});
  const read = (line: Characteristic) => entryOf(line, typed[line.id] ?? "", unit);
  const isRefused = lines.some((line) => read(line)?.kind === "refused");

  function say(holds: boolean) {
    const before = new Map(checked?.readings.map(({ line, value }) => [line, value]));
    const readings = lines.flatMap((line): StageReading[] => {
      const entry = read(line);
      const value = entry && entry.kind !== "refused" ? entry.value : before.get(line.id);
      return value === undefined ? [] : [{ line: line.id, value }];
    });
    onCheck(holds, readings);
    setTyped({});
  }

  return (
    <li className="flex min-h-14 flex-wrap items-center gap-x-4 border-t border-rule px-3 py-1 first:border-t-0">
      <div className="min-w-0 grow basis-60">
        <span className="font-semibold">
          {number}. {title}
        </span>
        <span className="block text-13 text-ink-2">{check}</span>
      </div>
      {checked ? (
        <span className="flex items-center gap-1.5 font-semibold">
          <StateShape state={checked.holds ? "on-size" : "defect"} size={14} />
          {checked.holds ? "good" : "not yet"}
          {isOnDevice ? (
            <span className="text-13 font-normal text-heavy">on this device</span>
          ) : null}
        </span>
      ) : null}
      {closed
        ? null
        : [true, false].map((holds) => (
            <button
              key={String(holds)}
              type="button"
              aria-label={`${title}: ${holds ? "good" : "not yet"}`}
              disabled={isRefused}
              className={checked ? "link min-h-11 px-2 text-ink-2" : "button"}
              onClick={() => say(holds)}
            >
              {holds ? "Good" : "Not yet"}
            </button>
          ))}
      {lines.length > 0 && (!closed || checked?.readings.length) ? (
        <ul
          aria-label={`${title}: sizes`}
          className="flex basis-full flex-wrap gap-x-6 gap-y-1 pb-2 pt-1"
        >
          {lines.map((line) => (
            <StageLine
              key={line.id}
              line={line}
              kept={checked?.readings.find((one) => one.line === line.id)?.value}
              typed={typed[line.id] ?? ""}
              unit={unit}
              grade={grade}
              closed={closed}
              onType={(text) => setTyped((all) => ({ ...all, [line.id]: text }))}
            />
          ))}
        </ul>
      ) : null}
    </li>
  );
}

/** What was typed of a line; a value hard to believe is taken here, and said to be far off. */
const entryOf = (line: Characteristic, text: string, unit: LengthUnit) =>
  text.trim() === ""
    ? null
    : readEntry(text, unit, {
        ...{ nominal: line.nominal, name: line.name, of: placeInText(line) },
        ...{ measured: line.unit, scaleMm: line.tolerance.sizeMm },
      });

interface StageLineProps {
  line: Characteristic;
  kept: number | undefined;
  typed: string;
  unit: LengthUnit;
  grade: number;
  closed: boolean;
  onType: (text: string) => void;
}

/** A size of the bar as the stage leaves it, with what was measured and how that stands. */
function StageLine({ line, kept, typed, unit, grade, closed, onType }: StageLineProps) {
  const id = useId();
  const entry = entryOf(line, typed, unit);
  const value = entry && entry.kind !== "refused" ? entry.value : kept;
  const state =
    value === undefined
      ? null
      : judgeReading(line, [value], { instrumentUncertainty: 0, grade }).state;
  return (
    <li className="flex flex-wrap items-center gap-x-2 text-13">
      <label htmlFor={id} className="min-w-44">
        {line.name} <b>{printMeasured(line.nominal, line.unit, unit)}</b>
      </label>
      {closed ? null : (
        <input
          id={id}
          className="field h-11 w-24"
          inputMode="decimal"
          autoComplete="off"
          value={typed}
          aria-invalid={entry?.kind === "refused"}
          aria-describedby={`${id}-said`}
          onChange={(event) => onType(event.target.value)}
        />
      )}
      <span id={`${id}-said`} aria-live="polite" className="flex items-center gap-1">
        {entry?.kind === "refused" ? (
          <span className="text-light">{wordsForProblem(entry.problem)}</span>
        ) : null}
        {state && value !== undefined && entry?.kind !== "refused" ? (
          <>
            <StateShape state={state} size={12} />
            {printMeasured(value, line.unit, unit)}, {offInWords(value - line.nominal, line, unit)}
          </>
        ) : null}
      </span>
    </li>
  );
}

function offInWords(off: number, { unit: measured }: Characteristic, unit: LengthUnit): string {
  const size =
    measured === "mm"
      ? printCaliper(Math.abs(off), unit)
      : printMeasured(Math.abs(off), measured, unit);
  if (Math.abs(off) < 0.005) return "as it should be";
  return `${size} ${off > 0 ? "over" : "under"}`;
}
