import type { Stretch } from "../bar/schema";
import { stretchVolumeMm3 } from "../bar/stretch";
import { alikePairs } from "../piece/alike";
import type { Bar } from "../piece/piece";
import { perMm } from "./form";
import { isPlaceFromB, isPlaceOf, isReadOff, type Line, type Span } from "./line";
import type { StationRead } from "./metalPlaces";

/** Lengths that nobody measures may end between these shares of what they are. */
const UNMEASURED = { lower: 0.3, upper: 3 } as const;

/** Two stretches whose lengths have to agree, as both were read. */
export interface AlikeLengths {
  line: Line;
  first: string;
  second: string;
  firstMm: number;
  secondMm: number;
  /** Which of them is brought to the other; both to what is drawn where the first is off itself. */
  brought: "first" | "second" | "both";
  drawnMm: number;
}

/**
 * The lengths of a bar that have to agree.
 *
 * @param lengthens whether the first is brought to a longer second, not the other way about
 */
export function alikeLengths(bar: Bar, lines: readonly Line[], lengthens: boolean): AlikeLengths[] {
  return alikePairs(bar).flatMap(({ first, second, by }): AlikeLengths[] => {
    const line = lines.find(({ characteristic: { id } }) => id === `${second}.alike`);
    const values = line?.judgement?.values;
    if (by !== "length" || !line || values?.length !== 2) return [];
    const lengthOf = (id: string) =>
      lines.find(({ characteristic }) => characteristic.id === `${id}.length`);
    const isOff = (own: Line | undefined) => own !== undefined && isReadOff(own);
    const [ownFirst, ownSecond] = [lengthOf(first), lengthOf(second)];
    const firstMm = ownFirst?.judgement?.value ?? values[0]!;
    const secondMm = values[1]!;
    return [
      {
        ...{ line, first, second, firstMm, secondMm },
        brought: isOff(ownFirst)
          ? "both"
          : lengthens && secondMm > firstMm && !isOff(ownSecond)
            ? "first"
            : "second",
        drawnMm: bar.stretches.find(({ id }) => id === first)!.length,
      },
    ];
  });
}

/** Where two lengths have to agree, the one that is brought to the other may end as near to it as that says. */
export function agreeing(span: Span, id: string, pairs: readonly AlikeLengths[]): Span {
  const pair = pairs.find(({ first, second }) => first === id || second === id);
  if (!pair) return span;
  const { line, brought, drawnMm } = pair;
  if (brought !== "both" && pair[brought] !== id) return span;
  const middle = { both: drawnMm, first: pair.secondMm, second: pair.firstMm }[brought];
  const apart = brought === "both" ? line.upper / 2 : line.upper;
  return {
    lower: Math.max(span.lower, middle - apart),
    nominal: Math.min(Math.max(middle, span.lower), span.upper),
    upper: Math.min(span.upper, middle + apart),
  };
}

export const isLength = ({ characteristic: { measure, kind } }: Line) =>
  measure === "length" && kind === "size";

export function lengthSpan(own: readonly Line[], lengthMm: number): Span {
  const line = own.find(isLength);
  return line
    ? { lower: line.lower, nominal: line.characteristic.nominal, upper: line.upper }
    : { lower: lengthMm * UNMEASURED.lower, nominal: lengthMm, upper: lengthMm * UNMEASURED.upper };
}

/** How long a stretch is, told by how far from its end something on it lies. */
export interface LengthByPlace {
  lengthMm: number;
  span: Span;
}

/**
 * An end that nobody reads, but for the place of a hole on it that is off: as long as that place
 * says, since the hole lies in its steel where it was meant to.
 */
