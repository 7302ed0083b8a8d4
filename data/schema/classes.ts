import { sql } from "drizzle-orm";
import {
  check,
  date,
  foreignKey,
  integer,
  pgTable,
  text,
  unique,
  uniqueIndex,
  uuid,
} from "drizzle-orm/pg-core";
import { cohort, moment, person, schoolId } from "./people";

/** A class of a cohort: one a day. The school's own clock and calendar. */
export const classDay = pgTable(
  "class_day",
  {
    id: uuid("id").primaryKey(),
    schoolId: schoolId(),
    cohortId: uuid("cohort_id").notNull(),
    day: date("day", { mode: "string" }).notNull(),
    /** "18:30" */
    begins: text("begins").notNull(),
    minutes: integer("minutes").notNull(),
    /** Lit for it, where the school hasn't said which fires it has. */
    hearths: integer("hearths").notNull(),
    /** Its last minutes, in which nobody works. */
    cleanUp: integer("clean_up").notNull().default(10),
    /** Instructors who are there. */
    instructors: uuid("instructors").array().notNull().default([]),
    /** Fires that stay out. */
    firesOut: uuid("fires_out").array().notNull().default([]),
    plannedBy: uuid("planned_by").notNull(),
    /** When it was before it was last moved: "2026-12-01 18:30". */
    movedFrom: text("moved_from"),
    calledOffAt: moment("called_off_at"),
    closedAt: moment("closed_at"),
  },
  (table) => [
    unique("class_day_in_school").on(table.schoolId, table.id),
    uniqueIndex("class_day_once")
      .on(table.cohortId, table.day)
      .where(sql`${table.calledOffAt} is null`),
    foreignKey({
      name: "class_day_cohort",
      columns: [table.schoolId, table.cohortId],
      foreignColumns: [cohort.schoolId, cohort.id],
    }),
    foreignKey({
      name: "class_day_planner",
      columns: [table.schoolId, table.plannedBy],
      foreignColumns: [person.schoolId, person.id],
    }),
    check("class_day_begins", sql`${table.begins} ~ '^([01][0-9]|2[0-3]):[0-5][0-9]$'`),
    check("class_day_minutes", sql`${table.minutes} between 15 and 720`),
    check("class_day_hearths", sql`${table.hearths} between 1 and 60`),
    check("class_day_clean_up", sql`${table.cleanUp} between 0 and 120`),
  ],
);
