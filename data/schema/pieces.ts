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
import type { EarlyEnd } from "@/core/verdict/earlyRecord";
import { INSTRUMENT_KINDS } from "@/core/measure/schema";
import { AIDS, CORRECTIONS } from "@/core/trade/declared";
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
    /** A check holds this long; after it the bench warns. */
    checkEveryDays: integer("check_every_days").notNull().default(180),
  },
  (table) => [
    unique("instrument_in_school").on(table.schoolId, table.id),
    unique("instrument_name").on(table.schoolId, table.name),
    check(
      "instrument_kind",
      sql`${table.kind} in ('caliper', 'rule', 'straight-edge', 'protractor', 'template', 'pins', 'eye', 'photograph')`,
    ),
    check("instrument_sizes", sql`${table.resolution} > 0 and ${table.uncertainty} >= 0`),
    check("instrument_check_every", sql`${table.checkEveryDays} between 1 and 3650`),
  ],
);

/** Only ever added. Readings of a known size, and what followed from them. */
export const instrumentCheck = pgTable(
  "instrument_check",
  {
    id: uuid("id").primaryKey(),
    schoolId: schoolId(),
    instrumentId: uuid("instrument_id").notNull(),
    /** The known size, in the instrument's unit, and its expanded uncertainty (k = 2). */
    reference: doublePrecision("reference").notNull(),
    referenceUncertainty: doublePrecision("reference_uncertainty").notNull(),
    values: doublePrecision("values").array().notNull(),
    bias: doublePrecision("bias").notNull(),
    uncertainty: doublePrecision("uncertainty").notNull(),
    checkedBy: uuid("checked_by").notNull(),
    checkedAt: moment("checked_at").notNull().defaultNow(),
  },
  (table) => [
    foreignKey({
      name: "check_instrument",
      columns: [table.schoolId, table.instrumentId],
      foreignColumns: [instrument.schoolId, instrument.id],
    }),
    foreignKey({
      name: "check_checker",
      columns: [table.schoolId, table.checkedBy],
      foreignColumns: [person.schoolId, person.id],
    }),
    index("check_by_instrument").on(table.instrumentId, table.checkedAt),
    check("check_values", sql`cardinality(${table.values}) between 3 and 12`),
    check("check_sizes", sql`${table.uncertainty} >= 0 and ${table.referenceUncertainty} >= 0`),
  ],
);

export const piece = pgTable(
  "piece",
  {
    id: uuid("id").notNull(),
    schoolId: schoolId(),
    learnerId: uuid("learner_id").notNull(),
    revisionId: uuid("revision_id").notNull(),
    assignmentId: uuid("assignment_id").notNull(),
    kind: text("kind", { enum: ["practice", "assessed"] }).notNull(),
    guided: boolean("guided").notNull(),
    /** Set to be made cold: the first of its technique after a long time. */
    cold: boolean("cold").notNull().default(false),
    /** Whom it was explained and shown to; null where to nobody. */
    shownTo: text("shown_to"),
    /** Counts a learner's pieces; ends the tag. */
    number: integer("number").notNull(),
    /** Stamped or chalked on the piece: "K7-12". */
    tag: text("tag").notNull(),
    heats: integer("heats").notNull().default(0),
    minutes: integer("minutes").notNull().default(0),
    /** Declared to have been done to the finished piece. */
    corrections: text("corrections", { enum: CORRECTIONS }).array().notNull().default([]),
    /** Found on it at the inspection, and not declared. */
    undeclared: text("undeclared", { enum: CORRECTIONS }).array().notNull().default([]),
    /** Help it was made with. */
    aids: text("aids", { enum: AIDS }).array().notNull().default([]),
    startedBy: uuid("started_by").notNull(),
    startedAt: moment("started_at").notNull().defaultNow(),
  },
  (table) => [
    primaryKey({ columns: [table.schoolId, table.id] }),
    unique("piece_tag").on(table.schoolId, table.tag),
    unique("piece_number").on(table.schoolId, table.learnerId, table.number),
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
    index("piece_by_learner").on(table.schoolId, table.learnerId, table.startedAt),
    index("piece_by_school").on(table.schoolId, table.startedAt),
    index("piece_by_assignment").on(table.schoolId, table.assignmentId),
    check("piece_corrections", sql`${table.corrections} <@ array['filed', 'ground', 'trimmed']`),
    check("piece_undeclared", sql`${table.undeclared} <@ array['filed', 'ground', 'trimmed']`),
    check("piece_aids", sql`${table.aids} <@ array['jig', 'machine', 'helper']`),
    check("piece_shown", sql`char_length(${table.shownTo}) between 1 and 80`),
    check("piece_cold", sql`not ${table.cold} or ${table.kind} = 'assessed'`),
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
    id: uuid("id").notNull(),
    schoolId: schoolId(),
    pieceId: uuid("piece_id").notNull(),
    characteristicId: text("characteristic_id").notNull(),
    /** In the characteristic's unit, as many as its way of reading takes. */
    values: doublePrecision("values").array().notNull(),
    /** As typed or sent by the instrument. */
    typed: text("typed").notNull(),
    instrumentId: uuid("instrument_id").notNull(),
    /** The instrument's uncertainty when the reading was taken, in its unit. */
    instrumentUncertainty: doublePrecision("instrument_uncertainty").notNull(),
    /** Two benches may each take the place of the same reading: both stay, the later taken stands. */
    supersedesId: uuid("supersedes_id"),
    /** Taken by the learner on their own bench; an inspection never counts it. */
    selfCheck: boolean("self_check").notNull().default(false),
    takenBy: uuid("taken_by").notNull(),
    takenAt: moment("taken_at").notNull(),
    receivedAt: moment("received_at").notNull().defaultNow(),
  },
  (table) => [
    primaryKey({ columns: [table.schoolId, table.id] }),
    unique("reading_in_piece").on(
      table.schoolId,
      table.pieceId,
      table.characteristicId,
      table.selfCheck,
      table.id,
    ),
    index("reading_superseded_by").on(table.schoolId, table.supersedesId),
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
    // Only a reading of the same characteristic, piece and bench can be superseded.
    foreignKey({
      name: "reading_superseded",
      columns: [
        table.schoolId,
        table.pieceId,
        table.characteristicId,
        table.selfCheck,
        table.supersedesId,
      ],
      foreignColumns: [
        table.schoolId,
        table.pieceId,
        table.characteristicId,
        table.selfCheck,
        table.id,
      ],
    }),
    check(
      "reading_values",
      sql`cardinality(${table.values}) between 1 and 12 and 0 <= all(${table.values})`,
    ),
  ],
);

