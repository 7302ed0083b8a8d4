import * as z from "zod";
import {
  nameSchema,
  positionSchema,
  stretchSchema,
  thingIdSchema,
  type Stretch,
} from "../bar/schema";
import { featureSchema, type Feature } from "../feature/registry";
import { complain, problemIssue } from "../problem/complain";
import type { InputProblem, Result } from "../problem/problem";
import { wordsForProblem } from "../problem/words";
import { isSameSection } from "../bar/stretch";
import { sectionSchema } from "../section/schema";
import { lengthSchema } from "../units/schema";
import { joinSchema, type Join } from "./join";
import { migratePiece } from "./migrate";

export type { Feature, Join, Stretch };

/** The format this version reads and writes. */
export const PIECE_FORMAT = "bell-step.piece/1";

/** Where a part can lie on another bar. */
export const PART_SIDES = ["top", "bottom", "front", "back", "through", "within"] as const;
export type PartSide = (typeof PART_SIDES)[number];

/** What steel is found as. */
export const STOCK_FORMS = ["bar", "plate", "sheet", "bolt", "reinforcing-bar"] as const;
export type StockForm = (typeof STOCK_FORMS)[number];
/** What may be on it; only bare steel goes into a fire. */
export const COATINGS = ["bare", "zinc", "plated", "painted"] as const;
export type Coating = (typeof COATINGS)[number];

const stockFields = {
  section: sectionSchema,
  steel: z.enum(["mild", "medium-carbon", "unknown"]).optional(),
  /** What it was before it came to the rack; a bar as rolled unless said. */
  form: z.enum(STOCK_FORMS).optional(),
  /** What is on it; bare unless said. */
  coating: z.enum(COATINGS).optional(),
  /** Length of the bar in hand, from which the piece is to be cut. */
  lengthInHand: lengthSchema().optional(),
  /** What the bar costs, in the school's money per kg. */
  pricePerKg: z.number().min(0).max(1_000_000).optional(),
};
const stock = z.strictObject(stockFields, {
  error: ({ input }) =>
    input === undefined
      ? "Say what stock it is cut from: its section, such as 12 square."
      : undefined,
});
const stretches = z
  .array(stretchSchema)
  .min(1, "A piece needs at least one stretch of bar.")
  .max(200, "A piece has at most 200 stretches.");
const features = z.array(featureSchema).max(200, "A piece has at most 200 features.").optional();
const share = "Scale is a share from 0 to 0.5, such as 0.02.";
const allowances = z
  .strictObject({
    /** Share of the steel that scales away over all heats (0.02 = 2 %). */
    scale: z.number().min(0, share).max(0.5, share).optional(),
    endTrim: lengthSchema({ zero: true }).optional(),
  })
  .optional();

/** The id the piece's first bar goes by in joins. */
export const MAIN_PART = "main";
/** Ids of a further bar's things begin with the bar's. */
export const prefixOf = (part: string): string => (part === MAIN_PART ? "" : `${part}.`);

const turnAccepted = "A part is turned by -360 to 360 degrees.";
/** Where a part lies on another bar of the piece. */
const partPlaceSchema = z.strictObject({
  /** The bar it lies on; the first unless said. */
  on: thingIdSchema.optional(),
  /** Where on that bar, from its end A, forged and straight. */
  at: positionSchema,
  /** Which place of the part itself lies there, from its own end A. */
  own: positionSchema.optional(),
  /** On which side of that bar; through it, or within it. On top unless said. */
  side: z.enum(PART_SIDES).optional(),
  /** Turned about the way it is put on, degrees; along that bar at none. */
  turn: z.number().min(-360, turnAccepted).max(360, turnAccepted).optional(),
});
export type PartPlace = z.output<typeof partPlaceSchema>;

/** A further bar of the piece, with its own stock. */
const partSchema = z
  .strictObject({
    id: thingIdSchema,
    name: nameSchema.optional(),
    /** How many alike; one unless said. */
    count: z.number().int().min(1, "At least one of a part.").max(100).optional(),
    /** Where each of them lies on the others, as far as it is said. */
    places: z.array(partPlaceSchema).max(100).optional(),
    /** Forged on the same bar as another, beyond its end B, and cut apart once it is shaped. */
    cutFrom: thingIdSchema.optional(),
    stock,
    stretches,
    features,
    allowances,
  })
  .superRefine(checkIds)
  .superRefine(checkPositions);
