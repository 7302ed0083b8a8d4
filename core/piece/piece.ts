import { z } from "zod";
import { complain, problemIssue } from "../problem/complain";
import type { Result } from "../problem/problem";
import { readStrictJson } from "../problem/strictJson";
import { wordsForProblem } from "../problem/words";
import { sectionSchema, taperEndSchema } from "../section/schema";
import { lengthSchema } from "../units/schema";
import { migratePiece } from "./migrate";

/** The format this version reads and writes. */
export const PIECE_FORMAT = "bell-step.piece/1";
/** The largest piece file read, bytes. */
export const MAX_PIECE_BYTES = 256 * 1024;

/** Letters and marks a name may hold: no control or direction signs, no angle brackets. */
const VISIBLE = /^[^\p{Cc}\p{Cf}\p{Zl}\p{Zp}<>]+$/u;

/** A name a person gives to a thing: 1 to 80 visible characters. */
export const nameSchema = z
  .string({ error: () => "A name is needed." })
  .trim()
  .min(1, "A name is needed.")
  .refine(
    (name) => name.length <= 80 && VISIBLE.test(name),
    problemIssue({ code: "name-hostile" }),
  );

const id = z
  .string()
  .regex(/^[A-Za-z0-9][A-Za-z0-9_-]{0,39}$/, "An id is 1 to 40 letters, digits, - or _.");
const technique = id.optional();
const position = lengthSchema({ zero: true });
const end = z.union([z.literal("point"), taperEndSchema]);

const stretchSchema = z.discriminatedUnion(
  "kind",
  [
    z.strictObject({
      id,
      kind: z.literal("prism"),
      name: nameSchema.optional(),
      section: sectionSchema,
      length: lengthSchema(),
      technique,
    }),
    z.strictObject({
      id,
      kind: z.literal("transition"),
      name: nameSchema.optional(),
      from: end,
      to: end,
      length: lengthSchema(),
      technique,
    }),
    z.strictObject({
      id,
      kind: z.literal("free"),
      name: nameSchema.optional(),
      /** Outside volume, mm³. */
      volume: z.number().positive("The volume is in mm³ and more than nothing.").max(1e9),
      length: lengthSchema(),
      technique,
    }),
  ],
  { error: () => "A stretch is of kind prism, transition or free." },
);

const at = { id, at: position };
const span = { id, from: position, to: position };
const degrees = z.number().min(-360, "An angle is from -360 to 360 degrees.").max(360);
const turnsAccepted = "Turns are from 0.001 to 100.";
const turns = z.number().min(0.001, turnsAccepted).max(100, turnsAccepted);
const radius = lengthSchema({ zero: true });
/** Which way it curls, as seen in the side elevation with end A on the left. */
const side = z.enum(["up", "down"]).optional();

const featureSchema = z.discriminatedUnion(
  "kind",
  [
    z.strictObject({
      ...at,
      kind: z.literal("hole"),
      diameter: lengthSchema(),
      method: z.enum(["punch", "drill", "slot-drift"]),
      slotLength: lengthSchema().optional(),
      slotWidth: lengthSchema().optional(),
    }),
    z.strictObject({
      ...at,
      kind: z.literal("bend"),
      /** Positive turns towards the side of a positive scroll. */
      angle: degrees,
      insideRadius: radius,
      /** The elevation the bend is seen in; the side, unless it is bent the hard way. */
      plane: z.enum(["side", "plan"]).optional(),
    }),
    z.strictObject({ ...span, kind: z.literal("twist"), turns, hand: z.enum(["left", "right"]) }),
    z.strictObject({
      ...span,
      kind: z.literal("scroll"),
      form: z.enum(["archimedean", "logarithmic", "clothoid"]).optional(),
      innerRadius: lengthSchema().optional(),
      outerRadius: lengthSchema().optional(),
      turns: turns.optional(),
      side,
    }),
    z.strictObject({
      ...span,
      kind: z.literal("ring"),
      insideDiameter: lengthSchema(),
      gap: radius.optional(),
      side,
    }),
    z.strictObject({
      ...span,
      kind: z.literal("wrap"),
      turns,
      hand: z.enum(["left", "right"]),
      /** How long the wrapped part is to be when done. */
      finishedLength: lengthSchema().optional(),
    }),
    z.strictObject({ ...at, kind: z.literal("fold"), insideRadius: radius.optional() }),
    z.strictObject({ ...at, kind: z.literal("stamp"), text: nameSchema.optional() }),
    z.strictObject({ ...span, kind: z.literal("texture"), name: nameSchema.optional() }),
    z.strictObject({
      ...at,
      kind: z.literal("weld"),
      method: z.enum(["fold", "scarf", "bundle"]).optional(),
    }),
  ],
  {
    error: () =>
      "A feature is of kind hole, bend, twist, scroll, ring, wrap, fold, stamp, texture or weld.",
  },
);

export type Stretch = z.output<typeof stretchSchema>;
export type Feature = z.output<typeof featureSchema>;

const stock = z.strictObject({
  section: sectionSchema,
  steel: z.enum(["mild", "medium-carbon", "unknown"]).optional(),
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
    id,
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
  id,
  kind: z.enum(["rivet", "weld", "collar", "wrap"], {
    error: () => "A join is a rivet, weld, collar or wrap.",
  }),
  /** Ids of the parts joined; the first bar is "main". */
  parts: z.array(id).min(1, "A join names the parts it holds.").max(20),
  /** Where on the first of them, from its end A. */
  at: position.optional(),
  /** Of a rivet. */
  diameter: lengthSchema().optional(),
  /** Of a wrap. */
  turns: turns.optional(),
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