export function lengthsByPlaces(
  { stretches, features = [] }: Bar,
  lines: readonly Line[],
): Map<string, LengthByPlace> {
  const told = new Map<string, LengthByPlace>();
  const wholeMm = stretches.reduce((sum, { length }) => sum + length, 0);
  for (const [end, stretch] of [stretches[0]!, stretches.at(-1)!].entries()) {
    const isPlaceFromEnd = (line: Line) =>
      features.some((feature) =>
        end === 0 ? isPlaceOf(line, feature) : isPlaceFromB(line, feature, wholeMm),
      );
    const own = lines.filter(
      ({ characteristic: one }) => one.stretch === stretch.id && one.feature === undefined,
    );
    const place = lines.find(
      (line) =>
        line.characteristic.stretch === stretch.id && isPlaceFromEnd(line) && isReadOff(line),
    );
    if (own.length > 0 || !place?.judgement || stretches.length < 2) continue;
    const times = stretch.length / place.characteristic.nominal;
    told.set(stretch.id, {
      lengthMm: place.judgement.value * times,
      span: { lower: place.lower * times, nominal: stretch.length, upper: place.upper * times },
    });
  }
  return told;
}

/**
 * Length of each stretch, mm: as read; else what is left between the places that were read; else
 * what the steel it was cut for makes at the section that was read.
 */
export function lengthsOf(
  stretches: readonly Stretch[],
  known: readonly (readonly StationRead[])[],
  {
    lines,
    pairs,
    told,
    takesItsSteel,
  }: {
    lines: readonly Line[];
    pairs: readonly AlikeLengths[];
    told: ReadonlyMap<string, LengthByPlace>;
    /** Whether a stretch's section is as large as the steel it was cut for makes it. */
    takesItsSteel: (stretch: Stretch) => boolean;
  },
): number[] {
  const read = (of: string | null, measure: string) =>
    lines.find(
      ({ characteristic: one }) =>
        one.stretch === of && one.measure === measure && one.kind === "size" && !one.feature,
    )?.judgement?.value;
  const lengths = stretches.map(
    ({ id }) =>
      read(id, "length") ??
      told.get(id)?.lengthMm ??
      pairs.find(({ second }) => second === id)?.secondMm ??
      pairs.find(({ first }) => first === id)?.firstMm,
  );
  const mm2 = known.map((stations) => perMm({ stations: stations.map(({ now }) => now) }));
  const bySteel = stretches.map((stretch, index) =>
    mm2[index]! > 0 ? stretchVolumeMm3(stretch) / mm2[index]! : stretch.length,
  );
  const places: (number | undefined)[] = [0, ...stretches.map(({ id }) => read(id, "position"))];
  places[stretches.length] = read(null, "length") ?? places[stretches.length];
  let from = 0;
  for (let to = 1; to <= stretches.length; to += 1) {
    const endMm = places[to];
    if (endMm === undefined) continue;
    const run = stretches.map((_, index) => index).slice(from, to);
    const open = run.filter((index) => lengths[index] === undefined);
    const sum = (of: (index: number) => number) => run.reduce((mm, index) => mm + of(index), 0);
    const leftMm = endMm - places[from]! - sum((index) => lengths[index] ?? 0);
    const openMm = open.reduce((mm, index) => mm + bySteel[index]!, 0);
    if (leftMm > 0 && openMm > 0)
      for (const index of open) lengths[index] = (bySteel[index]! * leftMm) / openMm;
    from = to;
  }
  // What the stretches that were read have more or less than they were cut for, the others have not.
  const isRead = lengths.map((mm) => mm !== undefined);
  const steel = (of: (index: number) => number, read: boolean) =>
    stretches.reduce((mm3, _, index) => mm3 + (isRead[index] === read ? of(index) : 0), 0);
  const spareMm3 = steel(
    (index) =>
      takesItsSteel(stretches[index]!) ? 0 : (bySteel[index]! - lengths[index]!) * mm2[index]!,
    true,
  );
  const openMm3 = steel((index) => bySteel[index]! * mm2[index]!, false);
  const times = openMm3 > 0 ? Math.max(MIN_TIMES, 1 + spareMm3 / openMm3) : 1;
  return lengths.map((mm, index) => mm ?? bySteel[index]! * times);
}

/** A stretch keeps at least this share of what it was cut for. */
const MIN_TIMES = 0.5;
