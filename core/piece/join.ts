import * as z from "zod";
import { nameSchema, positionSchema, thingIdSchema } from "../bar/schema";
import { turnsSchema } from "../feature/feature";
import { lengthSchema } from "../units/schema";

/** A hole so much larger than its pin, as a share of it, holds nothing (common practice, no source). */
const MAX_CLEARANCE = 1 / 4;

const JOIN_KIND_NAMES = ["rivet", "pivot", "weld", "collar", "wrap"] as const;
export type JoinKindName = (typeof JOIN_KIND_NAMES)[number];

/** How parts hold together. */
export const joinSchema = z
  .strictObject({
    id: thingIdSchema,
    name: nameSchema.optional(),
    kind: z.enum(JOIN_KIND_NAMES, {
      error: () => "A join is a rivet, pivot, weld, collar or wrap.",
    }),
    /** Ids of the parts joined; the first bar is "main". */
    parts: z.array(thingIdSchema).min(1, "A join names the parts it holds.").max(20),
    /** Where on the first of them, from its end A. */
    at: positionSchema.optional(),
    /** Of a rivet or a pivot's pin. */
    diameter: lengthSchema().optional(),
    /** Of a pivot: how much larger its holes are than its pin. */
    clearance: lengthSchema().optional(),
    /** Of a weld: how long its seam is. */
    length: lengthSchema().optional(),
    /** Of a wrap: turns left when it is opened. */
    turns: turnsSchema.optional(),
    /** Of a wrap that is opened: across its middle. */
    across: lengthSchema().optional(),
  })
  .superRefine(({ kind, diameter, clearance, parts }, context) => {
    const say = (path: string, message: string) =>
      context.addIssue({ code: "custom", path: [path], message });
    if (new Set(parts).size < parts.length) say("parts", "A join names each part once.");
    if (kind === "pivot" && diameter === undefined)
      say("diameter", "Say how thick the pivot’s pin is.");
    if (clearance !== undefined && kind !== "pivot")
      say("clearance", "Only a pivot has a clearance.");
    if (clearance !== undefined && diameter !== undefined && clearance > diameter * MAX_CLEARANCE)
      say("clearance", "A clearance is at most a quarter of the pin: more falls about.");
  });
export type Join = z.output<typeof joinSchema>;
