import type { Characteristic } from "./characteristic";
import type { Judgement } from "./judge";

/** Readings that can't be true together: they are asked back. */
export interface Contradiction {
  code:
    | "values-disagree"
    | "larger-than-bar"
    | "lengths-disagree"
    | "beyond-the-end"
    | "match-disagrees";
  /** The lines to be read again. */
  ids: string[];
}

interface Match {
  id: string;
  first: string;
  second: string;
}

/** Several readings of one place lie apart by no more than so many of the instrument's uncertainties. */
const APART_TIMES = 3;
/** Beside a hole that is punched hot the bar swells by up to this share (common practice, no source). */
const SWELLING_SHARE = 0.15;
/** Lengths one after another add up to the whole but for this share, and this many mm. */
const SUM_SHARE = 0.02;
const SUM_MM = 2;

/**
 * Readings that can't be true together: several of one place that lie apart, a hole with its
 * walls larger than the bar, lengths that don't add up to the whole, a shoulder beyond its end, two
 * lines held against one another that each read otherwise by itself.
 *
 * @param matches the match lines, each with the two lines it holds against one another
 * @example contradictionsOf([], []) → []
 */
export function contradictionsOf(
  characteristics: readonly Characteristic[],
  judgements: readonly Judgement[],
  matches: readonly Match[] = [],
): Contradiction[] {
  const read = new Map(judgements.map((one) => [one.characteristicId, one]));
  return [
    ...disagreeing(characteristics, read),
    ...largerThanBar(characteristics, read),
    ...notAddingUp(characteristics, read),
    ...shouldersApart(characteristics, read),
    ...matchesDisagreeing(matches, read),
  ];
}

type Read = ReadonlyMap<string, Judgement>;

function disagreeing(characteristics: readonly Characteristic[], read: Read): Contradiction[] {
  return characteristics.flatMap(({ id, readings }) => {
    const judgement = read.get(id);
    const { values = [] } = judgement ?? {};
    if (!judgement || readings !== "one" || values.length < 2) return [];
    const apart = Math.max(...values) - Math.min(...values);
    const { lower, upper, uncertainty } = judgement;
    const allowed = Math.max(APART_TIMES * uncertainty, (upper - lower) / 2);
    return apart > allowed ? [{ code: "values-disagree" as const, ids: [id] }] : [];
  });
}

/** A slot or an oval eye has a size along the bar, too. */
const isAlong = (id: string) => id.endsWith(".length") || id.endsWith(".long");

function largerThanBar(characteristics: readonly Characteristic[], read: Read): Contradiction[] {
  return characteristics.flatMap((line) => {
    const isWalls = line.measure === "walls" || line.measure === "walls-far";
    const walls = read.get(line.id);
    if (!isWalls || walls?.values?.length !== 2) return [];
    const hole = characteristics.find(
      ({ id, feature, measure, unit }) =>
        feature === line.feature && measure === "diameter" && unit === "mm" && !isAlong(id),
    );
    const opening = hole && read.get(hole.id);
    const width = characteristics.find(
      ({ stretch, measure, plane, kind }) =>
        stretch === line.stretch && measure === "thickness" && plane === "width" && kind === "size",
    );
    const bar = width && read.get(width.id);
    if (!opening || !bar) return [];
    const sum = opening.value + walls.values[0]! + walls.values[1]!;
    const unsure =
      APART_TIMES * Math.hypot(walls.uncertainty, opening.uncertainty, bar.uncertainty);
    return sum > bar.value * (1 + SWELLING_SHARE) + unsure
      ? [{ code: "larger-than-bar" as const, ids: [hole.id, line.id, width.id] }]
      : [];
  });
}

function notAddingUp(characteristics: readonly Characteristic[], read: Read): Contradiction[] {
  return characteristics.flatMap((whole): Contradiction[] => {
    if (whole.measure !== "length" || whole.stretch !== null || whole.kind !== "size") return [];
    const own = characteristics.filter(
      ({ stretch, part, kind }) => stretch !== null && part === whole.part && kind === "size",
    );
    const lengthMm = read.get(whole.id)?.value;
    if (lengthMm === undefined) return [];
    const beyond = own.filter(
      ({ id, measure, feature }) =>
        measure === "position" &&
        feature === undefined &&
        (read.get(id)?.value ?? 0) > lengthMm + SUM_MM,
    );
    if (beyond.length > 0)
      return [{ code: "beyond-the-end", ids: [whole.id, ...beyond.map(({ id }) => id)] }];
    const lengths = own.filter(
      ({ measure, feature }) => measure === "length" && feature === undefined,
    );
    const drawnMm = lengths.reduce((sum, { nominal }) => sum + nominal, 0);
    // Only where the plan asks for every length of the bar.
    if (Math.abs(drawnMm - whole.nominal) > 1e-6 || lengths.length < 2) return [];
    const values = lengths.map(({ id }) => read.get(id));
    if (values.some((one) => one === undefined)) return [];
    const sum = values.reduce((total, one) => total + one!.value, 0);
    const unsure = APART_TIMES * Math.hypot(...values.map((one) => one!.uncertainty));
    return Math.abs(sum - lengthMm) > Math.max(SUM_MM, SUM_SHARE * lengthMm, unsure)
      ? [{ code: "lengths-disagree", ids: [whole.id, ...lengths.map(({ id }) => id)] }]
      : [];
  });
}

/** A shoulder that doesn't lie where the lengths before it end. */
function shouldersApart(characteristics: readonly Characteristic[], read: Read): Contradiction[] {
  return characteristics.flatMap((shoulder): Contradiction[] => {
    const { measure, feature, part, atMm, id } = shoulder;
    const place = read.get(id);
    if (measure !== "position" || feature !== undefined || !place) return [];
    const before = characteristics.filter(
      (one) =>
        one.measure === "length" &&
        one.kind === "size" &&
        one.stretch !== null &&
        one.feature === undefined &&
        one.part === part &&
        one.atMm <= atMm + 1e-6,
    );
    const drawnMm = before.reduce((sum, { nominal }) => sum + nominal, 0);
    const values = before.map((one) => read.get(one.id));
    if (Math.abs(drawnMm - shoulder.nominal) > 1e-6 || values.some((one) => one === undefined))
      return [];
    const sum = values.reduce((total, one) => total + one!.value, 0);
    const unsure = APART_TIMES * Math.hypot(...[...values, place].map((one) => one!.uncertainty));
    return Math.abs(sum - place.value) > Math.max(SUM_MM, SUM_SHARE * sum, unsure)
      ? [{ code: "lengths-disagree", ids: [id, ...before.map((one) => one.id)] }]
      : [];
  });
}

/** A match read before one of its two was worked again, or the other way round. */
function matchesDisagreeing(matches: readonly Match[], read: Read): Contradiction[] {
  return matches.flatMap(({ id, first, second }): Contradiction[] => {
    const match = read.get(id);
    const lines = [read.get(first), read.get(second)];
    const isOther = lines.some((line, at) => {
      const value = match?.values?.[at];
      if (value === undefined || !line) return false;
      const unsure = APART_TIMES * Math.hypot(match!.uncertainty, line.uncertainty);
      return Math.abs(value - line.value) > Math.max(unsure, SUM_SHARE * Math.abs(line.value));
    });
    return isOther ? [{ code: "match-disagrees", ids: [id, first, second] }] : [];
  });
}
