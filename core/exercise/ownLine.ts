import * as z from "zod";
import { layBar, type LaidBar } from "../bar/bar";
import { nameSchema, thingIdSchema } from "../bar/schema";
import { featureExtent, kindOf } from "../feature/registry";
import type { Characteristic } from "../measure/characteristic";
import { INSTRUMENT_KINDS, lineIdSchema } from "../measure/schema";
import { matchOf } from "../piece/alike";
import { placesOnCentreLine } from "../piece/centreline";
import type { Piece } from "../piece/piece";
import { lengthSchema } from "../units/schema";

/** A place of a bar a line is measured from or to: an end, or a stretch or feature at its A side, its middle or its B side. */
const placeSchema = z.strictObject({
  of: z.union([z.literal("end-a"), z.literal("end-b"), thingIdSchema]),
  side: z.enum(["a", "middle", "b"]).optional(),
});
export type LinePlace = z.output<typeof placeSchema>;

const base = {
  id: z
    .string()
    .regex(
      /^own-[a-z0-9-]{1,36}$/,
      "An own line's id begins with own-, in small letters and digits.",
    ),
  name: nameSchema,
  instrument: z.enum(INSTRUMENT_KINDS).optional(),
  /** On which side metal can still be moved. */
  workable: z.enum(["when-large", "when-small", "either-way"]).optional(),
  weight: z.number().min(0).max(10).optional(),
};
const lengthOrZero = lengthSchema({ zero: true });
const places = { from: placeSchema.optional(), to: placeSchema.optional() };

/** One measuring line an instructor adds: a size, a clearance, a match, an evenness, or something judged by eye. */
export const ownLineSchema = z
  .discriminatedUnion("kind", [
    z.strictObject({
      ...base,
      kind: z.literal("size"),
      ...places,
      /** Of nothing said, what it is on the drawing between both places. */
      nominal: lengthOrZero.optional(),
      lower: lengthOrZero.optional(),
      upper: lengthOrZero.optional(),
    }),
    z.strictObject({
      ...base,
      kind: z.literal("clearance"),
      ...places,
      lower: lengthOrZero,
      upper: lengthSchema(),
    }),
    z.strictObject({
      ...base,
      kind: z.literal("match"),
      /** The two lines held against one another. */
      lines: z.tuple([lineIdSchema, lineIdSchema]),
      upper: lengthSchema().optional(),
    }),
    z.strictObject({
      ...base,
      kind: z.literal("evenness"),
      ...places,
      upper: lengthSchema(),
      /** How many readings it is taken from. */
      count: z.number().int().min(2).max(12).optional(),
    }),
    z.strictObject({ ...base, kind: z.literal("by-eye"), ...places }),
  ])
  .superRefine((line, context) => {
    const say = (path: string, message: string) =>
      context.addIssue({ code: "custom", path: [path], message });
    if ("lower" in line && "upper" in line && line.lower !== undefined && line.upper !== undefined)
      if (line.lower >= line.upper)
        say("upper", "The upper limit is larger than the lower one; say them in that order.");
    if (line.kind === "size" && line.nominal === undefined && !(line.from && line.to))
      say("nominal", "Say how large it is, or between which two places it lies.");
    if (line.kind === "match" && line.lines[0] === line.lines[1])
      say("lines", "A match is between two different lines.");
  });
export type OwnLine = z.output<typeof ownLineSchema>;

/** A line that names something the piece no longer has. */
export interface LostLine {
  id: string;
  name: string;
  /** What is gone. */
  missing: string;
}

const WORKABLE = {
  "when-large": { heavyWhen: "above", whenLight: "start-again" },
  "when-small": { heavyWhen: "below", whenLight: "start-again" },
  "either-way": { heavyWhen: "above", whenLight: "ease" },
} as const;

/** Where a place lies on the forged, straight bar, mm from end A; null where what it is of is gone. */
function placeMm(
  { of, side = "middle" }: LinePlace,
  piece: Pick<Piece, "features">,
  laid: LaidBar,
): number | null {
  if (of === "end-a") return 0;
  if (of === "end-b") return laid.lengthMm;
  const feature = piece.features?.find(({ id }) => id === of);
  const span = feature
    ? featureExtent(feature, laid)
    : laid.stretches.find(({ stretch }) => stretch.id === of);
  if (!span) return null;
  const { fromMm, toMm } = span;
  return { a: fromMm, middle: (fromMm + toMm) / 2, b: toMm }[side];
}

/** Between two places of the finished piece, in a straight line, mm. */
function betweenMm(piece: Piece, fromMm: number, toMm: number): number {
  const [a, b] = placesOnCentreLine(piece.stretches, piece.features ?? [], [fromMm, toMm]);
  return Math.hypot(a![0] - b![0], a![1] - b![1], a![2] - b![2]);
}

/**
 * The lines an instructor added, as lines of the plan: what is not said of a size
 * follows from the drawing, between the two places as the finished piece has them.
 *
 * @param others all other lines, for matches between two
 * @returns the lines, and those that name what is no longer there
 */
