import type { Label } from "@/core/drawing/drawing";
import type { LengthUnit } from "@/core/units/length";
import { printBothUnits } from "@/core/units/print";

/** What a drawing says at a place: a length in the reader's units, after what it is of. */
export function labelInWords(label: Label, unit: LengthUnit): string {
  if (typeof label === "string") return label;
  const length = printBothUnits(label.mm, unit);
  return label.of ? `${label.of}: ${length}` : length;
}
