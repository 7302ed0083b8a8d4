import { refuse } from "@/core/problem/problem";
import { and, eq } from "drizzle-orm";
import { INSTRUCTORS } from "../actor";
import { notFound } from "../notFound";
import { causeSaid, piece } from "../schema";
import { defineCommand } from "./command";
import { assertSameRecord } from "./once";

/** What an instructor says of a likely cause. It may be said after signing too: it changes no verdict. */
export const sayCause = defineCommand({
  name: "say-cause",
  roles: INSTRUCTORS,
  run: async ({ tx, actor }, { sayingId, pieceId, cause, holds, byTable, shownBy }) => {
    const { schoolId } = actor;
    const [known] = await tx
      .select({ id: piece.id })
      .from(piece)
      .where(and(eq(piece.id, pieceId), eq(piece.schoolId, schoolId)));
    if (!known) notFound("piece");
    const sent = { id: sayingId, schoolId, pieceId, cause, holds, byTable, shownBy };
    const added = await tx
      .insert(causeSaid)
      .values({ ...sent, saidBy: actor.personId })
      .onConflictDoNothing()
      .returning({ id: causeSaid.id });
    if (added.length > 0) return { sayingId };
    const [there] = await tx
      .select()
      .from(causeSaid)
      .where(and(eq(causeSaid.id, sayingId), eq(causeSaid.schoolId, schoolId)));
    if (!there) refuse({ code: "id-taken" });
    assertSameRecord(there, sent);
    return { sayingId };
  },
});
