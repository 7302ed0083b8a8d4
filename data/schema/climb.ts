import { sql } from "drizzle-orm";
import {
  check,
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
import { assignment, exercise, technique } from "./exercises";
import { moment, person, schoolId } from "./people";
import { piece } from "./pieces";

/**
 * Where each learner stands on each technique they have made a piece of: what is worked
 * out from the records, kept so that a whole school is one query.
 */
export const standing = pgTable(
  "standing",
  {
    schoolId: schoolId(),
    learnerId: uuid("learner_id").notNull(),
    techniqueId: uuid("technique_id").notNull(),
    step: integer("step").notNull(),
    /** When the step held was earned; null before the first. */
    earnedAt: moment("earned_at"),
    /** What the next step still needs; null once there is none. */
    towards: jsonb("towards"),
    /** Assessed, unaided pieces since the step was earned. */
    since: integer("since").notNull(),
    /** Signed pieces, practice and all. */
    pieces: integer("pieces").notNull(),
    /** When the latest of them was begun. */
    lastMadeAt: moment("last_made_at").notNull(),
    /** Chance of a sound piece without a gap, for this learner. */
    freshChance: doublePrecision("fresh_chance").notNull().default(0.9),
    /** Days in which it halves. */
    halfLifeDays: doublePrecision("half_life_days").notNull(),
  },
  (table) => [
    primaryKey({
      name: "standing_key",
      columns: [table.schoolId, table.learnerId, table.techniqueId],
    }),
    foreignKey({
      name: "standing_learner",
      columns: [table.schoolId, table.learnerId],
      foreignColumns: [person.schoolId, person.id],
    }),
    foreignKey({
      name: "standing_technique",
      columns: [table.schoolId, table.techniqueId],
      foreignColumns: [technique.schoolId, technique.id],
    }),
    check("standing_step", sql`${table.step} between 0 and 5`),
    check("standing_fresh", sql`${table.freshChance} between 0 and 1`),
    check("standing_half_life", sql`${table.halfLifeDays} > 0`),
  ],
);

/** Only ever added. The course and its rules as they were published, so that every standing can be worked out again. */
export const curriculumRevision = pgTable(
  "curriculum_revision",
  {
    id: uuid("id").primaryKey(),
    schoolId: schoolId(),
    number: integer("number").notNull(),
    /** Techniques with what comes before them, how far each exercise counts, and the rules. */
    content: jsonb("content").notNull(),
    publishedBy: uuid("published_by").notNull(),
    publishedAt: moment("published_at").notNull().defaultNow(),
  },
  (table) => [
    unique("curriculum_number").on(table.schoolId, table.number),
    foreignKey({
      name: "curriculum_publisher",
      columns: [table.schoolId, table.publishedBy],
      foreignColumns: [person.schoolId, person.id],
    }),
  ],
);

/** How far everybody's standings are worked out anew since the last course was published: one row a school. */
export const standingUpdate = pgTable(
  "standing_update",
  {
    schoolId: schoolId().primaryKey(),
    /** Of the course revision it is for. */
    number: integer("number").notNull(),
    /** Learners in all, and how many of them are done: in the order of their ids, up to this one. */
    learners: integer("learners").notNull(),
    done: integer("done").notNull().default(0),
    lastLearner: uuid("last_learner"),
    finishedAt: moment("finished_at"),
  },
  (table) => [
    foreignKey({
      name: "standing_update_revision",
      columns: [table.schoolId, table.number],
      foreignColumns: [curriculumRevision.schoolId, curriculumRevision.number],
    }),
  ],
);

/** Only ever added. What an instructor said for or against an exercise for a learner; the latest holds. */
export const nextChoice = pgTable(
  "next_choice",
  {
    id: uuid("id").primaryKey(),
    schoolId: schoolId(),
    learnerId: uuid("learner_id").notNull(),
    exerciseId: uuid("exercise_id").notNull(),
    says: text("says", { enum: ["pin", "skip", "let"] }).notNull(),
    reason: text("reason").notNull(),
    saidBy: uuid("said_by").notNull(),
    saidAt: moment("said_at").notNull().defaultNow(),
  },
  (table) => [
    foreignKey({
      name: "choice_learner",
      columns: [table.schoolId, table.learnerId],
      foreignColumns: [person.schoolId, person.id],
    }),
    foreignKey({
      name: "choice_exercise",
      columns: [table.schoolId, table.exerciseId],
      foreignColumns: [exercise.schoolId, exercise.id],
    }),
    foreignKey({
      name: "choice_sayer",
      columns: [table.schoolId, table.saidBy],
      foreignColumns: [person.schoolId, person.id],
    }),
    index("choice_by_learner").on(table.learnerId, table.saidAt),
    check("choice_says", sql`${table.says} in ('pin', 'skip', 'let')`),
  ],
);

/** Only ever added. What the list of the next said when an exercise was set, and where in it that stood. */
export const choiceLog = pgTable(
  "choice_log",
  {
    assignmentId: uuid("assignment_id").primaryKey(),
    schoolId: schoolId(),
    learnerId: uuid("learner_id").notNull(),
    /** From 1; null where it wasn't in the list. */
    place: integer("place"),
    /** Why the list left it out. */
    notNow: jsonb("not_now"),
    /** The head of the list, with scores and reasons. */
    candidates: jsonb("candidates").notNull(),
    loggedAt: moment("logged_at").notNull().defaultNow(),
  },
  (table) => [
    foreignKey({
      name: "choice_log_assignment",
      columns: [table.schoolId, table.assignmentId],
      foreignColumns: [assignment.schoolId, assignment.id],
    }),
    foreignKey({
      name: "choice_log_learner",
      columns: [table.schoolId, table.learnerId],
      foreignColumns: [person.schoolId, person.id],
    }),
    index("choice_log_by_school").on(table.schoolId, table.loggedAt),
    check("choice_log_place", sql`${table.place} > 0`),
  ],
);

/** Several inspectors measure, or judge, the same pieces, to see how far they agree. */
export const agreementStudy = pgTable(
  "agreement_study",
  {
    id: uuid("id").primaryKey(),
    schoolId: schoolId(),
    name: text("name").notNull(),
    /** A size in millimetres, or a judgement in three grades. */
    kind: text("kind", { enum: ["size", "judgement"] }).notNull(),
    startedBy: uuid("started_by").notNull(),
    startedAt: moment("started_at").notNull().defaultNow(),
  },
  (table) => [
    unique("study_in_school").on(table.schoolId, table.id),
    unique("study_name").on(table.schoolId, table.name),
    foreignKey({
      name: "study_starter",
      columns: [table.schoolId, table.startedBy],
      foreignColumns: [person.schoolId, person.id],
    }),
    check("study_kind", sql`${table.kind} in ('size', 'judgement')`),
  ],
);

/** Only ever added. One inspector's value of one piece in a study. */
export const agreementReading = pgTable(
  "agreement_reading",
  {
    id: uuid("id").primaryKey(),
    schoolId: schoolId(),
    studyId: uuid("study_id").notNull(),
    pieceId: uuid("piece_id").notNull(),
    inspectorId: uuid("inspector_id").notNull(),
    /** mm, or the grade from 0 (good) to 2 (poor). */
    value: doublePrecision("value").notNull(),
    takenAt: moment("taken_at").notNull().defaultNow(),
  },
  (table) => [
    foreignKey({
      name: "agreement_study_of",
      columns: [table.schoolId, table.studyId],
      foreignColumns: [agreementStudy.schoolId, agreementStudy.id],
    }),
    foreignKey({
      name: "agreement_piece",
      columns: [table.schoolId, table.pieceId],
      foreignColumns: [piece.schoolId, piece.id],
    }),
    foreignKey({
      name: "agreement_inspector",
      columns: [table.schoolId, table.inspectorId],
      foreignColumns: [person.schoolId, person.id],
    }),
    index("agreement_by_study").on(table.studyId),
    check("agreement_value", sql`${table.value} >= 0`),
  ],
);
