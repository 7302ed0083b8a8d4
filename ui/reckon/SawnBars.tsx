import type { LengthUnit } from "@/core/units/length";
import { printMeasured } from "@/core/units/print";

/** A bar and what is sawn from it, in order. */
export interface SawnBar {
  name: string;
  lengthMm: number;
  cuts: { name: string; mm: number }[];
  offcutMm: number;
}

const HIGH = 14;
/** Drawn so wide at most, in the drawing's own units. */
const WIDE = 1000;

/** Bars to one scale, an ink line at each cut, what stays over in quiet steel. */
export function SawnBars({ bars, unit }: { bars: readonly SawnBar[]; unit: LengthUnit }) {
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
            <BarPicture bar={bar} scale={WIDE / longestMm} unit={unit} />
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

function BarPicture({ bar, scale, unit }: { bar: SawnBar; scale: number; unit: LengthUnit }) {
  const { lengthMm, cuts, offcutMm } = bar;
  const endsMm = cuts.reduce<number[]>((ends, { mm }) => [...ends, (ends.at(-1) ?? 0) + mm], []);
  const left = lengthMm - offcutMm;
  return (
    <svg
      viewBox={`0 -6 ${WIDE} ${HIGH + 12}`}
      className="block w-full"
      role="img"
      aria-label={`${printMeasured(lengthMm, "mm", unit)} with ${cuts.length} cuts`}
    >
      <rect width={left * scale} height={HIGH} fill="#B7BEC3" stroke="#5F6971" />
      {offcutMm > 0 ? (
        <rect
          x={left * scale}
          width={offcutMm * scale}
          height={HIGH}
          fill="#EDEFEF"
          stroke="#8D969C"
        />
      ) : null}
      {endsMm.map((mm, index) => (
        <line
          key={index}
          x1={Math.min(mm, lengthMm) * scale}
          x2={Math.min(mm, lengthMm) * scale}
          y1={-5}
          y2={HIGH + 5}
          stroke="#20262B"
          strokeWidth={2.5}
        />
      ))}
    </svg>
  );
}

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
