import { layBar } from "../bar/bar";
import { sectionAreaMm2 } from "../section/section";
import type { Bar } from "../piece/piece";
import { lengthShareAt, stationAreaMm2, volumeOf, type Form, type Station } from "./form";
import { isPlaceFromB, isPlaceOf, isReadOff, type Line } from "./line";
import { metalStretches, type MetalStretch } from "./metalBar";
import { isFreeEnd, placeKey, placeMm, placesOf, withForm, type MetalState } from "./metalState";
import type { HeldPlace, PlaceLimit } from "./reach";

/** One operation on the steel of a bar. */
export interface MetalMove {
  kind: "square" | "cut" | "upset" | "draw";
  /** The stretch it is done to. */
  stretch: number;
  /** Of a cut: at which end. */
  end?: "A" | "B";
  /** Bar that is cut off, mm. */
  cutMm: number;
  /** Bar taken from the stretches beside it, mm. */
  taken: { stretch: number; mm: number }[];
  after: MetalState;
}

export interface MetalInput {
  bar: Bar;
  lines: readonly Line[];
  grade: number;
  /** The bar before anything is done to it. */
  initial: MetalState;
  /** Whether a free end may be cut. */
  mayCut: boolean;
  /** Whether what is within its limits, but large, is drawn to what is drawn too. */
  isEager: boolean;
  /** Whether of two lengths that have to agree the first is brought to a longer second. */
  lengthens: boolean;
}

/** What is known of a bar before any way is tried. */
export interface Known {
  input: MetalInput;
  stockMm2: number;
  stretches: readonly MetalStretch[];
  initial: MetalState;
  squares: MetalMove[];
  ends: PlaceLimit[];
  features: FeaturePlace[];
  free: Record<"A" | "B", boolean>;
}

/** Areas nearer than this share are one. */
export const SAME_SHARE = 1e-6;

/** The steel of a bar as it was read, before anything is done to it. */
export function metalAsRead(bar: Bar, lines: readonly Line[], grade: number): MetalState {
  const stretches = metalStretches(bar, lines, { grade, isEager: false, lengthens: false });
  return { forms: stretches.map(({ form }) => form), places: placesOf(bar, stretches, lines) };
}

export function knownOf(input: MetalInput): Known {
  const { bar, lines, grade, isEager, lengthens, initial } = input;
  const measured = metalStretches(bar, lines, { grade, isEager, lengthens }).map((one, index) => ({
    ...one,
    form: initial.forms[index]!,
  }));
  const squares = squaringMoves(measured, initial);
  const forms = squares.at(-1)?.after.forms ?? initial.forms;
  const stretches = measured.map((one, index) => {
    if (!one.isDiamond) return one;
    const form = forms[index]!;
    return { ...one, form, isSectionOff: !isWithin(form, one) };
  });
  const stockMm2 = sectionAreaMm2(bar.stock.section);
  return {
    input,
    stockMm2,
    stretches,
    initial,
    squares,
    ends: endLimits(stretches, lines),
    features: featureLimits(bar, stretches, { lines, stockMm2, initial }),
    free: { A: isFreeEnd(bar, "A"), B: isFreeEnd(bar, "B") },
  };
}

const isBetween = (value: number, a: number, b: number) =>
  value >= a - SAME_SHARE * Math.abs(a) && value <= b + SAME_SHARE * Math.abs(b);

const isWithin = ({ stations }: Form, { low, high }: MetalStretch): boolean =>
  stations.every(
    ({ thickMm, wideMm }, at) =>
      isBetween(thickMm, low[at]!.thickMm, high[at]!.thickMm) &&
      isBetween(wideMm, low[at]!.wideMm, high[at]!.wideMm),
  );

export function needsWork({ stretches, input: { lines }, squares }: Known): boolean {
  return (
    squares.length > 0 ||
    stretches.some(({ isSectionOff, isLengthOff }) => isSectionOff || isLengthOff) ||
    lines.some(
      (line) =>
        isReadOff(line) &&
        (line.characteristic.measure === "position" ||
          (line.characteristic.measure === "length" && line.characteristic.stretch === null)),
    )
  );
}

