import type { Heat } from "@/core/operation/heats";
import type { StageSize } from "@/core/operation/operation";
import type { Stage } from "@/core/workpiece/stages";
import type { LengthUnit } from "@/core/units/length";
import { printBothUnits } from "@/core/units/print";
import { countOf } from "./count";

/** Sizes whose two numbers are one section or one slot: said with "by". */
const BY = new Set(["Section", "Slot", "Tip", "Base"]);
/** Sizes that span from one place to another: said with "to". */
const SPANS = new Set(["From and to"]);

const trimmed = (value: number, digits: number) => String(Number(value.toFixed(digits)));

function valueInWords(value: number, measured: StageSize["unit"], unit: LengthUnit): string {
  switch (measured) {
    case "mm":
      return printBothUnits(value, unit);
    case "deg":
      return `${trimmed(value, 1)}°`;
    case "turns":
      return countOf(Number(value.toFixed(2)), "turn");
    case "count":
      return trimmed(value, 0);
  }
}

/** A size to reach, in both units: "Section: 12 mm · 15/32 in by 4.8 mm · 3/16 in". */
export function sizeInWords({ name, value, unit: measured }: StageSize, unit: LengthUnit): string {
  const values = typeof value === "number" ? [value] : value;
  if (name === "Tip" && values.every((one) => one === 0)) return "Tip: a point";
  const joint = BY.has(name) ? " by " : SPANS.has(name) ? " to " : "; ";
  return `${name}: ${values.map((one) => valueInWords(one, measured, unit)).join(joint)}`;
}

/** "orange to yellow, 1150 to 850 °C". */
export const heatInWords = ({ name, fromC, toC }: Heat): string => `${name}, ${fromC} to ${toC} °C`;

/** How long the bare bar stays in its heat: whole seconds, or minutes where it is long. */
export function workingTimeInWords(seconds: number): string {
  const whole = Math.round(seconds);
  if (whole < 90) return `${whole} s`;
  return `${Math.round(whole / 30) / 2} min`;
}

/** What an exercise allows: "3 heats, 15 minutes". */
export const budgetInWords = (heats: number, minutes: number): string =>
  `${countOf(heats, "heat")}, ${countOf(minutes, "minute")}`;

const QUARTERS = ["", "¼", "½", "¾"] as const;

/** Heats in quarters: "1½ heats", "¼ heat". */
export function heatsInWords(heats: number): string {
  const quarters = Math.round(heats * 4);
  const [whole, rest] = [Math.floor(quarters / 4), QUARTERS[quarters % 4]!];
  return `${whole === 0 ? "" : whole}${rest} ${heats > 1 ? "heats" : "heat"}`;
}

/** The numbers of a stage, a line each: sizes to reach, heat, the time the bare bar keeps it, and the heats. */
export function stageFactsInWords(
  { sizes, heat, seconds, heats }: Pick<Stage, "sizes" | "heat" | "seconds" | "heats">,
  unit: LengthUnit,
): string[] {
  const time = seconds === null ? "" : `; ${workingTimeInWords(seconds)} in the air`;
  return [
    ...sizes.map((size) => sizeInWords(size, unit)),
    ...(heat ? [`${heatInWords(heat)}${time}`] : []),
    ...(heats > 0 ? [`about ${heatsInWords(heats)}`] : []),
  ];
}
