import type { DrillOption } from "@/core/eye/drillPiece";
import { wordsOf } from "@/core/advice/saying";
import type { LengthUnit } from "@/core/units/length";
import { printCaliper } from "@/core/units/print";
import { bringIntoSight } from "../kit/bringIntoSight";
import { SketchDrawing } from "../slate/SketchDrawing";

/** What could be done first, each drawn where steel is moved. */
export function FirstChoice({
  options,
  chosen,
  right,
  onChoose,
  unit,
}: {
  options: readonly DrillOption[];
  chosen: number | null;
  /** The right one, once it may be shown. */
  right: number | null;
  onChoose: ((index: number) => void) | undefined;
  unit: LengthUnit;
}) {
  return (
    <section aria-label="What first?" ref={bringIntoSight} className="mt-3 scroll-mb-24">
      <h2 className="font-semibold">What first?</h2>
      <div className="mt-1.5 grid grid-cols-2 gap-2 sm:grid-cols-4">
        {options.map((option, index) => {
          const { title } = wordsOf(option.saying, (mm) => printCaliper(mm, unit));
          const isMarked = index === chosen || index === right;
          return (
            <button
              key={title}
              type="button"
              aria-pressed={index === chosen}
              disabled={!onChoose && !isMarked}
              onClick={() => onChoose?.(index)}
              className={`flex min-h-24 flex-col justify-end bg-sheet p-2 text-left text-15 font-semibold ${isMarked ? "border-[3px] border-ink" : "border-[1.5px] border-rule-strong text-ink"} disabled:text-ink-2`}
            >
              <span className="flex grow items-center">
                {option.sketch ? (
                  <SketchDrawing sketch={option.sketch} ground="paper" />
                ) : option.saying.code === "square" ? (
                  <Squared />
                ) : null}
              </span>
              <span>{title}</span>
              {index === right ? <span className="text-13 text-on-size">this one</span> : null}
            </button>
          );
        })}
      </div>
    </section>
  );
}

/** A section gone out of square, and square. */
const Squared = () => (
  <svg viewBox="0 0 60 40" className="h-10" role="img" aria-label="Out of square, and square">
    <path d="M18 6L46 4L42 34L14 36Z" className="fill-steel" />
    <path d="M16 5H44V35H16Z" className="fill-none stroke-ink" strokeWidth={2} />
  </svg>
);
