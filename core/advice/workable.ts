import { layBar } from "../bar/bar";
import { solveRising } from "../curve/solve";
import { featureExtent } from "../feature/registry";
import {
  lengthShareAt,
  perMm,
  sectionAtShare,
  stationAreaMm2,
  steelShareAt,
  volumeOf,
  type Form,
  type Station,
} from "./form";
import { SAME_SHARE, type Known, type Way } from "./known";
import type { MetalStretch } from "./metalBar";
import { bowed, middleOf, straightened, type Workable } from "./tapers";

/** A free end is driven back while it is no longer than so many times its thickness (common practice, no source). */
const UPSET_LENGTH_TIMES = 8;

/** Whether a stretch can be driven back as a whole: a taper would only bend or mushroom (common practice, no source). */
export function canBeUpset({ stretches, free, input: { bar } }: Known, index: number): boolean {
  const one = stretches[index]!;
  if (one.grows) return true;
  const isEnd = (index === 0 && free.A) || (index === stretches.length - 1 && free.B);
  if (!isEnd || one.stretch.kind !== "prism") return false;
  const laid = layBar(bar.stretches).stretches[index]!;
  const isPlain = (bar.features ?? []).every((feature) => {
    const { fromMm, toMm } = featureExtent(feature, layBar(bar.stretches));
    return toMm <= laid.fromMm + 1e-6 || fromMm >= laid.toMm - 1e-6;
  });
  const thickMm = Math.max(...one.form.stations.map((station) => station.thickMm));
  return isPlain && one.form.lengthMm <= UPSET_LENGTH_TIMES * thickMm;
}

export function workableOf(known: Known, index: number, way: Way): Workable | null {
  const one = known.stretches[index]!;
  const middle = middleOf(one, known.input.lines);
  if (canBeUpset(known, index))
    return [one.low, one.best, one.high].map((stations) => straightened(stations, middle, null));
  const { form, low, best, high, stretch } = one;
  const isCut =
    (index === 0 && way.cuts.A.max > 0) ||
    (index === known.stretches.length - 1 && way.cuts.B.max > 0);
  const tip = tipOf(one);
  const base = form.stations.length - 1 - tip;
  // What is cut off leaves thicker steel at the tip and about the middle, not at the base.
  const isLifted = (at: number) =>
    stretch.kind === "transition" &&
    ((isCut && at !== base) || (way.jumped.has(index) && at === tip));
  const [bests, highs]: [Station[], Station[]] = [[], []];
  for (const [at, now] of form.stations.entries()) {
    const area = stationAreaMm2(now);
    if (isLifted(at) || area >= stationAreaMm2(high[at]!)) {
      bests.push(best[at]!);
      highs.push(high[at]!);
      continue;
    }
    if (area < stationAreaMm2(low[at]!) * (1 - SAME_SHARE)) return null;
    const most = ofArea(low[at]!, high[at]!, area);
    highs.push(most);
    bests.push(stationAreaMm2(best[at]!) > area ? most : best[at]!);
  }
  const was = isCut ? null : form;
  if (!way.isLean || stretch.kind !== "transition")
    return bowed({ low, best: bests, high: highs }, middle, {
      was,
      thereMm2: stationAreaMm2(form.stations[1] ?? form.stations[0]!),
    });
  const lean = low.map((station, at) => mixed(station, bests[at]!, 0.5));
  return [low, lean].map((stations) => straightened(stations, middle, was));
}

const mixed = ({ share, fill, thickMm, wideMm }: Station, b: Station, t: number): Station => ({
  share,
  thickMm: thickMm + (b.thickMm - thickMm) * t,
  wideMm: wideMm + (b.wideMm - wideMm) * t,
  fill,
});

/** The section between two of them that has an area. */
const ofArea = (low: Station, high: Station, areaMm2: number): Station =>
  mixed(
    low,
    high,
    solveRising((t) => stationAreaMm2(mixed(low, high, t)), areaMm2, { low: 0, high: 1 }),
  );

/** The stations that hold so much steel a millimetre. */
export function stationsOf(forms: Workable, wantedMm2: number): Station[] {
  const over = forms.findIndex((stations) => perMm({ stations }) > wantedMm2);
  const above = over < 0 ? forms.length - 1 : Math.max(1, over);
  const [from, to] = [forms[above - 1]!, forms[above]!];
  const at = (t: number) => from.map((station, index) => mixed(station, to[index]!, t));
  return at(solveRising((t) => perMm({ stations: at(t) }), wantedMm2, { low: 0, high: 1 }));
}

export const tipOf = ({ best }: MetalStretch): number =>
  stationAreaMm2(best[0]!) <= stationAreaMm2(best.at(-1)!) ? 0 : best.length - 1;

const CHECKED_SHARES = [0, 0.25, 0.5, 0.75, 0.999];

/** Where a section comes out larger than the steel that is there by less, hammering takes it up. */
const DRAWN_SLACK = 1.05;

/** Whether a form can be drawn from another: nowhere is it larger than the same steel was. */
export function isDrawnFrom(
  target: Form,
  from: Form,
  { end, behindMm2 }: { end: "A" | "B"; behindMm2: number },
): boolean {
  const whole = volumeOf(from);
  return CHECKED_SHARES.every((share) => {
    const alongShare = end === "A" ? share : 1 - share;
    const beforeShare = steelShareAt(target, alongShare);
    const steelMm3 = (end === "A" ? beforeShare : 1 - beforeShare) * volumeOf(target);
    const there =
      steelMm3 >= whole
        ? behindMm2
        : stationAreaMm2(
            sectionAtShare(
              from.stations,
              lengthShareAt(from, end === "A" ? steelMm3 / whole : 1 - steelMm3 / whole),
            ),
          );
    const wanted = stationAreaMm2(sectionAtShare(target.stations, alongShare));
    return wanted <= Math.max(there, behindMm2 && steelMm3 >= whole ? behindMm2 : 0) * DRAWN_SLACK;
  });
}

/** A taper's own middle may come to lie where the steel was thicker; a prism's section is one. */
export function canBeDrawn(
  { stretches }: Known,
  index: number,
  before: Form,
  after: Form,
): boolean {
  const one = stretches[index]!;
  if (one.stretch.kind !== "transition") return true;
  const tipFirst = tipOf(one) === 0;
  const beside = stretches[tipFirst ? index + 1 : index - 1];
  const base = beside
    ? stationAreaMm2(tipFirst ? beside.form.stations[0]! : beside.form.stations.at(-1)!)
    : stationAreaMm2(before.stations.at(tipFirst ? -1 : 0)!);
  return isDrawnFrom(after, before, { end: tipFirst ? "A" : "B", behindMm2: base });
}
