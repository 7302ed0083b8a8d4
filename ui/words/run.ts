import { MIN_FOR_FINDING, type Finding } from "@/core/run/findings";
import type { RunReport, RunSize } from "@/core/run/likeness";
import { printMeasured, type PrintedUnit } from "@/core/units/print";
import type { LengthUnit } from "@/core/units/length";
import { countOf } from "./count";

const percent = (share: number) => `${Math.floor(share * 100)} %`;

/** A value with its unit; degrees and turns bring their own. */
const withUnit = (value: number, measured: PrintedUnit, unit: LengthUnit) =>
  `${printMeasured(value, measured, unit)}${measured === "mm" ? ` ${unit}` : ""}`;

/** What a run proves, in plain words. */
export function provesInWords({
  good,
  pieces,
  passRateLower,
  toProveNineInTen,
}: RunReport): string {
  const n = pieces.length;
  if (n === 0) return "Nothing counts yet: practice and guided pieces don't.";
  if (good === 0) return `None of ${n} is good yet: it shows nothing.`;
  const shows =
    passRateLower < 0.1
      ? `${good} of ${n} shows almost nothing.`
      : `${good} of ${n} shows that at least ${percent(passRateLower)} of such pieces come out good, at 95 % confidence.`;
  if (toProveNineInTen === 0) return `${shows} That is nine in ten, proved.`;
  return toProveNineInTen === null
    ? shows
    : `${shows} ${toProveNineInTen} more good ones without a poor one would prove nine in ten.`;
}

/** What breaks the run, and what doesn't. */
export function besidesInWords({ besides }: RunReport): string | null {
  if (besides.length === 0) return null;
  const tags = besides.map(
    ({ tag, kind }) => `${tag} (${kind === "practice" ? "practice" : "guided"})`,
  );
  return `${tags.join(", ")} ${besides.length > 1 ? "neither count nor break" : "neither counts nor breaks"} it.`;
}

/** Whether the pieces match one another, beyond being inside the limits. */
export function alikeInWords(
  { apart, mayLieApart, characteristic }: RunSize,
  unit: LengthUnit,
): string {
  const print = (value: number) => withUnit(value, characteristic.unit, unit);
  return apart <= mayLieApart + 1e-9
    ? `They lie ${print(apart)} apart: alike (${print(mayLieApart)} allowed).`
    : `They lie ${print(apart)} apart, ${print(mayLieApart)} is allowed: not alike.`;
}

/** What stands out in one size of a run. No cause is claimed. */
export function findingInWords(
  finding: Finding,
  tags: readonly string[],
  { characteristic }: Pick<RunSize, "characteristic">,
  unit: LengthUnit,
): string {
  switch (finding.code) {
    case "drift": {
      const by = withUnit(Math.abs(finding.perPiece), characteristic.unit, unit);
      return `It drifts ${finding.perPiece > 0 ? "up" : "down"}, by about ${by} a piece.`;
    }
    case "one-out":
      return `${tags[finding.at]} lies apart from all the others.`;
    case "in-turn":
      return "Larger and smaller by turns.";
    case "stretches":
      return "It moves in stretches: neighbours are more alike than the rest.";
    case "two-kinds":
      return `They fall in two kinds: ${finding.at.map((at) => tags[at]).join(", ")} lie apart from the rest, together.`;
  }
}

/** The pieces a finding is about, by their places; none where it is about all. */
export const placesOf = (finding: Finding): readonly number[] =>
  finding.code === "one-out" ? [finding.at] : finding.code === "two-kinds" ? finding.at : [];

/** What is found of a run as a whole. */
export function foundInWords({ sizes, pieces }: RunReport): string {
  const sure = sizes.filter(({ found }) => found?.isSure).length;
  const look = sizes.filter(({ found }) => found && !found.isSure).length;
  if (pieces.length < MIN_FOR_FINDING)
    return `What stands out is said from ${MIN_FOR_FINDING} pieces on.`;
  if (sizes.length > 0 && sizes.every(({ hiddenBy }) => hiddenBy !== null))
    return "The pieces differ by less than the instruments show: nothing can be said of their order.";
  if (sure + look === 0) return "Nothing stands out: they differ as steady work does.";
  return [
    sure > 0 ? `${countOf(sure, "size")} not as steady work has it` : null,
    look > 0 ? `${countOf(look, "size")} worth a look` : null,
  ]
    .filter((one) => one !== null)
    .join(", ");
}

/** Where the instrument hides how pieces differ. */
export const hiddenInWords = (step: number, { characteristic }: RunSize, unit: LengthUnit) =>
  `It was read in steps of ${withUnit(step, characteristic.unit, unit)}, and the pieces differ by less: a finer instrument would show how.`;
