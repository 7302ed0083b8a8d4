import { categoriesOf, type GaugeStudy } from "@/core/agree/gaugeStudy";
import type { Agreement } from "@/core/agree/kappa";
import { countOf } from "./count";

/** A verdict on a figure, for as much as it may be at most; the first that holds it counts. */
type Scale = readonly { upTo: number; words: string }[];

/** The shares of the usual rule for gauge studies (ISO 22514-7 and common practice: 10 and 30 %). */
const GAUGE: Scale = [
  { upTo: 0.1, words: "who measures hardly counts" },
  { upTo: 0.3, words: "good enough for most of what is judged here" },
  { upTo: Infinity, words: "who measures counts for too much" },
];
/** Bounds of Landis and Koch (1977), the lowest three together. */
const KAPPA: Scale = [
  { upTo: 0.4, words: "poorly" },
  { upTo: 0.6, words: "moderately" },
  { upTo: 0.8, words: "well" },
  { upTo: Infinity, words: "very well" },
];

const on = (scale: Scale, value: number) => scale.find(({ upTo }) => value <= upTo)!.words;

/** What a gauge study says, only as surely as its interval does. */
export function gaugeInWords({
  gaugeShare,
  shareWithin: { low, high },
  total,
}: Pick<GaugeStudy, "gaugeShare" | "shareWithin" | "total">): string {
  if (total === 0) return "Every value is the same: that tells nothing.";
  const [best, worst] = [on(GAUGE, low), on(GAUGE, high)];
  const verdict =
    best === worst
      ? `${best[0]!.toUpperCase()}${best.slice(1)}`
      : `Too few inspectors or pieces to say: between “${best}” and “${worst}”`;
  const percent = (share: number) => Math.round(share * 100);
  const [fewest, most] = [categoriesOf(high), categoriesOf(low)];
  const upTo = Number.isFinite(most) ? `to ${countOf(most, "size")}` : "sizes and more";
  const apart = fewest === most ? countOf(most, "size") : `${fewest} ${upTo}`;
  return `${verdict}. Of what is seen ${percent(gaugeShare)} % is the measuring (${percent(low)} to ${percent(high)} % at 95 %); ${apart} can be told apart.`;
}

/** How two inspectors agree, only as surely as the interval does. */
export function agreementInWords(
  one: string,
  other: string,
  { kappa, within, pieces, seen }: Agreement,
): string {
  if (kappa === null || within === null)
    return `${one} and ${other} always say one same grade: that tells nothing.`;
  const [worst, best] = [on(KAPPA, within.low), on(KAPPA, within.high)];
  const advice = best === "poorly" ? ": look at the reference pictures together" : "";
  const words = worst === best ? `agree ${best}${advice}` : `agree between ${worst} and ${best}`;
  const figure = (value: number) => value.toFixed(2).replace("-", "−");
  return `${one} and ${other} ${words}: weighted kappa ${figure(kappa)} (${figure(within.low)} to ${figure(within.high)} at 95 %) over ${countOf(pieces, "piece")} (${Math.round(seen * 100)} % agreement).`;
}
