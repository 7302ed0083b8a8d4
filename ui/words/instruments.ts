import type { InstrumentKind } from "@/core/measure/characteristic";
import { printMmRounded } from "@/core/units/print";

export const INSTRUMENT_WORDS: Record<InstrumentKind, string> = {
  caliper: "caliper",
  rule: "rule",
  "straight-edge": "straight edge",
  protractor: "protractor",
  template: "template",
  pins: "go/no-go pin",
  eye: "by eye",
  photograph: "photograph",
};

/** What an instrument reads in, where it isn't millimetres. */
const UNITS: Partial<Record<InstrumentKind, string>> = { protractor: "°", eye: " turns" };

/** What a reading is sure to, "± 0.1 mm"; a difference keeps its sign instead. */
export function uncertaintyInWords(
  { kind, uncertainty }: { kind: InstrumentKind; uncertainty: number },
  signed = false,
): string {
  if (kind === "pins") return "as made";
  const size = `${printMmRounded(Math.abs(uncertainty), 2)}${UNITS[kind] ?? " mm"}`;
  if (!signed) return `± ${size}`;
  return `${uncertainty < 0 ? "−" : "+"}${size}`;
}
