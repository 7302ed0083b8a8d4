import { midway, stationAreaMm2, type Form, type Station } from "./form";
import { SAME_SHARE } from "./known";
import type { Line } from "./line";
import type { MetalStretch } from "./metalBar";
import { isAlikeBothWays } from "./metalPlaces";

/**
 * What a stretch may be worked to: forms with ever more steel in a millimetre, through as it is drawn, from
 * its lower limits to as much as its steel allows. What lies between two of them is mixed from both.
 */
export type Workable = readonly (readonly Station[])[];

/** What is read of the middle of a taper. */
export interface TaperMiddle {
  /** Sizes that are read; none where nobody reads it, null of what isn't a taper. */
  read: readonly ("thickMm" | "wideMm")[] | null;
  /** Whether it is read how straight the sides are. */
  isHeldStraight: boolean;
}

/** Asked of every way that works the stretch. */
const middles = new WeakMap<MetalStretch, TaperMiddle>();

export function middleOf(one: MetalStretch, lines: readonly Line[]): TaperMiddle {
  let middle = middles.get(one);
  if (!middle) middles.set(one, (middle = findMiddle(one, lines)));
  return middle;
}

function findMiddle({ stretch, best }: MetalStretch, lines: readonly Line[]): TaperMiddle {
  if (stretch.kind !== "transition") return { read: null, isHeldStraight: false };
  const own = lines
    .map(({ characteristic }) => characteristic)
    .filter((one) => one.stretch === stretch.id && one.feature === undefined);
  const isHeldStraight = own.some(({ measure }) => measure === "sides");
  const planes = own.flatMap(({ measure, place, plane = "thickness" }) =>
    measure === "thickness" && place === "middle" ? [plane] : [],
  );
  const isBoth = planes.length > 0 && isAlikeBothWays(best[1]!);
  const read = (["thickness", "width"] as const).flatMap((plane) =>
    isBoth || planes.includes(plane) ? [SIZE_OF[plane]] : [],
  );
  return { read, isHeldStraight };
}

const SIZE_OF = { thickness: "thickMm", width: "wideMm" } as const;

/** Thinner by less, a middle comes out straight with the blows. */
const THINNER = 0.97;

/** A taper with straight sides, but where its middle is thinner already; anything else as it is. */
export function straightened(
  stations: readonly Station[],
  { read }: TaperMiddle,
  was: Form | null,
): readonly Station[] {
  if (!read) return stations;
  const [from, middle, to] = stations as [Station, Station, Station];
  const straight = midway(from, to, middle);
  const there = was?.stations[1];
  const isThinner = there && stationAreaMm2(there) < stationAreaMm2(straight) * THINNER;
  if (!isThinner) return [from, straight, to];
  // Of one size that is read, the other comes out straight.
  return [from, read.length === 1 ? { ...straight, [read[0]!]: there[read[0]!] } : there, to];
}

interface Limits {
  low: readonly Station[];
  best: readonly Station[];
  high: readonly Station[];
}

const middleAreaMm2 = (stations: readonly Station[]) => stationAreaMm2(stations[1]!);

/**
 * A taper with straight sides as far as its steel goes into them; beyond that its middle is left as full, or drawn
 * as thin, as its own limits let it, in what is read of it, and where nobody reads how straight the sides are.
 *
 * @param thereMm2 area of the steel that is at its middle
 */
export function bowed(
  { low, best, high }: Limits,
  middle: TaperMiddle,
  { was, thereMm2 }: { was: Form | null; thereMm2: number },
): Workable {
  const forms = [low, best, high].map((stations) => straightened(stations, middle, was));
  const { read, isHeldStraight } = middle;
  if (!read || read.length === 0 || isHeldStraight) return forms;
  const withMiddle = (limit: readonly Station[], sides: readonly Station[]): Station[] => {
    const [from, between, to] = sides as [Station, Station, Station];
    const sizes = Object.fromEntries(read.map((size) => [size, limit[1]![size]]));
    return [from, { ...between, ...sizes }, to];
  };
  const [thin, full] = [withMiddle(low, forms[0]!), withMiddle(high, forms[2]!)];
  const mostMm2 = Math.max(thereMm2, middleAreaMm2(high)) * (1 + SAME_SHARE);
  const isThinner = middleAreaMm2(thin) < middleAreaMm2(forms[0]!);
  const isFuller = middleAreaMm2(full) > middleAreaMm2(forms[2]!) && middleAreaMm2(full) <= mostMm2;
  return [...(isThinner ? [thin] : []), ...forms, ...(isFuller ? [full] : [])];
}
