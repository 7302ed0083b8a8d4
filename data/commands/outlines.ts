import { and, eq } from "drizzle-orm";
import { EVERYONE, INSTRUCTORS } from "../actor";
import { notFound } from "../notFound";
import { ofEachPiece } from "../ofPiece";
import { exerciseRevision, piece, pieceOutline, tracedTemplate } from "../schema";
import { byServerClock } from "./clock";
import { defineCommand } from "./command";
import { noteOnce } from "./once";
import { assertOpen, openPiece } from "./pieces";

/** Keeps a piece's outline as a picture had it: the instructor's, or the learner's of their own check. */
export const keepOutline = defineCommand({
  name: "keep-outline",
  roles: EVERYONE,
  run: async ({ tx, actor, clockOffMs = 0 }, { outlineId, pieceId, outline, takenAt }) => {
    const row = await openPiece(tx, actor, pieceId);
    const { schoolId } = actor;
    const sent = { id: outlineId, schoolId, pieceId, ...outline, selfCheck: row.selfCheck };
    const find = () =>
      tx
        .select()
        .from(pieceOutline)
        .where(and(eq(pieceOutline.schoolId, schoolId), eq(pieceOutline.id, outlineId)));
    await noteOnce(find, sent, async () => {
      await assertOpen(tx, row);
      const takenAtServer = byServerClock(takenAt, clockOffMs);
      return tx
        .insert(pieceOutline)
        .values({ ...sent, takenBy: actor.personId, takenAt: takenAtServer })
        .onConflictDoNothing()
        .returning({ id: pieceOutline.id });
    });
    return { outlineId };
  },
});

/** Makes an outline the template of the revision its piece was made to, or puts the traced one away. */
export const traceTemplate = defineCommand({
  name: "trace-template",
  roles: INSTRUCTORS,
  run: async ({ tx, actor }, { templateId, revisionId, outlineId }) => {
    const { schoolId } = actor;
    const [revision] = await tx
      .select({ id: exerciseRevision.id })
      .from(exerciseRevision)
      .where(and(eq(exerciseRevision.id, revisionId), eq(exerciseRevision.schoolId, schoolId)));
    if (!revision) notFound("exercise");
    if (outlineId !== null) {
      const [outline] = await tx
        .select({ id: pieceOutline.id })
        .from(pieceOutline)
        .innerJoin(piece, ofEachPiece(pieceOutline))
        .where(
          and(
            eq(pieceOutline.schoolId, schoolId),
            eq(pieceOutline.id, outlineId),
            eq(piece.revisionId, revisionId),
          ),
        );
      if (!outline) notFound("outline");
    }
    const sent = { id: templateId, schoolId, revisionId, outlineId };
    const find = () =>
      tx
        .select()
        .from(tracedTemplate)
        .where(and(eq(tracedTemplate.schoolId, schoolId), eq(tracedTemplate.id, templateId)));
    await noteOnce(find, sent, () =>
      tx
        .insert(tracedTemplate)
        .values({ ...sent, tracedBy: actor.personId })
        .onConflictDoNothing()
        .returning({ id: tracedTemplate.id }),
    );
    return { templateId };
  },
});