/** A square gone diamond set on its long diagonal: the same steel, its corners square. */
function squaringMoves(stretches: readonly MetalStretch[], initial: MetalState): MetalMove[] {
  const moves: MetalMove[] = [];
  let state = initial;
  stretches.forEach(({ isDiamond, best }, stretch) => {
    if (!isDiamond) return;
    const stations = state.forms[stretch]!.stations.map((station, at): Station => {
      const side = Math.sqrt(stationAreaMm2(station) / best[at]!.fill);
      return station.share === 0.5
        ? { ...station, thickMm: side, wideMm: side, fill: best[at]!.fill }
        : station;
    });
    state = withForm(state, stretch, { ...state.forms[stretch]!, stations });
    moves.push({ kind: "square", stretch, cutMm: 0, taken: [], after: state });
  });
  return moves;
}

/** Where shoulders and the bar's end may lie, from end A. */
function endLimits(stretches: readonly MetalStretch[], lines: readonly Line[]): PlaceLimit[] {
  let endMm = 0;
  const endsMm = stretches.map(({ form }) => (endMm += form.lengthMm));
  return lines.flatMap((line): PlaceLimit[] => {
    const { measure, kind, stretch: id, feature } = line.characteristic;
    if (kind !== "size" || feature !== undefined) return [];
    const isWhole = measure === "length" && id === null;
    if (!isWhole && measure !== "position") return [];
    const stretch = isWhole
      ? stretches.length - 1
      : stretches.findIndex((one) => one.stretch.id === id);
    return stretch < 0 ? [] : [{ stretch, share: 1, ...limitsFrom(line, endsMm[stretch]!) }];
  });
}

/** Limits of a place, less what was read of it apart from what the lengths before it come to. */
function limitsFrom({ judgement, lower, upper }: Line, nowMm: number) {
  const apartMm = (judgement?.value ?? nowMm) - nowMm;
  return { lower: lower - apartMm, upper: upper - apartMm };
}

/** Where features may lie: as a share of their stretch, and from the side that is held where its section stays. */
function featureLimits(
  bar: Bar,
  stretches: readonly MetalStretch[],
  { lines, stockMm2, initial }: { lines: readonly Line[]; stockMm2: number; initial: MetalState },
): FeaturePlace[] {
  const { lengthMm } = layBar(bar.stretches);
  return (bar.features ?? []).flatMap((feature) =>
    lines.flatMap((line): FeaturePlace[] => {
      const isFromA = isPlaceOf(line, feature);
      if (!isFromA && !isPlaceFromB(line, feature, lengthMm)) return [];
      const { stretch, beforeMm3 } = initial.places.get(placeKey(feature.id, "at"))!;
      const { form } = stretches[stretch]!;
      const share = lengthShareAt(form, beforeMm3 / volumeOf(form));
      const nowMm = placeMm(initial, placeKey(feature.id, "at"))!;
      const perSteel = (form.lengthMm * stockMm2) / volumeOf(form);
      const wholeMm = initial.forms.reduce((sum, one) => sum + one.lengthMm, 0);
      const limits = limitsFrom(line, isFromA ? nowMm : wholeMm - nowMm);
      // Past a bend it is held from end B, and only what lies on the last stretch is.
      if (!isFromA && stretch !== stretches.length - 1) return [];
      return [
        {
          limit: isFromA ? { stretch, share, ...limits } : null,
          held: {
            stretch,
            from: isFromA ? "A" : "B",
            mm: isFromA ? share * form.lengthMm : (1 - share) * form.lengthMm,
            perSteel,
            ...limits,
          },
        },
      ];
    }),
  );
}

/** A feature's place: its limit as a share of a stretch that is worked, and as one that isn't. */
export interface FeaturePlace {
  limit: PlaceLimit | null;
  held: HeldPlace;
}

/** What is done to a stretch: nothing, only carried or cut, or worked. */
export type Freedom = "kept" | "slid" | "worked";

/** Which ends are cut, and which tips driven back. */
export interface Ways {
  /** What comes off each end at least, and may, mm of stock. */
  cuts: Record<"A" | "B", { min: number; max: number }>;
  /** Ends whose tip is driven back. */
  jumped: ReadonlySet<number>;
}

/** One way to try. */
export interface Way extends Ways {
  /** Whether tapers come out at the lower half of their limits. */
  isLean?: boolean;
  freedoms: readonly Freedom[];
  from: MetalState;
}
