import { sql } from "drizzle-orm";
import {
  boolean,
  doublePrecision,
  foreignKey,
  index,
  jsonb,
  pgTable,
  primaryKey,
  uuid,
} from "drizzle-orm/pg-core";
import type { PieceOutline } from "@/core/photo/outline";
import { exerciseRevision } from "./exercises";
import { moment, person, schoolId } from "./people";
import { piece } from "./pieces";

/** Only ever added: a trigger refuses changes. A piece's outline as a picture had it; the latest is in force. */
export const pieceOutline = pgTable(
  "piece_outline",
  {
    id: uuid("id").notNull(),
    schoolId: schoolId(),
    pieceId: uuid("piece_id").notNull(),
    /** In the piece's own frame, mm. */
    edges: jsonb("edges").$type<PieceOutline["edges"]>().notNull(),
    sureMm: doublePrecision("sure_mm").notNull(),
    selfCheck: boolean("self_check").notNull().default(false),
    takenBy: uuid("taken_by").notNull(),
    takenAt: moment("taken_at").notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.schoolId, table.id] }),
    foreignKey({
      name: "outline_piece",
      columns: [table.schoolId, table.pieceId],
      foreignColumns: [piece.schoolId, piece.id],
    }),
    foreignKey({
      name: "outline_taker",
      columns: [table.schoolId, table.takenBy],
      foreignColumns: [person.schoolId, person.id],
    }),
    index("outline_by_piece").on(table.schoolId, table.pieceId),
  ],
);

/**
 * Only ever added: a trigger refuses changes. The outline that is an exercise's template, traced from a
 * piece; the latest of a revision is in force.
 */
export const tracedTemplate = pgTable(
  "traced_template",
  {
    id: uuid("id").primaryKey(),
    schoolId: schoolId(),
    revisionId: uuid("revision_id").notNull(),
    /** Null where it was put away. */
    outlineId: uuid("outline_id"),
    tracedBy: uuid("traced_by").notNull(),
    tracedAt: moment("traced_at")
      .notNull()
      .default(sql`clock_timestamp()`),
  },
  (table) => [
    foreignKey({
      name: "template_revision",
      columns: [table.schoolId, table.revisionId],
      foreignColumns: [exerciseRevision.schoolId, exerciseRevision.id],
    }),
    foreignKey({
      name: "template_outline",
      columns: [table.schoolId, table.outlineId],
      foreignColumns: [pieceOutline.schoolId, pieceOutline.id],
    }),
    foreignKey({
      name: "template_tracer",
      columns: [table.schoolId, table.tracedBy],
      foreignColumns: [person.schoolId, person.id],
    }),
    index("template_by_revision").on(table.schoolId, table.revisionId),
  ],
);
