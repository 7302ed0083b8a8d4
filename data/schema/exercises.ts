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
import { moment, person, schoolId } from "./people";

export const technique = pgTable(
  "technique",
  {
    id: uuid("id").primaryKey(),
    schoolId: schoolId(),
    /** Stable name used in piece files. */
    slug: text("slug").notNull(),
    name: text("name").notNull(),
    summary: text("summary").notNull(),
    foundation: boolean("foundation").notNull(),
    alsoCalled: text("also_called").array().notNull(),
    /** Order in the course. */
    position: integer("position").notNull(),
    /** Days in which the chance of a sound piece halves, before anything is known of a learner. */
    halfLifeDays: doublePrecision("half_life_days").notNull().default(90),
  },
  (table) => [
    check("technique_half_life", sql`${table.halfLifeDays} between 1 and 3650`),
    unique("technique_in_school").on(table.schoolId, table.id),
    unique("technique_slug").on(table.schoolId, table.slug),
  ],
);

export const techniquePrerequisite = pgTable(
  "technique_prerequisite",
  {
    schoolId: schoolId(),
    techniqueId: uuid("technique_id").notNull(),
    /** The technique that comes before. */
    beforeId: uuid("before_id").notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.techniqueId, table.beforeId] }),
    foreignKey({
      name: "prerequisite_technique",
      columns: [table.schoolId, table.techniqueId],
      foreignColumns: [technique.schoolId, technique.id],
    }),
    foreignKey({
      name: "prerequisite_before",
      columns: [table.schoolId, table.beforeId],
      foreignColumns: [technique.schoolId, technique.id],
    }),
    check("prerequisite_other", sql`${table.techniqueId} <> ${table.beforeId}`),
  ],
);

const searchVector = customType<{ data: string }>({ dataType: () => "tsvector" });

export const exercise = pgTable(
  "exercise",
  {
    id: uuid("id").primaryKey(),
    schoolId: schoolId(),
    techniqueId: uuid("technique_id").notNull(),
    step: integer("step").notNull(),
    name: text("name").notNull(),
    /** Number of the latest published revision; 0 while there is only a draft. */
    latestNumber: integer("latest_number").notNull().default(0),
    /**
     * Counts every save, throwing away and publishing of its draft, and never
     * begins again: work that builds on an older count is refused.
     */
    designVersion: integer("design_version").notNull().default(0),
    /** Its own marks rule; the school's where null. */
    marksRule: jsonb("marks_rule"),
    /** Everything it is found by, made when a revision is published. */
    words: text("words").notNull().default(""),
    found: searchVector("found").generatedAlwaysAs(sql`to_tsvector('simple', words)`),
    retiredAt: moment("retired_at"),
    createdAt: moment("created_at").notNull().defaultNow(),
  },
  (table) => [
    index("exercise_found").using("gin", table.found),
    index("exercise_on_shelf").on(table.schoolId, table.techniqueId, table.step, table.name),
    unique("exercise_in_school").on(table.schoolId, table.id),
    foreignKey({
      name: "exercise_technique",
      columns: [table.schoolId, table.techniqueId],
      foreignColumns: [technique.schoolId, technique.id],
    }),
    check("exercise_step", sql`${table.step} between 1 and 5`),
  ],
);

/** Never changed after it is published: a trigger refuses. */
export const exerciseRevision = pgTable(
  "exercise_revision",
  {
    id: uuid("id").primaryKey(),
    schoolId: schoolId(),
    exerciseId: uuid("exercise_id").notNull(),
    number: integer("number").notNull(),
    /** The piece file, as read. */
    piece: jsonb("piece").notNull(),
    /** The measuring plan: characteristics in bench order. */
    characteristics: jsonb("characteristics").notNull(),
    heatBudget: integer("heat_budget").notNull(),
    minuteBudget: integer("minute_budget").notNull(),
    /** How it is to be worked, where schools of practice differ. */
    settings: jsonb("settings").notNull().default({}),
    /** Stages as the instructor left them; empty for the proposed ones. */
    stages: jsonb("stages").notNull().default([]),
    /** How the measuring plan differs from the one the piece implies. */
    planEdits: jsonb("plan_edits").notNull().default({}),
    tries: text("tries").array().notNull().default([]),
    /** Tools besides those of the stages. */
    tools: text("tools").array().notNull(),
    /** Cautions the instructor added; the rest follow from the exercise. */
    cautions: text("cautions").array().notNull(),
    /** The stock as it is said in millimetres, to be found by. */
    stock: text("stock").notNull().default(""),
    publishedBy: uuid("published_by").notNull(),
    publishedAt: moment("published_at").notNull().defaultNow(),
  },
  (table) => [
    unique("revision_in_school").on(table.schoolId, table.id),
    unique("revision_number").on(table.exerciseId, table.number),
    foreignKey({
      name: "revision_exercise",
      columns: [table.schoolId, table.exerciseId],
      foreignColumns: [exercise.schoolId, exercise.id],
    }),
    foreignKey({
      name: "revision_publisher",
      columns: [table.schoolId, table.publishedBy],
      foreignColumns: [person.schoolId, person.id],
    }),
    check("revision_budgets", sql`${table.heatBudget} > 0 and ${table.minuteBudget} > 0`),
  ],
);

/** What an instructor is working on; nobody else's until it is published. */
export const exerciseDraft = pgTable(
  "exercise_draft",
  {
    exerciseId: uuid("exercise_id").primaryKey(),
    schoolId: schoolId(),
    /** Id of the last save, so that it can be sent again. */
    saveId: uuid("save_id").notNull(),
    content: jsonb("content").notNull(),
    savedBy: uuid("saved_by").notNull(),
    savedAt: moment("saved_at").notNull().defaultNow(),
  },
  (table) => [
    foreignKey({
      name: "draft_exercise",
      columns: [table.schoolId, table.exerciseId],
      foreignColumns: [exercise.schoolId, exercise.id],
    }),
    foreignKey({
      name: "draft_saver",
      columns: [table.schoolId, table.savedBy],
      foreignColumns: [person.schoolId, person.id],
    }),
  ],
);

export const assignment = pgTable(
  "assignment",
  {
    id: uuid("id").primaryKey(),
    schoolId: schoolId(),
    learnerId: uuid("learner_id").notNull(),
    revisionId: uuid("revision_id").notNull(),
    assignedBy: uuid("assigned_by").notNull(),
    assignedAt: moment("assigned_at").notNull().defaultNow(),
    withdrawnAt: moment("withdrawn_at"),
  },
  (table) => [
    unique("assignment_in_school").on(table.schoolId, table.id),
    foreignKey({
      name: "assignment_learner",
      columns: [table.schoolId, table.learnerId],
      foreignColumns: [person.schoolId, person.id],
    }),
    foreignKey({
      name: "assignment_revision",
      columns: [table.schoolId, table.revisionId],
      foreignColumns: [exerciseRevision.schoolId, exerciseRevision.id],
    }),
    foreignKey({
      name: "assignment_assigner",
      columns: [table.schoolId, table.assignedBy],
      foreignColumns: [person.schoolId, person.id],
    }),
    index("assignment_by_learner").on(table.learnerId, table.assignedAt),
    index("assignment_open")
      .on(table.schoolId)
      .where(sql`withdrawn_at is null`),
  ],
);
