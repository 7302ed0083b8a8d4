import type { Heat, Stage, StageSize } from "@/core/stage/stages";
import type { LengthUnit } from "@/core/units/length";
import { printBothUnits } from "@/core/units/print";
import { countOf } from "./count";

/** A size to reach, in both units: "Section 12 by 4.8 mm". */
function sizeInWords({ name, mm }: StageSize, unit: LengthUnit): string {
  const [first, ...more] = mm.map((one) => printBothUnits(one, unit));
  return `${name}: ${[first, ...more].join(name === "Section" || name === "Slot" ? " by " : "; ")}`;
}

/** "orange to yellow, 1150 to 850 °C". */
const heatInWords = ({ name, fromC, toC }: Heat): string => `${name}, ${fromC} to ${toC} °C`;

/** How long the bare bar stays in its heat: whole seconds, or minutes where it is long. */
export function workingTimeInWords(seconds: number): string {
  const whole = Math.round(seconds);
  if (whole < 90) return `${whole} s`;
  return `${Math.round(whole / 30) / 2} min`;
}

/** What an exercise allows: "3 heats, 15 minutes". */
export const budgetInWords = (heats: number, minutes: number): string =>
  `${countOf(heats, "heat")}, ${countOf(minutes, "minute")}`;

/** The numbers of a stage, a line each: sizes to reach, heat, and the time the bare bar keeps it. */
export function stageFactsInWords(stage: Stage, unit: LengthUnit): string[] {
  const { sizes, heat, seconds } = stage;
  const time = seconds === null ? "" : `; ${workingTimeInWords(seconds)} in the air`;
  return [
    ...sizes.map((size) => sizeInWords(size, unit)),
    ...(heat ? [`${heatInWords(heat)}${time}`] : []),
  ];
}
