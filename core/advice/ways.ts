import { layBar } from "../bar/bar";
import { featureExtent, kindOf } from "../feature/registry";
import { placeKey, placeMm } from "./metalState";
import { perMm, shortened, stationAreaMm2, steelShareAt, volumeOf, type Form } from "./form";
import { SAME_SHARE, type Freedom, type Known, type Ways } from "./known";
import type { MetalStretch } from "./metalBar";
import { isDrawnFrom, tipOf } from "./workable";

/**
 * Ever more of the bar that is touched, what is off first; where only a length is off, its section
 * stays if it can, unless the stretch has its length in its own steel.
 */
export function* freedomsToTry({ stretches }: Known): Generator<Freedom[]> {
  const least = stretches.map((one): Freedom =>
    one.isSectionOff || isShortAndThick(one) ? "worked" : one.isLengthOff ? "slid" : "kept",
  );
  if (least.includes("slid")) yield* moreOf(least);
  yield* moreOf(least.map((one) => (one === "kept" ? "kept" : "worked")));
}

/** Whether a stretch is too short and becomes as long as it should when it is drawn to its size (common practice, no source). */
function isShortAndThick({ form, best, length }: MetalStretch): boolean {
  const drawnMm = volumeOf(form) / perMm({ stations: best });
  return form.lengthMm < length.lower && drawnMm >= length.lower && drawnMm <= length.upper;
}

/** Some freedoms, and with them ever more of what is kept. */
function* moreOf(base: readonly Freedom[]): Generator<Freedom[]> {
  const open = base.flatMap((one, index) => (one === "kept" ? [index] : []));
  const withOthers = (freedom: (index: number) => Freedom) =>
    base.map((one, index) => (one === "kept" ? freedom(index) : one));
  yield [...base];
  for (const index of open) yield withOthers((one) => (one === index ? "slid" : "kept"));
  for (const index of open) yield withOthers((one) => (one === index ? "worked" : "kept"));
  if (open.length > 1) yield withOthers(() => "slid");
  for (const index of open) yield withOthers((one) => (one === index ? "worked" : "slid"));
  if (open.length > 1) yield withOthers(() => "worked");
}

const NO_CUT = { min: 0, max: 0 };

/** Without a cut, with a tip driven back where it is too thin, with as much cut off as may be. */
export function* waysToTry(known: Known, freedoms: readonly Freedom[]): Generator<Ways> {
  const { stretches, free, input } = known;
  const last = stretches.length - 1;
  yield { cuts: { A: NO_CUT, B: NO_CUT }, jumped: new Set() };
  const thin = ([0, last] as const).filter(
    (index, at) =>
      freedoms[index] === "worked" && isTipThin(stretches[index]!) && free[at === 0 ? "A" : "B"],
  );
  if (input.mayCut) {
    const cut = (end: "A" | "B", index: number) => {
      if (!free[end] || freedoms[index] === "kept") return NO_CUT;
      const max = maxCut(known, end, index);
      return { min: Math.min(max, thin.includes(index) ? minCut(known, end, index) : 0), max };
    };
    const cuts = { A: cut("A", 0), B: cut("B", last) };
    if (cuts.A.max > 0) yield { cuts: { A: cuts.A, B: NO_CUT }, jumped: new Set() };
    if (cuts.B.max > 0) yield { cuts: { A: NO_CUT, B: cuts.B }, jumped: new Set() };
    if (cuts.A.max > 0 && cuts.B.max > 0) yield { cuts, jumped: new Set() };
  }
  if (thin.length > 0) yield { cuts: { A: NO_CUT, B: NO_CUT }, jumped: new Set(thin) };
}

function isTipThin(one: MetalStretch): boolean {
  if (one.stretch.kind !== "transition") return false;
  const tip = tipOf(one);
  return stationAreaMm2(one.form.stations[tip]!) < stationAreaMm2(one.low[tip]!) * (1 - SAME_SHARE);
}

/** Of the stretch at an end, not more than this is cut off to save a piece (common practice, no source). */
export const MAX_CUT_SHARE = 0.7;

/** A feature may come to lie so much nearer to an end than it is drawn, as a share of that. */
const NEARER_SHARE = 0.8;

/** Which end of a bar a place is nearer to. */
export const endNearest = (atMm: number, lengthMm: number): "A" | "B" =>
  atMm <= lengthMm / 2 ? "A" : "B";

/** As much as may come off an end, short of the nearest feature, mm of stock. */
function maxCut(known: Known, end: "A" | "B", index: number): number {
  const { input, stretches, stockMm2, initial } = known;
  const { form, stretch } = stretches[index]!;
  const isTaper = stretch.kind === "transition";
  const laid = layBar(input.bar.stretches);
  const wholeMm = initial.forms.reduce((sum, { lengthMm }) => sum + lengthMm, 0);
  const clearMm = (input.bar.features ?? []).reduce((least, feature) => {
    const { curves, pierces, turnsSection } = kindOf(feature);
    // A chamfer or a texture runs to the end, wherever that is.
    if (!curves && !pierces && !turnsSection && !("at" in feature)) return least;
    // Corners go with the end they are on, and are taken off the new one.
    if (feature.kind === "corners" && endNearest(feature.at, laid.lengthMm) === end) return least;
    const { fromMm, toMm } = featureExtent(feature, laid);
    const drawnMm = end === "A" ? fromMm : laid.lengthMm - toMm;
    const key = placeKey(feature.id, "at" in feature ? "at" : end === "A" ? "from" : "to");
    const placedMm = placeMm(initial, key)!;
    // What lies beyond a taper is as far from its end again once that is drawn out.
    if (isTaper && initial.places.get(key)!.stretch !== index) return least;
    const halfMm = "at" in feature ? (toMm - fromMm) / 2 : 0;
    const nowMm = (end === "A" ? placedMm : wholeMm - placedMm) - halfMm;
    return Math.min(least, nowMm - NEARER_SHARE * drawnMm);
  }, Infinity);
  const share = Math.min(MAX_CUT_SHARE, Math.max(0, clearMm) / form.lengthMm);
  const part = end === "A" ? steelShareAt(form, share) : 1 - steelShareAt(form, 1 - share);
  return (part * volumeOf(form)) / stockMm2;
}

const CUT_STEPS = 40;

/** The least that has to come off a tip before the rest holds a taper at its lower limits, mm of stock. */
function minCut({ stretches, stockMm2 }: Known, end: "A" | "B", index: number): number {
  const { form, low, length } = stretches[index]!;
  const beside = stretches[end === "A" ? index + 1 : index - 1];
  const behindMm2 = beside
    ? stationAreaMm2(end === "A" ? beside.form.stations[0]! : beside.form.stations.at(-1)!)
    : 0;
  const target: Form = { stations: low, lengthMm: length.nominal };
  for (let step = 0; step < CUT_STEPS; step += 1) {
    const cutMm3 = (volumeOf(form) * MAX_CUT_SHARE * step) / CUT_STEPS;
    const left = shortened(form, end, cutMm3);
    if (isDrawnFrom(target, left, { end, behindMm2 })) return cutMm3 / stockMm2;
  }
  return Infinity;
}
