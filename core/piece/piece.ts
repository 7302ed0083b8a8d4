import * as z from "zod";
import {
  nameSchema,
  positionSchema,
  stretchSchema,
  thingIdSchema,
  type Stretch,
} from "../bar/schema";
import { turnsSchema } from "../feature/feature";
import { featureSchema, type Feature } from "../feature/registry";
import { complain, problemIssue } from "../problem/complain";
import type { Result } from "../problem/problem";
import { readStrictJson } from "../problem/strictJson";
import { wordsForProblem } from "../problem/words";
import { sectionSchema } from "../section/schema";
import { lengthSchema } from "../units/schema";
import { migratePiece } from "./migrate";

export type { Feature, Stretch };

/** The format this version reads and writes. */
export const PIECE_FORMAT = "bell-step.piece/1";
/** The largest piece file read, bytes. */
export const MAX_PIECE_BYTES = 256 * 1024;

/** What steel is found as. */
export const STOCK_FORMS = ["bar", "plate", "sheet", "bolt", "reinforcing-bar"] as const;
export type StockForm = (typeof STOCK_FORMS)[number];
/** What may be on it; only bare steel goes into a fire. */
export const COATINGS = ["bare", "zinc", "plated", "painted"] as const;
export type Coating = (typeof COATINGS)[number];

const stock = z.strictObject({
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

/** A further bar of the piece, with its own stock. */
const partSchema = z
  .strictObject({
    id: thingIdSchema,
    name: nameSchema.optional(),
    /** How many alike; one unless said. */
    count: z.number().int().min(1, "At least one of a part.").max(100).optional(),
    stock,
    stretches,
    features,
    allowances,
  })
  .superRefine(checkIds)
  .superRefine(checkPositions);
export type Part = z.output<typeof partSchema>;

/** How parts hold together. */
const joinSchema = z.strictObject({
  id: thingIdSchema,
  kind: z.enum(["rivet", "weld", "collar", "wrap"], {
    error: () => "A join is a rivet, weld, collar or wrap.",
  }),
  /** Ids of the parts joined; the first bar is "main". */
  parts: z.array(thingIdSchema).min(1, "A join names the parts it holds.").max(20),
  /** Where on the first of them, from its end A. */
  at: positionSchema.optional(),
  /** Of a rivet. */
  diameter: lengthSchema().optional(),
  /** Of a wrap. */
  turns: turnsSchema.optional(),
});
export type Join = z.output<typeof joinSchema>;

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
  .superRefine(checkJoins);

/** A piece as read: lengths in mm, sections as objects. */
export type Piece = z.output<typeof pieceSchema>;

/** A bar with what is on it: of a piece, of one of its parts, or of either at any moment of the work. */
export type Bar = Pick<Part, "stock" | "stretches" | "features" | "allowances">;

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

function checkJoins(
  { parts = [], joins = [] }: { parts?: Part[] | undefined; joins?: Join[] | undefined },
  context: z.RefinementCtx,
): void {
  const ids = [MAIN_PART, ...parts.map((part) => part.id)];
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
  });
}

/**
 * Reads a piece file's text. Refuses what is too large, not JSON, of another
 * version or wrong anywhere, with the place and what is accepted.
 */
export function readPieceFile(text: string): Result<Piece> {
  const json = readStrictJson(text, MAX_PIECE_BYTES);
  return json.ok ? readPiece(json.value) : json;
}

/** Reads a piece already parsed from JSON; see {@link readPieceFile}. */
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
