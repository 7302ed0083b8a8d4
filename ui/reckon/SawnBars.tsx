import { cutDrawing } from "@/core/drawing/cutDrawing";
import type { LengthUnit } from "@/core/units/length";
import { printMeasured } from "@/core/units/print";
import { DrawingSvg } from "../drawing/DrawingSvg";

/** A bar and what is sawn from it, in order. */
export interface SawnBar {
  name: string;
  lengthMm: number;
  cuts: { name: string; mm: number }[];
  offcutMm: number;
}

/** Bars to one scale, an ink line at each cut, what stays over in quiet steel. */
export function SawnBars({
  bars,
  kerfMm,
  unit,
}: {
  bars: readonly SawnBar[];
  kerfMm: number;
  unit: LengthUnit;
}) {
  const longestMm = Math.max(1, ...bars.map(({ lengthMm }) => lengthMm));
  return (
    <ol>
      {grouped(bars).map(({ bar, times }, index) => (
        <li
          key={index}
          className="grid grid-cols-[96px_minmax(0,1fr)] gap-3 border-b border-rule py-3"
        >
          <div>
            <p className="font-semibold">
              {times > 1 ? `${times} × ` : ""}
              {printMeasured(bar.lengthMm, "mm", unit)}
            </p>
            <p className="text-13 break-words text-ink-2">{bar.name}</p>
          </div>
          <div className="min-w-0">
            <DrawingSvg
              drawing={cutDrawing([drawnOf(bar)], { kerfMm, longestMm })}
              unit={unit}
              label={`${printMeasured(bar.lengthMm, "mm", unit)}, sawn into ${bar.cuts.length}`}
              widthPx={1000}
              marginPx={4}
            />
            <p className="mt-1 text-15">
              {cutsInWords(bar.cuts, unit)}
              <span className="text-ink-2">
                {bar.offcutMm > 0
                  ? `; ${printMeasured(bar.offcutMm, "mm", unit)} over`
                  : "; nothing over"}
              </span>
            </p>
          </div>
        </li>
      ))}
    </ol>
  );
}

/** Cuts that are alike are said once: "ring 2 × 264.4". */
function cutsInWords(cuts: SawnBar["cuts"], unit: LengthUnit): string {
  const alike = new Map<string, { name: string; mm: number; times: number }>();
  for (const { name, mm } of cuts) {
    const key = `${name} ${mm}`;
    alike.set(key, { name, mm, times: (alike.get(key)?.times ?? 0) + 1 });
  }
  return [...alike.values()]
    .map(({ name, mm, times }) => {
      const counted = times > 1 ? `${times} × ` : "";
      return `${name} ${counted}${printMeasured(mm, "mm", unit)}`;
    })
    .join(", ");
}

const drawnOf = ({ lengthMm, cuts, offcutMm }: SawnBar) => ({
  lengthMm,
  cutsMm: cuts.map(({ mm }) => mm),
  leftMm: offcutMm,
});

/** Bars sawn alike stand once. */
function grouped(bars: readonly SawnBar[]): { bar: SawnBar; times: number }[] {
  const groups = new Map<string, { bar: SawnBar; times: number }>();
  for (const bar of bars) {
    const key = JSON.stringify(bar);
    const known = groups.get(key);
    if (known) known.times += 1;
    else groups.set(key, { bar, times: 1 });
  }
  return [...groups.values()];
}
