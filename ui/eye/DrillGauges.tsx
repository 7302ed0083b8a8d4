import type { Characteristic } from "@/core/measure/characteristic";
import type { Judgement } from "@/core/measure/judge";
import type { LengthUnit } from "@/core/units/length";
import { printMeasured } from "@/core/units/print";
import { Gauge } from "../bench/Gauge";
import { StateShape } from "../kit/StateShape";
import { limitsInWords } from "../words/sizes";
import { STATE_WORDS } from "../words/verdict";

/** Readings beside their limits; how each stands is said only once the piece was judged. */
export function DrillGauges({
  characteristics,
  judgements,
  areNamed,
  unit,
}: {
  characteristics: readonly Characteristic[];
  judgements: readonly Judgement[];
  areNamed: boolean;
  unit: LengthUnit;
}) {
  return (
    <ol aria-label="Readings" className="flex border-t border-rule">
      {judgements.map((judgement, index) => {
        const line = characteristics.find(({ id }) => id === judgement.characteristicId)!;
        return (
          <li
            key={judgement.characteristicId}
            className="min-w-0 grow basis-0 border-l border-rule px-1 py-1.5 text-center first:border-l-0"
          >
            <p className="flex min-h-16 flex-wrap items-start justify-center gap-x-1.5 text-13 leading-tight text-ink-2 sm:min-h-9">
              <span className="flex size-5 shrink-0 items-center justify-center rounded-full border-[1.5px] border-ink text-[11px] font-semibold text-ink">
                {index + 1}
              </span>
              <span>{line.name}</span>
            </p>
            <Gauge
              lower={judgement.lower}
              upper={judgement.upper}
              nominal={judgement.nominal}
              judgement={judgement}
              isPlain
            />
            <p className="text-17 font-semibold sm:text-20">
              {printMeasured(judgement.value, judgement.unit, unit)}{" "}
              {areNamed ? (
                <>
                  <StateShape state={judgement.state} size={13} />
                  <span className="sr-only">{STATE_WORDS[judgement.state]}</span>
                </>
              ) : null}
            </p>
            <p className="text-13 text-ink-2">
              {limitsInWords({ ...judgement, unit: judgement.unit }, unit)}
            </p>
          </li>
        );
      })}
    </ol>
  );
}
