import * as z from "zod";
import { idSchema } from "../units/fields";

const learnerId = idSchema;
const workId = idSchema;

/** Whether somebody is there: not yet, here, coming later, or not at all this evening. */
export const ATTENDANCE = ["expected", "here", "late", "away"] as const;
export type Attendance = (typeof ATTENDANCE)[number];

/** What can happen on the floor: one tap each. Events are only ever added. */
export const floorEventSchema = z.discriminatedUnion("kind", [
  z.strictObject({ kind: z.literal("attend"), learnerId, as: z.enum(ATTENDANCE) }),
  /** Goes to a fire, or leaves it. */
  z.strictObject({ kind: z.literal("go"), learnerId, fireId: idSchema.nullable() }),
  /** Takes up a piece: a new one, or by its id one of an earlier evening or one that gets another heat. */
  z.strictObject({ kind: z.literal("begin"), learnerId, workId, revisionId: idSchema }),
  /** One heat more, or one that was counted by mistake. */
  z.strictObject({
    kind: z.literal("heat"),
    learnerId,
    workId,
    by: z.union([z.literal(1), z.literal(-1)]),
  }),
  /** So many stages are done. */
  z.strictObject({
    kind: z.literal("stage"),
    learnerId,
    workId,
    done: z.number().int("Stages are counted.").min(0).max(99),
  }),
  /** Hands the piece over to be measured; it is on record as `pieceId` from then on. */
  z.strictObject({ kind: z.literal("bench"), learnerId, workId, pieceId: idSchema }),
  /** The piece can't be saved. */
  z.strictObject({ kind: z.literal("spoil"), learnerId, workId }),
  z.strictObject({ kind: z.literal("stuck"), learnerId, isOn: z.boolean() }),
  /** Waits for a place at a fire. */
  z.strictObject({ kind: z.literal("wait"), learnerId, isOn: z.boolean() }),
  /** Everybody has a break. */
  z.strictObject({ kind: z.literal("break"), isOn: z.boolean() }),
  z.strictObject({ kind: z.literal("fire"), fireId: idSchema, isOut: z.boolean() }),
  z.strictObject({ kind: z.literal("show"), demonstrationId: idSchema, isShown: z.boolean() }),
]);
export type FloorHappening = z.output<typeof floorEventSchema>;

/** What learners may say themselves, about themselves. */
export const OWN_KINDS: readonly FloorHappening["kind"][] = ["attend", "heat", "stage", "stuck"];

/** Something that happened, when, and on which evening. */
export interface FloorEvent {
  id: string;
  classId: string;
  /** ms since 1970. */
  at: number;
  event: FloorHappening;
}

/** Whom an event is about; null where it is about nobody in particular. */
export const learnerOf = (event: FloorHappening): string | null =>
  "learnerId" in event ? event.learnerId : null;