export const defect = pgTable(
  "defect",
  {
    id: uuid("id").notNull(),
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
    /** The stage of the work at which it arose, from 0; null where nobody said. */
    stage: integer("stage"),
    selfCheck: boolean("self_check").notNull().default(false),
    notedBy: uuid("noted_by").notNull(),
    notedAt: moment("noted_at").notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.schoolId, table.id] }),
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
    index("defect_by_piece").on(table.schoolId, table.pieceId),
    check("defect_stage", sql`${table.stage} between 0 and 99`),
    check("defect_severity", sql`${table.severity} in ('cosmetic', 'minor', 'major', 'reject')`),
  ],
);

/** Only ever added: a trigger refuses changes. The latest of a piece is in force. */
export const verdict = pgTable(
  "verdict",
  {
    id: uuid("id").notNull(),
    schoolId: schoolId(),
    pieceId: uuid("piece_id").notNull(),
    /** First, second … verdict of the piece. */
    sequence: integer("sequence").notNull(),
    engine: integer("engine").notNull(),
    outcome: text("outcome", { enum: ["keep", "another-heat", "start-again"] }).notNull(),
    marks: doublePrecision("marks"),
    meetsStep: integer("meets_step").notNull(),
    /** Made from the same records after a rule had changed; nothing was measured anew. */
    regraded: boolean("regraded").notNull().default(false),
    /** The whole verdict as computed, with every reason. */
    computed: jsonb("computed").notNull(),
    /** Why the instructor decided otherwise; the outcome is then theirs. */
    overrideReason: text("override_reason"),
    /** How the inspection ended early, or would have where it was drawn to be whole; null for any other. */
    early: jsonb("early").$type<EarlyEnd>(),
    signedBy: uuid("signed_by").notNull(),
    signedAt: moment("signed_at").notNull().defaultNow(),
  },
  (table) => [
    primaryKey({ columns: [table.schoolId, table.id] }),
    unique("verdict_sequence").on(table.schoolId, table.pieceId, table.sequence),
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
    index("verdict_early")
      .on(table.schoolId)
      .where(sql`${table.early} is not null`),
    check("verdict_outcome", sql`${table.outcome} in ('keep', 'another-heat', 'start-again')`),
    check("verdict_override", sql`length(${table.overrideReason}) >= 10`),
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
    primaryKey({
      name: "standing_evidence_key",
      columns: [table.schoolId, table.learnerId, table.techniqueId, table.step, table.pieceId],
    }),
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
