import { refuse } from "@/core/problem/problem";
import { and, desc, eq } from "drizzle-orm";
import type { CommandInput } from "@/core/records/commands";
import type { Step } from "@/core/trade/steps";
import type { Outcome } from "@/core/verdict/outcomes";
import type { EarlyEnd } from "@/core/verdict/earlyRecord";
import { earlyEndOf } from "@/core/verdict/earlyEnd";
import { judgePiece } from "@/core/verdict/judgePiece";
import { canBeDecided, canBeSigned, type Verdict } from "@/core/verdict/verdict";
import { INSTRUCTORS } from "../actor";
import type { Transaction } from "../database";
import { ofPiece } from "../ofPiece";
import { mayStopFor } from "../queries/early";
import { piece, verdict } from "../schema";
import { keepStandings } from "../standing";
import { defineCommand } from "./command";
import { assertSameRecord } from "./once";
import { isClosed, judgedFrom, openPiece, type OpenPiece } from "./pieces";

export const signVerdict = defineCommand({
  name: "sign-verdict",
  roles: INSTRUCTORS,
  run: async ({ tx, actor }, { verdictId, pieceId, override, expected }) => {
    // Held alone: no reading can come in between judging and signing.
    await tx
      .select({ id: piece.id })
      .from(piece)
      .where(and(eq(piece.id, pieceId), eq(piece.schoolId, actor.schoolId)))
      .for("update");
    const row = await openPiece(tx, actor, pieceId);
    const verdicts = await tx
      .select()
      .from(verdict)
      .where(ofPiece(verdict, { schoolId: actor.schoolId, pieceId }))
      .orderBy(desc(verdict.sequence));
    const there = verdicts.find(({ id }) => id === verdictId);
    if (!there) {
      if (isClosed(row)) refuse({ code: "already-signed" });
      const { computed, early } = await inspected(tx, row, verdicts.length === 0);
      const outcome = override && canBeDecided(computed) ? override.outcome : signable(computed);
      if (!outcome)
        refuse({
          code: "piece-incomplete",
          unmeasured: computed.unmeasured.length,
          untried: computed.untried.length,
          undecided: computed.undecided.length,
        });
      if (expected && computed.outcome !== expected)
        refuse({ code: "judged-otherwise", outcome: computed.outcome });
      const added = await tx
        .insert(verdict)
        .values({
          id: verdictId,
          schoolId: actor.schoolId,
          pieceId,
          sequence: (verdicts[0]?.sequence ?? 0) + 1,
          engine: computed.engine,
          outcome,
          overrideReason: override?.reason ?? null,
          marks: computed.marks,
          meetsStep: stepMet(computed.meetsStep, row.step as Step, override),
          computed,
          early,
          signedBy: actor.personId,
        })
        .onConflictDoNothing({ target: [verdict.schoolId, verdict.id] })
        .returning({ id: verdict.id });
      if (added.length === 0) assertSameRecord(undefined, {});
    }
    const { schoolId } = actor;
    const { learnerId, techniqueId } = row;
    const [standing] = await keepStandings(tx, { schoolId, learnerId, techniqueId });
    return { verdictId, standing };
  },
});

/** The verdict as computed, and how its inspection ended early or would have: only a first one does. */
async function inspected(
  tx: Transaction,
  row: OpenPiece,
  isFirst: boolean,
): Promise<{ computed: Verdict; early: EarlyEnd | null }> {
  const { asked, record, rules } = await judgedFrom(tx, row);
  const step = row.step as Step;
  const mayStop =
    isFirst && row.endsEarlySince
      ? await mayStopFor(tx, { ...row, ...row.plan, step, rules, shop: asked.shop })
      : undefined;
  const inspection = mayStop ? { ...asked, mayStop } : asked;
  const computed = judgePiece(inspection, record, rules);
  return {
    computed,
    early: mayStop ? earlyEndOf({ ...asked, mayStop }, record, { rules, computed }) : null,
  };
}

const signable = (computed: Verdict): Outcome | null =>
  canBeSigned(computed) ? computed.outcome : null;

/** An instructor who decides otherwise decides the step too: kept counts as the exercise's own. */
function stepMet(
  computed: Step | 0,
  asked: Step,
  override: CommandInput<"sign-verdict">["override"],
): Step | 0 {
  if (!override) return computed;
  return override.outcome === "keep" ? (Math.max(computed, asked) as Step) : 0;
}
