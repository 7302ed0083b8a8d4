import { sql } from "drizzle-orm";
import {
  boolean,
  check,
  doublePrecision,
  foreignKey,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  timestamp,
  unique,
  uuid,
} from "drizzle-orm/pg-core";
import { SUBJECT_KINDS } from "@/core/records/audit";
import { ROLES } from "@/core/records/peopleCommands";
import { MACHINES } from "@/core/trade/machines";
import { user } from "./auth";

export const moment = (name: string) => timestamp(name, { withTimezone: true, mode: "date" });

export const school = pgTable(
  "school",
  {
    id: uuid("id").primaryKey(),
    name: text("name").notNull().unique(),
    /** Whose clock and calendar the school goes by, as in the IANA list. */
    timeZone: text("time_zone").notNull().default("UTC"),
    /** The school's own tolerance grades and marks rule; the defaults of the core where null. */
    rules: jsonb("rules"),
    /** How its own forecasts of pieces to go are recalibrated; null for as it shipped. */
    forecastMaps: jsonb("forecast_maps"),
    /** What the shop has in hand now: sections, and whether a hearth reaches welding heat; null where nobody said. */
    shop: jsonb("shop"),
    /** Its money, as in ISO 4217. */
    currency: text("currency").notNull().default("EUR"),
    /** What the fuel of one fire costs for a class, in its money; null where nobody said. */
    fuelPrice: doublePrecision("fuel_price"),
    /** How long it is kept what was done. */
    eventDays: integer("event_days").notNull().default(730),
    /** How long somebody who left keeps their name on the record; null for good. */
    leaverDays: integer("leaver_days"),
    /** How often lines of its pieces slip, as counted day by day, the latest last; null where nobody counted. */
    slipCounts: jsonb("slip_counts"),
    /** Since when inspections may end once enough is known; null where everything is measured. */
    endsEarlySince: moment("ends_early_since"),
    /** Whether lot decides what comes first among exercises that promise about the same. */
    drawsCloseCalls: boolean("draws_close_calls").notNull().default(false),
    createdAt: moment("created_at").notNull().defaultNow(),
  },
  (table) => [
    check("school_currency", sql`${table.currency} ~ '^[A-Z]{3}$'`),
    check("school_fuel_price", sql`${table.fuelPrice} between 0 and 1000000`),
    check("school_event_days", sql`${table.eventDays} between 30 and 3650`),
    check("school_leaver_days", sql`${table.leaverDays} between 30 and 3650`),
  ],
);

/** Every row belongs to a school, and refers only to rows of the same school. */
export const schoolId = () =>
  uuid("school_id")
    .notNull()
    .references(() => school.id);

export const cohort = pgTable(
  "cohort",
  {
    id: uuid("id").primaryKey(),
    schoolId: schoolId(),
    name: text("name").notNull(),
    /** Begins the tags of its learners' pieces. */
    letter: text("letter").notNull(),
    endedAt: moment("ended_at"),
  },
  (table) => [
    unique("cohort_in_school").on(table.schoolId, table.id),
    unique("cohort_letter").on(table.schoolId, table.letter),
    check("cohort_letter_form", sql`${table.letter} ~ '^[A-Z]{1,2}$'`),
  ],
);

export const person = pgTable(
  "person",
  {
    id: uuid("id").primaryKey(),
    schoolId: schoolId(),
    name: text("name").notNull(),
    firstUnit: text("first_unit", { enum: ["mm", "in"] })
      .notNull()
      .default("mm"),
    /** Set when the person has joined and can sign in. */
    userId: text("user_id")
      .unique()
      .references(() => user.id),
    /** Begins the tags of a learner's pieces: "K7" in "K7-12". */
    tagCode: text("tag_code"),
    /** Name, address, pictures and tags are gone; the numbers of the pieces stay. */
    erasedAt: moment("erased_at"),
    createdAt: moment("created_at").notNull().defaultNow(),
  },
  (table) => [
    unique("person_in_school").on(table.schoolId, table.id),
    unique("person_tag").on(table.schoolId, table.tagCode),
    check("person_first_unit", sql`${table.firstUnit} in ('mm', 'in')`),
    check("person_name_length", sql`char_length(${table.name}) between 1 and 80`),
  ],
);