export type Part = z.output<typeof partSchema>;

/** Zod schema of a piece file; reading it gives every length in mm and every section as an object. */
export const pieceSchema = z
  .strictObject({
    format: z.literal(PIECE_FORMAT, {
      error: ({ input }) =>
        wordsForProblem({
          code: "format-version",
          found: typeof input === "string" ? input : "nothing",
          reads: PIECE_FORMAT,
        }),
    }),
    name: nameSchema,
    stock,
    stretches,
    features,
    allowances,
    parts: z.array(partSchema).max(20, "A piece has at most 20 further parts.").optional(),
    joins: z.array(joinSchema).max(50, "A piece has at most 50 joins.").optional(),
  })
  .superRefine(checkIds)
  .superRefine(checkPositions)
  .superRefine(checkParts)
  .superRefine(checkJoins);

/** A piece as read: lengths in mm, sections as objects. */
export type Piece = z.output<typeof pieceSchema>;

/** A bar with what is on it: of a piece, of one of its parts, or of either at any moment of the work. */
export type Bar = Pick<Part, "stock" | "stretches" | "features" | "allowances">;

/** A bar of the piece by its part's id; the first where there is no other. */
/** Names every bar of a piece, the first one first. */
export const barIds = ({
  parts = [],
}: {
  parts?: readonly { id: string }[] | undefined;
}): string[] => [MAIN_PART, ...parts.map(({ id }) => id)];

export const barOf = (piece: Piece, id: string): Bar =>
  piece.parts?.find((part) => part.id === id) ?? piece;

type Draft = { stretches: Stretch[]; features?: Feature[] | undefined };

function checkIds({ stretches, features = [] }: Draft, context: z.RefinementCtx): void {
  const seen = new Set<string>();
  const check = (part: { id: string }, path: (string | number)[]) => {
    if (seen.has(part.id))
      context.addIssue({ ...problemIssue({ code: "id-repeated", id: part.id }), path });
    seen.add(part.id);
  };
  stretches.forEach((stretch, index) => {
    check(stretch, ["stretches", index, "id"]);
    if (stretch.kind === "transition" && stretch.from === "point" && stretch.to === "point")
      context.addIssue({
        ...problemIssue({ code: "stretch-empty", id: stretch.id }),
        path: ["stretches", index],
      });
  });
  features.forEach((feature, index) => check(feature, ["features", index, "id"]));
}

function checkPositions({ stretches, features = [] }: Draft, context: z.RefinementCtx): void {
  const lengthMm = stretches.reduce((sum, stretch) => sum + stretch.length, 0);
  features.forEach((feature, index) => {
    const path = ["features", index];
    const last = "to" in feature ? feature.to : feature.at;
    if (last > lengthMm * (1 + 1e-9))
      context.addIssue({
        ...problemIssue({ code: "feature-outside", id: feature.id, lengthMm }),
        path,
      });
    if ("to" in feature && feature.to <= feature.from)
      context.addIssue({ ...problemIssue({ code: "span-backwards", id: feature.id }), path });
  });
}

type HostBar = Pick<Bar, "stock" | "stretches"> & { cutFrom?: string | undefined };

interface PartsDraft extends HostBar {
  parts?: Part[] | undefined;
}

