import { limitsAtGrade } from "@/core/measure/characteristic";
import { UNSEEN } from "@/core/photo/unseen";
import type { LengthUnit } from "@/core/units/length";
import { printMeasured } from "@/core/units/print";
import { Gauge } from "../bench/Gauge";
import { bringIntoSight } from "../kit/bringIntoSight";
import { StateShape, stateColour } from "../kit/StateShape";
import { limitsInWords } from "../words/sizes";
import { STATE_WORDS } from "../words/verdict";
import type { PictureLine } from "./useReadings";

/** One line of the plan as the picture has it: how sure is the band on its gauge. */
export function PictureStation({
  shown: { line, number, judgement, uncertainty, why, isCorrected, isLeftOut },
  grade,
  unit,
  isLit,
  onPick,
}: {
  shown: PictureLine;
  grade: number;
  unit: LengthUnit;
  isLit: boolean;
  onPick: (id: string) => void;
}) {
  const { lower, upper } = limitsAtGrade(line, grade);
  const said = judgement
    ? `${printMeasured(judgement.value, line.unit, unit)}, ${STATE_WORDS[judgement.state]}`
    : isLeftOut
      ? "left out"
      : `not seen: ${why ? UNSEEN[why] : ""}`;
  return (
    <li
      ref={isLit ? bringIntoSight : undefined}
      className={`min-w-[100px] grow basis-0 border-l first:border-l-0 ${isLit ? "z-10 bg-white outline-[3px] -outline-offset-1 outline-ink outline-solid" : ""}`}
    >
      <button
        type="button"
        aria-pressed={isLit}
        aria-label={`${number}. ${line.name}: ${said}`}
        onClick={() => onPick(line.id)}
        className="flex size-full flex-col items-stretch p-2.5 text-left"
      >
        <span className="flex min-h-[54px] items-start gap-1.5 text-13 leading-tight text-ink-2">
          <span
            className={`flex size-5 shrink-0 items-center justify-center rounded-full border-[1.5px] text-[11px] font-semibold ${isLit ? "border-ink bg-ink text-sheet" : "border-ink-2"}`}
          >
            {number}
          </span>
          <span>{line.name}</span>
        </span>
        <Gauge
          nominal={line.nominal}
          lower={lower}
          upper={upper}
          judgement={judgement}
          sureTo={judgement?.uncertainty}
        />
        {judgement ? (
          <>
            <span
              className={`flex min-h-9 items-center gap-1.5 text-20 font-semibold ${stateColour(judgement.state)}`}
            >
              {printMeasured(judgement.value, line.unit, unit)}
              <StateShape state={judgement.state} size={17} />
            </span>
            <span className="text-13 text-ink-2">
              {isCorrected
                ? "as you set it"
                : judgement.state === "too-close"
                  ? "to the caliper"
                  : `sure to ${printMeasured(uncertainty, line.unit, unit)}`}
            </span>
          </>
        ) : (
          <>
            <span className="flex min-h-9 items-center text-20 text-ink-2">–</span>
            <span className="text-13 text-ink-2">{isLeftOut ? "left out" : "not seen"}</span>
          </>
        )}
        <span className="text-13 text-ink-2">
          {line.readings === "difference" ? "differ " : ""}
          {limitsInWords({ nominal: line.nominal, lower, upper, unit: line.unit }, unit)}
        </span>
      </button>
    </li>
  );
}
