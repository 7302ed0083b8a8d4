"use client";

import type { LengthUnit } from "@/core/units/length";
import { printBothUnits } from "@/core/units/print";
import { useKept } from "../kit/useKept";
import { KEPT_LENGTH, keptLengthSchema } from "../reckon/kept";

/** A length on its way from Reckon: taken for what is selected, or let go. */
export function ReckonedLength({
  unit,
  onTake,
}: {
  unit: LengthUnit;
  onTake: (mm: number) => void;
}) {
  const [mm, keep] = useKept(KEPT_LENGTH, keptLengthSchema);
  if (mm === null) return null;
  return (
    <p className="flex basis-full flex-wrap items-center gap-x-4 border-l-4 border-too-close pl-3 text-15">
      From Reckon: {printBothUnits(mm, unit)}
      <button
        type="button"
        className="link min-h-11 font-semibold"
        onClick={() => {
          onTake(mm);
          keep(null);
        }}
      >
        Make it this long
      </button>
      <button type="button" className="link quiet min-h-11" onClick={() => keep(null)}>
        Let it go
      </button>
    </p>
  );
}
