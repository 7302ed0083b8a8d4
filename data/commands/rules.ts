import { refuse } from "@/core/problem/problem";
import { and, desc, eq, sql } from "drizzle-orm";
import { settledBy } from "@/core/verdict/earlyRecord";
import { judgePiece } from "@/core/verdict/judgePiece";
import { INSTRUCTORS } from "../actor";
import { notFound } from "../notFound";
import { ofPiece } from "../ofPiece";
import { exercise, piece, school, verdict } from "../schema";
import { keepStandings } from "../standing";
import { defineCommand } from "./command";
import { assertSameRecord } from "./once";
import { isClosed, judgedFrom, openPiece } from "./pieces";

export const setGrades = defineCommand({
  name: "set-grades",
  roles: INSTRUCTORS,
  run: async ({ tx, actor }, { grades }) => {
    await tx
      .update(school)
      .set({ rules: sql`coalesce(${school.rules}, '{}') || ${JSON.stringify({ grades })}::jsonb` })
      .where(eq(school.id, actor.schoolId));
    return { grades };
  },
});

export const setEarlyEnd = defineCommand({
  name: "set-early-end",
  roles: INSTRUCTORS,
  run: async ({ tx, actor }, { on }) => {
    await tx
      .update(school)
      .set({ endsEarlySince: on ? sql`now()` : null })
      .where(eq(school.id, actor.schoolId));
    return { on };
  },
});

export const setCloseCalls = defineCommand({
  name: "set-close-calls",
  roles: INSTRUCTORS,
  run: async ({ tx, actor }, { drawn }) => {
    await tx.update(school).set({ drawsCloseCalls: drawn }).where(eq(school.id, actor.schoolId));
    return { drawn };
  },
});

export const setMarksRule = defineCommand({
  name: "set-marks-rule",
  roles: INSTRUCTORS,
  run: async ({ tx, actor }, { exerciseId, rule }) => {
    const changed = await tx
      .update(exercise)
      .set({ marksRule: rule })
      .where(and(eq(exercise.id, exerciseId), eq(exercise.schoolId, actor.schoolId)))
      .returning({ id: exercise.id });
    if (changed.length === 0) notFound("exercise");
    return { exerciseId };
  },
});

/** Judges a closed piece again by today's rules. The old verdict stays; what an instructor decided otherwise stands. */
export const regradePiece = defineCommand({
  name: "regrade-piece",
  roles: INSTRUCTORS,
  run: async ({ tx, actor }, { verdictId, pieceId }) => {
    const { schoolId } = actor;
    await tx
      .select({ id: piece.id })
      .from(piece)
      .where(and(eq(piece.id, pieceId), eq(piece.schoolId, schoolId)))
      .for("update");
    const row = await openPiece(tx, actor, pieceId);
    const [latest] = await tx
      .select()
      .from(verdict)
      .where(ofPiece(verdict, { schoolId, pieceId }))
      .orderBy(desc(verdict.sequence))
      .limit(1);
    const [there] = await tx
      .select()
      .from(verdict)
      .where(and(eq(verdict.schoolId, schoolId), eq(verdict.id, verdictId)));
    if (there) {
      assertSameRecord(there, { schoolId, pieceId });
      return { verdictId };
    }
    if (!latest || !isClosed(row)) refuse({ code: "not-yet-signed" });
    const { asked, record, rules } = await judgedFrom(tx, row);
    const computed = judgePiece({ ...asked, ...settledBy(latest.early) }, record, rules);
    const overridden = latest.overrideReason !== null;
    await tx.insert(verdict).values({
      id: verdictId,
      schoolId,
      pieceId,
      sequence: latest.sequence + 1,
      engine: computed.engine,
      outcome: overridden ? latest.outcome : (computed.outcome ?? latest.outcome),
      overrideReason: latest.overrideReason,
      marks: computed.marks,
      meetsStep: overridden ? latest.meetsStep : computed.meetsStep,
      regraded: true,
      computed,
      early: latest.early,
      signedBy: actor.personId,
    });
    const { learnerId, techniqueId } = row;
    await keepStandings(tx, { schoolId, learnerId, techniqueId });
    return { verdictId };
  },
});
