import type { MeasuredUnit } from "@/core/measure/characteristic";
import { printMeasured } from "@/core/units/print";
import type { LengthUnit } from "@/core/units/length";

/** Limits as a person reads them: "3.0 ± 0.5", "≤ 0.9". */
export function limitsInWords(
  {
    nominal,
    lower,
    upper,
    unit: measured = "mm",
  }: { nominal: number; lower: number; upper: number; unit?: MeasuredUnit },
  unit: LengthUnit,
): string {
  const size = (value: number) => printMeasured(value, measured, unit);
  if (measured === "grade") return "good or fair";
  if (measured === "gauge") return "go enters, no-go doesn't";
  if (lower === 0 && nominal === 0) return `≤ ${size(upper)}`;
  const up = upper - nominal;
  const down = nominal - lower;
  return Math.abs(up - down) < 0.005
    ? `${size(nominal)} ± ${size(up)}`
    : `${size(lower)} to ${size(upper)}`;
}

/** A difference with its sign. */
export function signedInWords(by: number, measured: MeasuredUnit, unit: LengthUnit): string {
  const sign = by > 0 ? "+" : by < 0 ? "−" : "";
  return `${sign}${printMeasured(Math.abs(by), measured, unit)}`;
}
