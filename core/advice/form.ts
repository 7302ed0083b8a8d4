import { solveRising } from "../curve/solve";

/** A section at a share of a length: what a caliper reads both ways, and how full of steel that is. */
export interface Station {
  /** Of the length, from the A side, 0 to 1. */
  share: number;
  thickMm: number;
  wideMm: number;
  /** Area over thickness times width: 1 for a rectangle, π/4 for a round. */
  fill: number;
}

/** A length of bar as it was measured, with straight sides from one station to the next. */
export interface Form {
  /** From the A side; a single one where the section is one all along. */
  stations: readonly Station[];
  lengthMm: number;
  /** Its steel, where that isn't what straight sides between the stations make: an end was cut off, mm³. */
  steelMm3?: number;
}

/** Area of a station, mm². */
export const stationAreaMm2 = ({ thickMm, wideMm, fill }: Station): number =>
  fill * thickMm * wideMm;

/** The mean area between two stations, mm²: see `volumeBetweenMm3`. */
function meanAreaMm2(a: Station, b: Station): number {
  const [one, other] = [stationAreaMm2(a), stationAreaMm2(b)];
  if (a.fill !== b.fill) return (one + other + Math.sqrt(one * other)) / 3;
  return (one + other) / 3 + (a.fill * (a.thickMm * b.wideMm + b.thickMm * a.wideMm)) / 6;
}

/** Volume of the first share of a length of 1, mm². */
function areaUpTo(stations: readonly Station[], share: number): number {
  if (stations.length === 1) return stationAreaMm2(stations[0]!) * share;
  let sum = 0;
  for (let at = 1; at < stations.length; at += 1) {
    const [from, to] = [stations[at - 1]!, stations[at]!];
    if (share >= to.share) sum += (to.share - from.share) * meanAreaMm2(from, to);
    else {
      if (share > from.share)
        sum += (share - from.share) * meanAreaMm2(from, sectionAtShare(stations, share));
      break;
    }
  }
  return sum;
}

/** Steel in a millimetre of it on the average, mm². */
export const perMm = ({ stations }: Pick<Form, "stations">): number => areaUpTo(stations, 1);

/**
 * Steel in a length of bar, mm³.
 *
 * @example volumeOf({ stations: [{ share: 0.5, thickMm: 12, wideMm: 12, fill: 1 }], lengthMm: 100 }) → 14400
 */
export const volumeOf = (form: Form): number => form.steelMm3 ?? perMm(form) * form.lengthMm;

/** The section at a share of the length. */
export function sectionAtShare(stations: readonly Station[], share: number): Station {
  const after = stations.findIndex((one) => one.share >= share);
  if (stations.length === 1 || after === 0) return { ...stations[0]!, share };
  const [from, to] = [stations[after < 0 ? stations.length - 2 : after - 1]!, stations.at(after)!];
  const t = (share - from.share) / (to.share - from.share);
  const mix = (a: number, b: number) => a + (b - a) * t;
  const thickMm = mix(from.thickMm, to.thickMm);
  const wideMm = mix(from.wideMm, to.wideMm);
  if (from.fill === to.fill) return { share, thickMm, wideMm, fill: from.fill };
  const root = mix(Math.sqrt(stationAreaMm2(from)), Math.sqrt(stationAreaMm2(to)));
  return {
    share,
    thickMm,
    wideMm,
    fill: thickMm * wideMm > 0 ? root ** 2 / (thickMm * wideMm) : to.fill,
  };
}

/** Share of the steel before a share of the length. */
export function steelShareAt({ stations }: Pick<Form, "stations">, share: number): number {
  if (stations.length === 1) return share;
  const whole = areaUpTo(stations, 1);
  return whole > 0 ? areaUpTo(stations, share) / whole : share;
}

/** The inverse of {@link steelShareAt}. */
export function lengthShareAt({ stations }: Pick<Form, "stations">, steelShare: number): number {
  if (stations.length === 1 || steelShare <= 0 || steelShare >= 1)
    return Math.min(1, Math.max(0, steelShare));
  const wanted = steelShare * areaUpTo(stations, 1);
  return solveRising((share) => areaUpTo(stations, share), wanted, { low: 0, high: 1 });
}

/** What is left of a length of bar once steel is taken off one end of it, its stations at the same shares of what is left. */
export function shortened(form: Form, end: "A" | "B", takenMm3: number): Form {
  if (takenMm3 <= 0) return form;
  const steelMm3 = volumeOf(form);
  const share = takenMm3 / steelMm3;
  const [from, to] =
    end === "A" ? [lengthShareAt(form, share), 1] : [0, lengthShareAt(form, 1 - share)];
  return {
    lengthMm: form.lengthMm * (to - from),
    ...(form.stations.length > 1 ? { steelMm3: steelMm3 - takenMm3 } : {}),
    stations: form.stations.map((station) => ({
      ...sectionAtShare(form.stations, from + station.share * (to - from)),
      share: station.share,
    })),
  };
}

/** The station midway between two of a taper with straight sides, of the shape it is said to have there. */
export function midway(from: Station, to: Station, like: Station): Station {
  if (from.fill === to.fill)
    return {
      ...like,
      fill: from.fill,
      thickMm: (from.thickMm + to.thickMm) / 2,
      wideMm: (from.wideMm + to.wideMm) / 2,
    };
  const root = (Math.sqrt(stationAreaMm2(from)) + Math.sqrt(stationAreaMm2(to))) / 2;
  const times = root / Math.sqrt(stationAreaMm2(like));
  return { ...like, thickMm: like.thickMm * times, wideMm: like.wideMm * times };
}
