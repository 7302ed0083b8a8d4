import { sql } from "drizzle-orm";
import {
  boolean,
  check,
  date,
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
import { INSTRUMENT_KINDS } from "@/core/measure/schema";
import { assignment, exerciseRevision, technique } from "./exercises";
import { moment, person, schoolId } from "./people";

export const instrument = pgTable(
  "instrument",
  {
    id: uuid("id").primaryKey(),
    schoolId: schoolId(),
    name: text("name").notNull(),
    kind: text("kind", { enum: INSTRUMENT_KINDS }).notNull(),
    resolution: doublePrecision("resolution").notNull(),
    /** Expanded uncertainty (k = 2) on a forged surface, in the instrument's unit. */
    uncertainty: doublePrecision("uncertainty").notNull(),
    checkedOn: date("checked_on"),
  },
  (table) => [
    unique("instrument_in_school").on(table.schoolId, table.id),
    unique("instrument_name").on(table.schoolId, table.name),
    check(
      "instrument_kind",
      sql`${table.kind} in ('caliper', 'rule', 'straight-edge', 'protractor', 'template', 'eye')`,
    ),
    check("instrument_sizes", sql`${table.resolution} > 0 and ${table.uncertainty} >= 0`),
  ],
);

export const piece = pgTable(
  "piece",
  {
    id: uuid("id").primaryKey(),
    schoolId: schoolId(),
    learnerId: uuid("learner_id").notNull(),
    revisionId: uuid("revision_id").notNull(),
    assignmentId: uuid("assignment_id").notNull(),
    kind: text("kind", { enum: ["practice", "assessed"] }).notNull(),
    guided: boolean("guided").notNull(),
    /** Counts a learner's pieces; ends the tag. */
    number: integer("number").notNull(),
    /** Stamped or chalked on the piece: "K7-12". */
    tag: text("tag").notNull(),
    heats: integer("heats").notNull().default(0),
    minutes: integer("minutes").notNull().default(0),
    startedBy: uuid("started_by").notNull(),
    startedAt: moment("started_at").notNull().defaultNow(),
  },
  (table) => [
    unique("piece_in_school").on(table.schoolId, table.id),
    unique("piece_tag").on(table.schoolId, table.tag),
    unique("piece_number").on(table.learnerId, table.number),
    foreignKey({
      name: "piece_learner",
      columns: [table.schoolId, table.learnerId],
      foreignColumns: [person.schoolId, person.id],
    }),
    foreignKey({
      name: "piece_revision",
      columns: [table.schoolId, table.revisionId],
      foreignColumns: [exerciseRevision.schoolId, exerciseRevision.id],
    }),
    foreignKey({
      name: "piece_assignment",
      columns: [table.schoolId, table.assignmentId],
      foreignColumns: [assignment.schoolId, assignment.id],
    }),
    foreignKey({
      name: "piece_starter",
      columns: [table.schoolId, table.startedBy],
      foreignColumns: [person.schoolId, person.id],
    }),
    index("piece_by_learner").on(table.learnerId, table.startedAt),
    index("piece_by_assignment").on(table.assignmentId),
    check("piece_kind", sql`${table.kind} in ('practice', 'assessed')`),
    check(
      "piece_tallies",
      sql`${table.heats} between 0 and 99 and ${table.minutes} between 0 and 999`,
    ),
  ],
);

/** Only ever added: a trigger refuses changes. A corrected reading supersedes. */
export const reading = pgTable(
  "reading",
  {
    id: uuid("id").primaryKey(),
    schoolId: schoolId(),
    pieceId: uuid("piece_id").notNull(),
    characteristicId: text("characteristic_id").notNull(),
    /** In the characteristic's unit: one value, or two whose difference counts. */
    values: doublePrecision("values").array().notNull(),
    /** As typed or sent by the instrument. */
    typed: text("typed").notNull(),
    instrumentId: uuid("instrument_id").notNull(),
    /** The instrument's uncertainty when the reading was taken, in its unit. */
    instrumentUncertainty: doublePrecision("instrument_uncertainty").notNull(),
    supersedesId: uuid("supersedes_id").unique(),
    takenBy: uuid("taken_by").notNull(),
    takenAt: moment("taken_at").notNull(),
    receivedAt: moment("received_at").notNull().defaultNow(),
  },
  (table) => [
    unique("reading_in_piece").on(table.pieceId, table.characteristicId, table.id),
    foreignKey({
      name: "reading_piece",
      columns: [table.schoolId, table.pieceId],
      foreignColumns: [piece.schoolId, piece.id],
    }),
    foreignKey({
      name: "reading_instrument",
      columns: [table.schoolId, table.instrumentId],
      foreignColumns: [instrument.schoolId, instrument.id],
    }),
    foreignKey({
      name: "reading_taker",
      columns: [table.schoolId, table.takenBy],
      foreignColumns: [person.schoolId, person.id],
    }),
    // Only a reading of the same characteristic of the same piece can be superseded.
    foreignKey({
      name: "reading_superseded",
      columns: [table.pieceId, table.characteristicId, table.supersedesId],
      foreignColumns: [table.pieceId, table.characteristicId, table.id],
    }),
    check(
      "reading_values",
      sql`cardinality(${table.values}) between 1 and 2 and 0 <= all(${table.values})`,
    ),
  ],
);

export const defect = pgTable(
  "defect",
  {
    id: uuid("id").primaryKey(),
    schoolId: schoolId(),
    pieceId: uuid("piece_id").notNull(),
    kind: text("kind").notNull(),
    severity: text("severity", { enum: ["cosmetic", "minor", "major", "reject"] }).notNull(),
    /** Where on the forged, straight bar from end A, mm. */
    atMm: doublePrecision("at_mm"),
    note: text("note").notNull(),
    corrected: boolean("corrected").notNull().default(false),
    /** Noted by mistake; kept, but counts for nothing. */
    withdrawn: boolean("withdrawn").notNull().default(false),
    notedBy: uuid("noted_by").notNull(),
    notedAt: moment("noted_at").notNull(),
  },
  (table) => [
    foreignKey({
      name: "defect_piece",
      columns: [table.schoolId, table.pieceId],
      foreignColumns: [piece.schoolId, piece.id],
    }),
    foreignKey({
      name: "defect_noter",
      columns: [table.schoolId, table.notedBy],
      foreignColumns: [person.schoolId, person.id],
    }),
    index("defect_by_piece").on(table.pieceId),
    check("defect_severity", sql`${table.severity} in ('cosmetic', 'minor', 'major', 'reject')`),
  ],
);

/** Only ever added: a trigger refuses changes. The latest of a piece is in force. */
export const verdict = pgTable(
  "verdict",
  {
    id: uuid("id").primaryKey(),
    schoolId: schoolId(),
    pieceId: uuid("piece_id").notNull(),
    /** First, second … verdict of the piece. */
    sequence: integer("sequence").notNull(),
    engine: integer("engine").notNull(),
    outcome: text("outcome", { enum: ["keep", "another-heat", "start-again"] }).notNull(),
    marks: doublePrecision("marks"),
    meetsStep: integer("meets_step").notNull(),
    /** The whole verdict as computed, with every reason. */
    computed: jsonb("computed").notNull(),
    signedBy: uuid("signed_by").notNull(),
    signedAt: moment("signed_at").notNull().defaultNow(),
  },
  (table) => [
    unique("verdict_sequence").on(table.pieceId, table.sequence),
    foreignKey({
      name: "verdict_piece",
      columns: [table.schoolId, table.pieceId],
      foreignColumns: [piece.schoolId, piece.id],
    }),
    foreignKey({
      name: "verdict_signer",
      columns: [table.schoolId, table.signedBy],
      foreignColumns: [person.schoolId, person.id],
    }),
    check("verdict_outcome", sql`${table.outcome} in ('keep', 'another-heat', 'start-again')`),
    check("verdict_marks", sql`${table.marks} between 0 and 100`),
    check("verdict_step", sql`${table.meetsStep} between 0 and 5`),
  ],
);

/** Which pieces prove which step; recomputed from the verdicts whenever one is signed. */
export const standingEvidence = pgTable(
  "standing_evidence",
  {
    schoolId: schoolId(),
    learnerId: uuid("learner_id").notNull(),
    techniqueId: uuid("technique_id").notNull(),
    step: integer("step").notNull(),
    pieceId: uuid("piece_id").notNull(),
    earnedAt: moment("earned_at").notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.learnerId, table.techniqueId, table.step, table.pieceId] }),
    foreignKey({
      name: "evidence_learner",
      columns: [table.schoolId, table.learnerId],
      foreignColumns: [person.schoolId, person.id],
    }),
    foreignKey({
      name: "evidence_technique",
      columns: [table.schoolId, table.techniqueId],
      foreignColumns: [technique.schoolId, technique.id],
    }),
    foreignKey({
      name: "evidence_piece",
      columns: [table.schoolId, table.pieceId],
      foreignColumns: [piece.schoolId, piece.id],
    }),
    check("evidence_step", sql`${table.step} between 1 and 5`),
  ],
);