export const membership = pgTable(
  "membership",
  {
    id: uuid("id").primaryKey(),
    schoolId: schoolId(),
    personId: uuid("person_id").notNull().unique(),
    role: text("role", { enum: ROLES }).notNull(),
    cohortId: uuid("cohort_id"),
    leftAt: moment("left_at"),
  },
  (table) => [
    foreignKey({
      name: "membership_person",
      columns: [table.schoolId, table.personId],
      foreignColumns: [person.schoolId, person.id],
    }),
    foreignKey({
      name: "membership_cohort",
      columns: [table.schoolId, table.cohortId],
      foreignColumns: [cohort.schoolId, cohort.id],
    }),
    index("membership_by_cohort").on(table.schoolId, table.cohortId),
    check("membership_role", sql`${table.role} in ('owner', 'instructor', 'assistant', 'learner')`),
    check(
      "membership_learner_cohort",
      sql`${table.role} <> 'learner' or ${table.cohortId} is not null`,
    ),
  ],
);

/** A person has been shown a machine and may use it. */
export const machineClearance = pgTable(
  "machine_clearance",
  {
    schoolId: schoolId(),
    personId: uuid("person_id").notNull(),
    machine: text("machine", { enum: MACHINES }).notNull(),
    clearedBy: uuid("cleared_by").notNull(),
    clearedAt: moment("cleared_at").notNull().defaultNow(),
  },
  (table) => [
    primaryKey({ columns: [table.schoolId, table.personId, table.machine] }),
    foreignKey({
      name: "machine_clearance_person",
      columns: [table.schoolId, table.personId],
      foreignColumns: [person.schoolId, person.id],
    }),
    foreignKey({
      name: "machine_clearance_by",
      columns: [table.schoolId, table.clearedBy],
      foreignColumns: [person.schoolId, person.id],
    }),
  ],
);

/** A one-time way in: to an account for who has none, to a new password for who has. Only the token's hash is kept. */
export const joinLink = pgTable(
  "join_link",
  {
    id: uuid("id").primaryKey(),
    schoolId: schoolId(),
    personId: uuid("person_id").notNull(),
    tokenHash: text("token_hash").notNull().unique(),
    createdBy: uuid("created_by").notNull(),
    createdAt: moment("created_at").notNull().defaultNow(),
    expiresAt: moment("expires_at").notNull(),
    usedAt: moment("used_at"),
  },
  (table) => [
    foreignKey({
      name: "join_link_person",
      columns: [table.schoolId, table.personId],
      foreignColumns: [person.schoolId, person.id],
    }),
    foreignKey({
      name: "join_link_creator",
      columns: [table.schoolId, table.createdBy],
      foreignColumns: [person.schoolId, person.id],
    }),
    index("join_link_by_person").on(table.schoolId, table.personId),
  ],
);

/** Only ever added: what was done, by whom, to what; kept as long as the school says. */
export const auditEvent = pgTable(
  "audit_event",
  {
    id: uuid("id").notNull().defaultRandom(),
    schoolId: schoolId(),
    personId: uuid("person_id").notNull(),
    /** A command, or what was looked at or taken out. */
    action: text("action").notNull(),
    subjectKind: text("subject_kind", { enum: SUBJECT_KINDS }),
    subjectId: uuid("subject_id"),
    details: jsonb("details").$type<Record<string, string | number | boolean>>(),
    at: moment("at")
      .notNull()
      .default(sql`clock_timestamp()`),
  },
  (table) => [
    primaryKey({ columns: [table.schoolId, table.id] }),
    index("audit_event_by_time").on(table.schoolId, table.at),
    index("audit_event_by_subject").on(table.schoolId, table.subjectId),
    foreignKey({
      name: "audit_event_person",
      columns: [table.schoolId, table.personId],
      foreignColumns: [person.schoolId, person.id],
    }),
  ],
);