/** Places of parts on bars that are there, and not on one another in a ring; parts cut from bars of their own stock. */
function checkParts({ stock, stretches, parts = [] }: PartsDraft, context: z.RefinementCtx): void {
  const bars = new Map<string, HostBar>([
    [MAIN_PART, { stock, stretches }],
    ...parts.map((part) => [part.id, part] as const),
  ]);
  const known = [...bars.keys()];
  const say = (problem: InputProblem, path: (string | number)[]) =>
    context.addIssue({ ...problemIssue(problem), path: ["parts", ...path] });
  parts.forEach((part, index) => {
    (part.places ?? []).forEach(({ on = MAIN_PART, at, own = 0 }, placeIndex) => {
      const path = [index, "places", placeIndex];
      const host = bars.get(on);
      if (!host) return say({ code: "part-unknown", id: on, known }, [...path, "on"]);
      const [hostMm, ownMm] = [lengthOf(host), lengthOf(part)];
      if (at > hostMm + 1e-9)
        say({ code: "place-off-bar", id: on, lengthMm: hostMm }, [...path, "at"]);
      if (own > ownMm + 1e-9)
        say({ code: "place-off-bar", id: part.id, lengthMm: ownMm }, [...path, "own"]);
    });
    const ring = ringFrom(part.id, parts);
    if (ring) say({ code: "parts-in-ring", ids: ring }, [index, "places"]);
    if (part.cutFrom === undefined) return;
    const host = bars.get(part.cutFrom);
    const path = [index, "cutFrom"];
    if (!host || part.cutFrom === part.id)
      return say({ code: "part-unknown", id: part.cutFrom, known }, path);
    if (host.cutFrom !== undefined)
      return say({ code: "cut-from-cut", id: part.id, from: part.cutFrom }, path);
    if (!isSameSection(host.stock.section, part.stock.section))
      say({ code: "part-other-stock", id: part.id, from: part.cutFrom }, path);
  });
}

const lengthOf = ({ stretches }: { stretches: readonly Stretch[] }) =>
  stretches.reduce((sum, { length }) => sum + length, 0);

/** Parts that lie on one another so that none lies on the first bar; null where there are none. */
function ringFrom(id: string, parts: readonly Part[]): string[] | null {
  const seen = [id];
  for (let at = id; ;) {
    const next = parts.find((part) => part.id === at)?.places?.[0]?.on ?? MAIN_PART;
    if (next === MAIN_PART) return null;
    if (next === id) return seen;
    if (seen.includes(next)) return null;
    seen.push(next);
    at = next;
  }
}

function checkJoins(
  {
    stretches,
    parts = [],
    joins = [],
  }: { stretches: Stretch[]; parts?: Part[] | undefined; joins?: Join[] | undefined },
  context: z.RefinementCtx,
): void {
  const ids = barIds({ parts });
  ids.forEach((one, index) => {
    if (ids.indexOf(one) < index)
      context.addIssue({
        ...problemIssue({ code: "id-repeated", id: one }),
        path: ["parts", index - 1, "id"],
      });
  });
  joins.forEach((join, index) => {
    const stranger = join.parts.find((part) => !ids.includes(part));
    if (stranger !== undefined)
      context.addIssue({
        ...problemIssue({ code: "part-unknown", id: stranger, known: ids }),
        path: ["joins", index, "parts"],
      });
    if (joins.findIndex(({ id }) => id === join.id) < index)
      context.addIssue({
        ...problemIssue({ code: "id-repeated", id: join.id }),
        path: ["joins", index, "id"],
      });
    const first = join.parts[0]!;
    const lengthMm = lengthOf(parts.find(({ id }) => id === first) ?? { stretches });
    if (join.at !== undefined && join.at > lengthMm + 1e-9)
      context.addIssue({
        ...problemIssue({ code: "place-off-bar", id: first, lengthMm }),
        path: ["joins", index, "at"],
      });
  });
}

/**
 * Reads a piece already parsed from JSON. Refuses what is of another version or wrong anywhere, with the place
 * and what is accepted.
 */
export function readPiece(json: unknown): Result<Piece> {
  const current = migratePiece(json);
  const format = (current as { format?: unknown } | null)?.format;
  // Another version may look quite different: say that before anything else about it.
  if (typeof format === "string" && format !== PIECE_FORMAT)
    return {
      ok: false,
      error: {
        message: wordsForProblem({ code: "format-version", found: format, reads: PIECE_FORMAT }),
        path: "format",
      },
    };
  const read = pieceSchema.safeParse(current);
  return read.success ? { ok: true, value: read.data } : { ok: false, error: complain(read.error) };
}
