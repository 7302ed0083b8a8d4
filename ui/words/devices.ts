import { heatColour } from "@/core/heat/colours";
import type { BenchDeviceNote } from "@/core/records/bench";

/** What a scale says of the piece, held against what it should weigh; both in grams. */
export function weightInWords(grams: number, reckoned: number): string {
  const off = grams - reckoned;
  const percent = Math.abs((off / reckoned) * 100);
  const shown = `${Math.round(grams)} g on the scale; the finished piece is reckoned at ${Math.round(reckoned)} g`;
  if (percent < 1) return `${shown}: as it should be.`;
  return off < 0
    ? `${shown}: ${percent.toFixed(0)} % lighter, gone to scale, trimming or a short cut.`
    : `${shown}: ${percent.toFixed(0)} % heavier, not all of it is drawn or trimmed yet.`;
}

/** What a pyrometer says, with the colour it looks and what it is good for. */
export function temperatureInWords(celsius: number): string {
  const { name, use } = heatColour(celsius, "dim");
  return `${Math.round(celsius)} °C, ${name}. ${use}`;
}

/** What was kept of it, in a few words: "412 g on the scale", "860 °C, bright cherry". */
export const deviceNoteInWords = ({ kind, value }: BenchDeviceNote): string =>
  kind === "weight"
    ? `${Math.round(value)} g on the scale`
    : `${Math.round(value)} °C, ${heatColour(value, "dim").name}`;
