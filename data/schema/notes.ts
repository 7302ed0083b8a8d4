import { sql } from "drizzle-orm";
import {
  boolean,
  check,
  customType,
  doublePrecision,
  foreignKey,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  unique,
  uuid,
} from "drizzle-orm/pg-core";
import type { StageReading } from "@/core/records/bench";
import { exercise } from "./exercises";
import { moment, person, schoolId } from "./people";
import { piece } from "./pieces";

const bytea = customType<{ data: Buffer }>({ dataType: () => "bytea" });

/** Only ever added: a trigger refuses changes. The latest answer to a question is in force. */
export const tryResult = pgTable(
  "try_result",
  {
    id: uuid("id").notNull(),
    schoolId: schoolId(),
    pieceId: uuid("piece_id").notNull(),
    question: text("question").notNull(),
    works: boolean("works").notNull(),
    selfCheck: boolean("self_check").notNull().default(false),
    answeredBy: uuid("answered_by").notNull(),
    answeredAt: moment("answered_at").notNull(),
    receivedAt: moment("received_at")
      .notNull()
      .default(sql`clock_timestamp()`),
  },
  (table) => [
    primaryKey({ columns: [table.schoolId, table.id] }),
    foreignKey({
      name: "try_piece",
      columns: [table.schoolId, table.pieceId],
      foreignColumns: [piece.schoolId, piece.id],
    }),
    foreignKey({
      name: "try_answerer",
      columns: [table.schoolId, table.answeredBy],
      foreignColumns: [person.schoolId, person.id],
    }),
    index("try_by_piece").on(table.schoolId, table.pieceId),
  ],
);

/** Only ever added. A stage looked at at the anvil, before going on; the latest of a stage is in force. */
export const stageCheck = pgTable(
  "stage_check",
  {
    id: uuid("id").notNull(),
    schoolId: schoolId(),
    pieceId: uuid("piece_id").notNull(),
    /** From 0, in the exercise's order. */
    stage: integer("stage").notNull(),
    /** Which it was; older checks know only its place. */
    stageId: text("stage_id"),
    holds: boolean("holds").notNull(),
    /** What was measured of the bar as the stage left it. */
    readings: jsonb("readings").$type<StageReading[]>().notNull().default([]),
    checkedBy: uuid("checked_by").notNull(),
    checkedAt: moment("checked_at").notNull(),
    receivedAt: moment("received_at")
      .notNull()
      .default(sql`clock_timestamp()`),
  },
  (table) => [
    primaryKey({ columns: [table.schoolId, table.id] }),
    foreignKey({
      name: "stage_check_piece",
      columns: [table.schoolId, table.pieceId],
      foreignColumns: [piece.schoolId, piece.id],
    }),
    foreignKey({
      name: "stage_check_checker",
      columns: [table.schoolId, table.checkedBy],
      foreignColumns: [person.schoolId, person.id],
    }),
    index("stage_check_by_piece").on(table.schoolId, table.pieceId),
    check("stage_check_stage", sql`${table.stage} between 0 and 99`),
  ],
);

/** Only ever added. What a scale or a pyrometer sent of a piece: g, or °C. */
export const deviceNote = pgTable(
  "device_note",
  {
    id: uuid("id").notNull(),
    schoolId: schoolId(),
    pieceId: uuid("piece_id").notNull(),
    kind: text("kind", { enum: ["weight", "temperature"] }).notNull(),
    value: doublePrecision("value").notNull(),
    notedBy: uuid("noted_by").notNull(),
    notedAt: moment("noted_at").notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.schoolId, table.id] }),
    foreignKey({
      name: "device_note_piece",
      columns: [table.schoolId, table.pieceId],
      foreignColumns: [piece.schoolId, piece.id],
    }),
    foreignKey({
      name: "device_note_noter",
      columns: [table.schoolId, table.notedBy],
      foreignColumns: [person.schoolId, person.id],
    }),
    index("device_note_by_piece").on(table.schoolId, table.pieceId),
    check("device_note_kind", sql`${table.kind} in ('weight', 'temperature')`),
    check("device_note_value", sql`${table.value} between 0 and 50000`),
  ],
);

