import { sql } from "drizzle-orm";
import {
  bigserial,
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
  unique,
  uuid,
} from "drizzle-orm/pg-core";
import { classDay } from "./classes";
import { exerciseRevision } from "./exercises";
import { moment, person, schoolId } from "./people";

/** A fire of the shop, or another place with room for so many: a vice, a twisting bench. */
export const fire = pgTable(
  "fire",
  {
    id: uuid("id").primaryKey(),
    schoolId: schoolId(),
    /** Its number or name, as it is called. */
    name: text("name").notNull(),
    /** Learners who can work at it at once. */
    places: integer("places").notNull(),
    /** Whether it is a fire. */
    heats: boolean("heats").notNull().default(true),
    welds: boolean("welds").notNull(),
    /** Length it heats evenly, and what fits into it; anything where nothing is said. */
    evenHeatMm: doublePrecision("even_heat_mm"),
    openingMm: doublePrecision("opening_mm"),
    fuel: text("fuel").notNull().default(""),
    takenDownAt: moment("taken_down_at"),
  },
  (table) => [
    unique("fire_in_school").on(table.schoolId, table.id),
    check("fire_name", sql`char_length(${table.name}) between 1 and 20`),
    check("fire_places", sql`${table.places} between 1 and 6`),
    check("fire_heats", sql`${table.heats} or not ${table.welds}`),
    check("fire_sizes", sql`${table.evenHeatMm} > 0 and ${table.openingMm} > 0`),
  ],
);

/** Bars of one length on the rack, offcuts too. */
export const rackBar = pgTable(
  "rack_bar",
  {
    id: uuid("id").primaryKey(),
    schoolId: schoolId(),
    section: jsonb("section").notNull(),
    /** The section as it is said in millimetres. */
    stock: text("stock").notNull(),
    steel: text("steel").notNull().default("mild"),
    lengthMm: doublePrecision("length_mm").notNull(),
    count: integer("count").notNull(),
    isOffcut: boolean("is_offcut").notNull().default(false),
    /** Where it lies. */
    place: text("place").notNull().default(""),
    /** In the school's money. */
    pricePerKg: doublePrecision("price_per_kg"),
  },
  (table) => [
    unique("rack_bar_in_school").on(table.schoolId, table.id),
    index("rack_bar_by_stock").on(table.schoolId, table.stock),
    check("rack_bar_length", sql`${table.lengthMm} between 1 and 20000`),
    check("rack_bar_count", sql`${table.count} between 0 and 2000`),
    check("rack_bar_price", sql`${table.pricePerKg} between 0 and 1000000`),
  ],
);

/** Only ever added. A bar that was sawn for an evening, and what it was sawn into. */
export const sawnBar = pgTable(
  "sawn_bar",
  {
    id: uuid("id").primaryKey(),
    schoolId: schoolId(),
    classId: uuid("class_id").notNull(),
    barId: uuid("bar_id").notNull(),
    stock: text("stock").notNull(),
    lengthMm: doublePrecision("length_mm").notNull(),
    /** Its pieces in the order they were cut, for whom, and how long. */
    cuts: jsonb("cuts").notNull(),
    offcutMm: doublePrecision("offcut_mm").notNull(),
    /** Mass of all of it but what went back on the rack. */
    kg: doublePrecision("kg").notNull(),
    pricePerKg: doublePrecision("price_per_kg"),
    sawnBy: uuid("sawn_by").notNull(),
    sawnAt: moment("sawn_at").notNull().defaultNow(),
  },
  (table) => [
    foreignKey({
      name: "sawn_bar_class",
      columns: [table.schoolId, table.classId],
      foreignColumns: [classDay.schoolId, classDay.id],
    }),
    foreignKey({
      name: "sawn_bar_from",
      columns: [table.schoolId, table.barId],
      foreignColumns: [rackBar.schoolId, rackBar.id],
    }),
    foreignKey({
      name: "sawn_bar_by",
      columns: [table.schoolId, table.sawnBy],
      foreignColumns: [person.schoolId, person.id],
    }),
    index("sawn_bar_by_class").on(table.classId),
  ],
);