export function ownLines(
  piece: Piece,
  lines: readonly OwnLine[],
  others: readonly Characteristic[],
): { lines: Characteristic[]; lost: LostLine[] } {
  const laid = layBar(piece.stretches);
  const made: Characteristic[] = [];
  const lost: LostLine[] = [];
  for (const line of lines) {
    const result = ownLine(line, piece, laid, [...others, ...made]);
    if (typeof result === "string") lost.push({ id: line.id, name: line.name, missing: result });
    else made.push(result);
  }
  return { lines: made, lost };
}

/** One line; or the id of what it names and the piece has not. */
function ownLine(
  line: OwnLine,
  piece: Piece,
  laid: LaidBar,
  others: readonly Characteristic[],
): Characteristic | string {
  if (line.kind === "match") {
    const [one, other] = line.lines.map((id) => others.find((found) => found.id === id));
    if (!one) return line.lines[0];
    if (!other) return line.lines[1];
    return {
      ...matchOf(one, other, line.id),
      ...shared(line),
      ...(line.instrument ? { instrument: line.instrument } : {}),
      ...(line.upper === undefined ? {} : { fixed: { upper: line.upper } }),
    };
  }
  const places = [line.from, line.to].map((place) => place && placeMm(place, piece, laid));
  const gone = [line.from, line.to].find((place, index) => place && places[index] === null);
  if (gone) return gone.of;
  const [fromMm, toMm] = places as (number | undefined)[];
  const known = [fromMm, toMm].filter((mm) => mm !== undefined);
  const atMm = known.length > 0 ? known.reduce((sum, mm) => sum + mm, 0) / known.length : 0;
  const drawnMm =
    fromMm !== undefined && toMm !== undefined ? betweenMm(piece, fromMm, toMm) : undefined;
  return {
    ...plainLine(line, atMm),
    ...ofKind(line, drawnMm),
    ...betweenPlaces(line, piece, laid),
  };
}

/**
 * What a size between two places is, where nobody said how it can be worked: past a bend it is a size
 * over all, from an end to a hole or a mark that thing's place.
 */
function betweenPlaces(
  line: OwnLine,
  { features = [] }: Piece,
  laid: LaidBar,
): Pick<Partial<Characteristic>, "measure" | "feature"> {
  if (line.kind !== "size" || line.workable !== undefined || !line.from || !line.to) return {};
  const [fromMm, toMm] = [line.from, line.to]
    .map((place) => placeMm(place, { features }, laid)!)
    .sort((a, b) => a - b) as [number, number];
  const isBent = features.some((feature) => {
    const extent = featureExtent(feature, laid);
    return kindOf(feature).curves && extent.fromMm < toMm && extent.toMm > fromMm;
  });
  if (isBent) return { measure: "extent" };
  const isEnd = ({ of }: LinePlace) => of === "end-a" || of === "end-b";
  const [end, place] = isEnd(line.from) ? [line.from, line.to] : [line.to, line.from];
  const feature = features.find(({ id }) => id === place.of);
  return isEnd(end) && feature && "at" in feature && (place.side ?? "middle") === "middle"
    ? { measure: "position", feature: feature.id }
    : {};
}

const shared = ({ id, name, weight = 1, workable = "either-way" }: OwnLine) => ({
  id,
  name,
  of: name,
  weight,
  ...WORKABLE[workable],
});

const plainLine = (line: OwnLine, atMm: number) =>
  ({
    ...shared(line),
    measure: "own",
    unit: "mm",
    stretch: null,
    atMm,
    instrument: line.instrument ?? (line.kind === "by-eye" ? "eye" : "caliper"),
  }) as const;

type OfKind = Pick<Characteristic, "kind" | "nominal" | "readings" | "tolerance"> &
  Partial<Characteristic>;

function ofKind(line: Exclude<OwnLine, { kind: "match" }>, drawnMm = 0): OfKind {
  switch (line.kind) {
    case "size": {
      const nominal = line.nominal ?? drawnMm;
      return {
        kind: "size",
        nominal,
        readings: "one",
        tolerance: { sizeMm: nominal, coarser: 0 },
        fixed: limits(line),
      };
    }
    case "clearance":
      return {
        kind: "size",
        measure: "clearance",
        nominal: (line.lower + line.upper) / 2,
        readings: "one",
        tolerance: { sizeMm: line.upper, coarser: 0 },
        fixed: limits(line),
      };
    case "evenness":
      return {
        kind: "evenness",
        nominal: 0,
        readings: "spread",
        count: line.count ?? 3,
        tolerance: { sizeMm: line.upper, coarser: 0 },
        fixed: { upper: line.upper },
      };
    case "by-eye":
      return {
        kind: "presence",
        unit: "grade",
        nominal: 0,
        readings: "grade",
        tolerance: { sizeMm: 0, coarser: 0 },
      };
  }
}

const limits = ({ lower, upper }: { lower?: number | undefined; upper?: number | undefined }) => ({
  ...(lower === undefined ? {} : { lower }),
  ...(upper === undefined ? {} : { upper }),
});