/** Only ever added. A size said by eye: before it was measured at the bench, or in the eye drill. */
export const eyeCall = pgTable(
  "eye_call",
  {
    id: uuid("id").notNull(),
    schoolId: schoolId(),
    callerId: uuid("caller_id").notNull(),
    /** Null in the drill. */
    pieceId: uuid("piece_id"),
    characteristicId: text("characteristic_id"),
    /** What kind of dimension it is. */
    measure: text("measure").notNull(),
    called: doublePrecision("called").notNull(),
    /** The size drawn in the drill; at the bench the reading that stands is the truth. */
    truth: doublePrecision("truth"),
    calledAt: moment("called_at").notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.schoolId, table.id] }),
    foreignKey({
      name: "eye_call_caller",
      columns: [table.schoolId, table.callerId],
      foreignColumns: [person.schoolId, person.id],
    }),
    foreignKey({
      name: "eye_call_piece",
      columns: [table.schoolId, table.pieceId],
      foreignColumns: [piece.schoolId, piece.id],
    }),
    unique("eye_call_once").on(
      table.schoolId,
      table.pieceId,
      table.characteristicId,
      table.callerId,
    ),
    index("eye_call_by_caller").on(table.schoolId, table.callerId, table.calledAt),
    check(
      "eye_call_of",
      sql`(${table.pieceId} is null) = (${table.truth} is not null) and (${table.pieceId} is null) = (${table.characteristicId} is null)`,
    ),
    check("eye_call_sizes", sql`${table.called} >= 0 and ${table.truth} > 0`),
  ],
);

/** Only ever added. What was said of a piece drawn with its readings in the judging drill, and what was right. */
export const judgingCall = pgTable(
  "judging_call",
  {
    id: uuid("id").primaryKey(),
    schoolId: schoolId(),
    callerId: uuid("caller_id").notNull(),
    exerciseId: uuid("exercise_id").notNull(),
    said: text("said").notNull(),
    outcome: text("outcome").notNull(),
    /** Null where it wasn't asked what to do first. */
    isFirstRight: boolean("is_first_right"),
    /** What was off most; null where nothing was. */
    off: text("off"),
    offState: text("off_state"),
    calledAt: moment("called_at").notNull(),
  },
  (table) => [
    foreignKey({
      name: "judging_call_caller",
      columns: [table.schoolId, table.callerId],
      foreignColumns: [person.schoolId, person.id],
    }),
    foreignKey({
      name: "judging_call_exercise",
      columns: [table.schoolId, table.exerciseId],
      foreignColumns: [exercise.schoolId, exercise.id],
    }),
    index("judging_call_by_caller").on(table.callerId, table.calledAt),
    check(
      "judging_call_outcomes",
      sql`${table.said} in ('keep', 'another-heat', 'start-again') and ${table.outcome} in ('keep', 'another-heat', 'start-again')`,
    ),
    check("judging_call_off", sql`(${table.off} is null) = (${table.offState} is null)`),
  ],
);

/** A picture of a piece, made small and cleared of where and with what it was taken. */
export const photo = pgTable(
  "photo",
  {
    id: uuid("id").notNull(),
    schoolId: schoolId(),
    pieceId: uuid("piece_id").notNull(),
    /** JPEG. */
    bytes: bytea("bytes").notNull(),
    /** Of what was sent, so that sending it again is known. */
    sha256: text("sha256").notNull(),
    widthPx: integer("width_px").notNull(),
    heightPx: integer("height_px").notNull(),
    withdrawn: boolean("withdrawn").notNull().default(false),
    addedBy: uuid("added_by").notNull(),
    addedAt: moment("added_at").notNull().defaultNow(),
  },
  (table) => [
    primaryKey({ columns: [table.schoolId, table.id] }),
    foreignKey({
      name: "photo_piece",
      columns: [table.schoolId, table.pieceId],
      foreignColumns: [piece.schoolId, piece.id],
    }),
    foreignKey({
      name: "photo_adder",
      columns: [table.schoolId, table.addedBy],
      foreignColumns: [person.schoolId, person.id],
    }),
    index("photo_by_piece").on(table.schoolId, table.pieceId),
    check(
      "photo_size",
      sql`${table.widthPx} between 1 and 4000 and ${table.heightPx} between 1 and 4000`,
    ),
  ],
);

/** Only ever added. What an instructor said of a likely cause; the latest of a piece and cause is in force. */
export const causeSaid = pgTable(
  "cause_said",
  {
    id: uuid("id").notNull(),
    schoolId: schoolId(),
    pieceId: uuid("piece_id").notNull(),
    cause: text("cause").notNull(),
    /** Null where the instructor can't say. */
    holds: boolean("holds"),
    /** How likely the table said it was, 0 to 1; unknown of answers before it was kept. */
    byTable: doublePrecision("by_table"),
    /** What pointed to it; unknown of answers before it was kept. */
    shownBy: text("shown_by").array(),
    saidBy: uuid("said_by").notNull(),
    saidAt: moment("said_at")
      .notNull()
      .default(sql`clock_timestamp()`),
  },
  (table) => [
    primaryKey({ columns: [table.schoolId, table.id] }),
    foreignKey({
      name: "cause_piece",
      columns: [table.schoolId, table.pieceId],
      foreignColumns: [piece.schoolId, piece.id],
    }),
    foreignKey({
      name: "cause_sayer",
      columns: [table.schoolId, table.saidBy],
      foreignColumns: [person.schoolId, person.id],
    }),
    index("cause_by_piece").on(table.schoolId, table.pieceId),
  ],
);
