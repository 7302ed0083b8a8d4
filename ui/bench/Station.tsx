import { memo, type ReactNode } from "react";
import { limitsAtGrade, type Characteristic } from "@/core/measure/characteristic";
import type { LengthUnit } from "@/core/units/length";
import { printMeasured } from "@/core/units/print";
import type { Judgement } from "@/core/measure/judge";
import { ABOVE_KEYS, bringIntoSight } from "../kit/bringIntoSight";
import { StateShape, stateColour } from "../kit/StateShape";
import { limitsInWords } from "../words/sizes";
import { STATE_WORDS } from "../words/verdict";
import { Gauge } from "./Gauge";

interface StationProps {
  number: number;
  characteristic: Characteristic;
  grade: number;
  unit: LengthUnit;
  judgement: Judgement | null;
  /** The values that stand; several show how far they lie apart. */
  several: readonly number[];
  active: boolean;
  onDevice: boolean;
  /** Lights it; absent once the piece is closed. */
  onPick: ((id: string) => void) | undefined;
  /** The place to type, while this station is lit. */
  children: ReactNode;
}

const LIT = { ref: bringIntoSight, "data-lit": "" };
const OUTLINE = "z-10 bg-white outline-[3px] -outline-offset-1 outline-ink outline-solid";

const rangeOf = (values: readonly number[]) => Math.max(...values) - Math.min(...values);

/**
 * One thing to measure: its number, its gauge, the reading and the limits. Drawn anew only when
 * something of its own changes, not with every key typed at another.
 */
export const Station = memo(function Station({
  number,
  characteristic,
  grade,
  unit,
  judgement,
  several,
  active,
  onDevice,
  onPick,
  children,
}: StationProps) {
  const { lower, upper } = limitsAtGrade(characteristic, grade);
  const limits = { nominal: characteristic.nominal, lower, upper, unit: characteristic.unit };
  const said = judgement
    ? `${printMeasured(judgement.value, judgement.unit, unit)}${judgement.unit === "mm" ? ` ${unit}` : ""}, ${STATE_WORDS[judgement.state]}`
    : "not measured";
  return (
    <li
      {...(active ? LIT : {})}
      className={`flex min-w-[95px] ${ABOVE_KEYS} grow basis-0 flex-col border-l first:border-l-0 ${active ? OUTLINE : ""}`}
    >
      <button
        type="button"
        onClick={() => onPick?.(characteristic.id)}
        aria-pressed={active}
        aria-label={`${number}. ${characteristic.name}: ${said}`}
        className="flex grow flex-col items-stretch px-1.5 py-2.5 text-left"
      >
        <span className="flex min-h-[54px] items-start gap-1.5 text-13 leading-tight text-ink-2">
          <span
            className={`flex size-5 shrink-0 items-center justify-center rounded-full border-[1.5px] text-[11px] font-semibold ${active ? "border-ink bg-ink text-sheet" : "border-ink-2"}`}
          >
            {number}
          </span>
          <span className="min-w-0 break-words">{characteristic.name}</span>
        </span>
        <Gauge nominal={limits.nominal} lower={lower} upper={upper} judgement={judgement} />
      </button>
      <div className="px-2.5 pb-2.5">
        {active ? (
          children
        ) : (
          <p
            className={`flex min-h-9 items-center gap-1.5 text-20 font-semibold ${judgement ? stateColour(judgement.state) : "text-ink-2"}`}
            aria-hidden="true"
          >
            {judgement ? printMeasured(judgement.value, judgement.unit, unit) : "–"}
            {judgement ? <StateShape state={judgement.state} size={17} /> : null}
          </p>
        )}
        <p className="text-13 text-ink-2">
          {characteristic.readings === "difference" ? "differ " : ""}
          {limitsInWords(limits, unit)}
        </p>
        {!active && several.length > 1 && characteristic.readings === "one" ? (
          <p className="text-13 text-ink-2">
            mean of {several.length}, {printMeasured(rangeOf(several), characteristic.unit, unit)}{" "}
            apart
          </p>
        ) : null}
        {onDevice ? <p className="text-13 text-heavy">on this device</p> : null}
      </div>
    </li>
  );
});
