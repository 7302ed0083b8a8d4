import { refuse } from "@/core/problem/problem";
import { and, eq, inArray, isNull } from "drizzle-orm";
import { INSTRUCTORS, STAFF } from "../actor";
import { notFound } from "../notFound";
import { agreementReading, agreementStudy, membership, piece } from "../schema";
import { tagOf } from "../tag";
import { defineCommand } from "./command";
import { assertSameRecord } from "./once";

export const startStudy = defineCommand({
  name: "start-study",
  roles: INSTRUCTORS,
  run: async ({ tx, actor }, { studyId, name, kind }) => {
    const row = { id: studyId, schoolId: actor.schoolId, name, kind };
    const added = await tx
      .insert(agreementStudy)
      .values({ ...row, startedBy: actor.personId })
      .onConflictDoNothing({ target: agreementStudy.id })
      .returning({ id: agreementStudy.id });
    if (added.length === 0) {
      const [there] = await tx.select().from(agreementStudy).where(eq(agreementStudy.id, studyId));
      assertSameRecord(there, row);
    }
    return { studyId };
  },
});

export const fillStudy = defineCommand({
  name: "fill-study",
  roles: STAFF,
  run: async ({ tx, actor }, { studyId, values }) => {
    const { schoolId } = actor;
    const [study] = await tx
      .select()
      .from(agreementStudy)
      .where(and(eq(agreementStudy.id, studyId), eq(agreementStudy.schoolId, schoolId)))
      .for("update");
    if (!study) notFound("study");
    const tags = [...new Set(values.map(({ tag }) => tagOf(tag)))];
    const pieces = await tx
      .select({ id: piece.id, tag: piece.tag })
      .from(piece)
      .where(and(eq(piece.schoolId, schoolId), inArray(piece.tag, tags)));
    const byTag = new Map(pieces.map(({ id, tag }) => [tag, id]));
    const inspectorIds = [...new Set(values.map(({ inspectorId }) => inspectorId))];
    const inspectors = await tx
      .select({ id: membership.personId })
      .from(membership)
      .where(
        and(
          eq(membership.schoolId, schoolId),
          inArray(membership.personId, inspectorIds),
          inArray(membership.role, [...STAFF]),
          isNull(membership.leftAt),
        ),
      );
    if (inspectors.length !== inspectorIds.length) notFound("inspector");
    const rows = values.map(({ readingId, tag, inspectorId, value }, index) => {
      const pieceId = byTag.get(tagOf(tag));
      if (!pieceId) refuse({ code: "tag-unknown", tag }, `values.${index}.tag`);
      if (study.kind === "judgement" && ![0, 1, 2].includes(value))
        refuse({ code: "grade-unknown" }, `values.${index}.value`);
      return { id: readingId, schoolId, studyId, pieceId, inspectorId, value };
    });
    await tx
      .insert(agreementReading)
      .values(rows)
      .onConflictDoNothing({ target: agreementReading.id });
    const there = await tx
      .select()
      .from(agreementReading)
      .where(
        inArray(
          agreementReading.id,
          rows.map(({ id }) => id),
        ),
      );
    for (const { id, ...sent } of rows)
      assertSameRecord(
        there.find((one) => one.id === id),
        sent,
      );
    return { studyId, values: rows.length };
  },
});
