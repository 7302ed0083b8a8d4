import type { RunChart, Signal } from "@/core/run/chart";
import type { RunReport, RunSize } from "@/core/run/likeness";
import { printMeasured, type PrintedUnit } from "@/core/units/print";
import type { LengthUnit } from "@/core/units/length";

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

const SIGNALS: Record<Signal["code"], string> = {
  outlier: "stands out: something else happened there",
  jump: "is a jump from the one before: look at what changed",
  "one-side": "all lie on one side: the habit has moved",
  rising: "grow piece by piece: a drift, not chance",
  falling: "shrink piece by piece: a drift, not chance",
  "two-of-three": "lie far out together: the setting has slipped",
};

/** What stands out on the chart, each with its pieces. */
export const signalsInWords = ({ signals }: RunChart, tags: readonly string[]): string[] =>
  signals.map(({ code, from, to }) =>
    from === to || code === "jump"
      ? `${tags[to]} ${SIGNALS[code]}.`
      : `${tags[from]} to ${tags[to]} ${SIGNALS[code]}.`,
  );

/** Whether the run drifts. */
export function driftInWords({ drift }: RunChart, size: RunSize, unit: LengthUnit): string {
  const { characteristic } = size;
  if (!drift.called) return "No drift that chance doesn't make.";
  const by = withUnit(Math.abs(drift.perPiece), characteristic.unit, unit);
  return `It drifts ${drift.perPiece > 0 ? "up" : "down"} by ${by} a piece.`;
}