/** What an instructor says somebody makes, or doesn't make, on an evening; the rest follows from the ranking. */
export const eveningWord = pgTable(
  "evening_word",
  {
    id: uuid("id").primaryKey(),
    schoolId: schoolId(),
    classId: uuid("class_id").notNull(),
    learnerId: uuid("learner_id").notNull(),
    revisionId: uuid("revision_id").notNull(),
    says: text("says", { enum: ["make", "drop"] }).notNull(),
    /** Where and when it is begun, minutes from the start; where nothing is said, wherever it fits. */
    fireId: uuid("fire_id"),
    fromMinute: integer("from_minute"),
    /** Whether an instructor stands by all the time. */
    isGuided: boolean("is_guided").notNull().default(false),
    saidBy: uuid("said_by").notNull(),
    saidAt: moment("said_at").notNull().defaultNow(),
  },
  (table) => [
    unique("evening_word_once").on(table.classId, table.learnerId, table.revisionId),
    foreignKey({
      name: "evening_word_class",
      columns: [table.schoolId, table.classId],
      foreignColumns: [classDay.schoolId, classDay.id],
    }),
    foreignKey({
      name: "evening_word_learner",
      columns: [table.schoolId, table.learnerId],
      foreignColumns: [person.schoolId, person.id],
    }),
    foreignKey({
      name: "evening_word_revision",
      columns: [table.schoolId, table.revisionId],
      foreignColumns: [exerciseRevision.schoolId, exerciseRevision.id],
    }),
    foreignKey({
      name: "evening_word_fire",
      columns: [table.schoolId, table.fireId],
      foreignColumns: [fire.schoolId, fire.id],
    }),
    check("evening_word_says", sql`${table.says} in ('make', 'drop')`),
    check("evening_word_from", sql`${table.fromMinute} between 0 and 1440`),
  ],
);

/** Something an instructor shows on an evening. */
export const demonstration = pgTable(
  "demonstration",
  {
    id: uuid("id").primaryKey(),
    schoolId: schoolId(),
    classId: uuid("class_id").notNull(),
    name: text("name").notNull(),
    shownBy: uuid("shown_by").notNull(),
    minutes: integer("minutes").notNull(),
    learnerIds: uuid("learner_ids").array().notNull(),
    /** At which fire; any where nothing is said. */
    fireId: uuid("fire_id"),
    /** Those it is for begin this only once it was shown; it may come at any time where nothing is said. */
    beforeRevisionId: uuid("before_revision_id"),
    takenBackAt: moment("taken_back_at"),
  },
  (table) => [
    foreignKey({
      name: "demonstration_class",
      columns: [table.schoolId, table.classId],
      foreignColumns: [classDay.schoolId, classDay.id],
    }),
    foreignKey({
      name: "demonstration_by",
      columns: [table.schoolId, table.shownBy],
      foreignColumns: [person.schoolId, person.id],
    }),
    foreignKey({
      name: "demonstration_fire",
      columns: [table.schoolId, table.fireId],
      foreignColumns: [fire.schoolId, fire.id],
    }),
    foreignKey({
      name: "demonstration_before",
      columns: [table.schoolId, table.beforeRevisionId],
      foreignColumns: [exerciseRevision.schoolId, exerciseRevision.id],
    }),
    index("demonstration_by_class").on(table.classId),
    check("demonstration_minutes", sql`${table.minutes} between 1 and 120`),
  ],
);

/** Only ever added: what happened on the floor, as `core/floor` reads it. Those of a class are announced as they come. */
export const floorEvent = pgTable(
  "floor_event",
  {
    id: uuid("id").notNull(),
    /** In the order they came. */
    sequence: bigserial("sequence", { mode: "number" }).notNull(),
    schoolId: schoolId(),
    classId: uuid("class_id").notNull(),
    /** Whom it is about; nobody in particular for a fire, a break or a demonstration. */
    learnerId: uuid("learner_id"),
    event: jsonb("event").notNull(),
    saidBy: uuid("said_by").notNull(),
    at: moment("at").notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.schoolId, table.id] }),
    index("floor_event_by_class").on(table.schoolId, table.classId, table.sequence),
    index("floor_event_by_learner").on(table.schoolId, table.learnerId, table.at),
    foreignKey({
      name: "floor_event_class",
      columns: [table.schoolId, table.classId],
      foreignColumns: [classDay.schoolId, classDay.id],
    }),
    foreignKey({
      name: "floor_event_learner",
      columns: [table.schoolId, table.learnerId],
      foreignColumns: [person.schoolId, person.id],
    }),
    foreignKey({
      name: "floor_event_teller",
      columns: [table.schoolId, table.saidBy],
      foreignColumns: [person.schoolId, person.id],
    }),
  ],
);

/** A private address at which a person's classes can be subscribed to. Only the token's hash is kept. */
export const calendarLink = pgTable(
  "calendar_link",
  {
    id: uuid("id").primaryKey(),
    schoolId: schoolId(),
    personId: uuid("person_id").notNull(),
    tokenHash: text("token_hash").notNull().unique(),
    madeAt: moment("made_at").notNull().defaultNow(),
    revokedAt: moment("revoked_at"),
  },
  (table) => [
    foreignKey({
      name: "calendar_link_person",
      columns: [table.schoolId, table.personId],
      foreignColumns: [person.schoolId, person.id],
    }),
    index("calendar_link_by_person").on(table.personId),
  ],
);
