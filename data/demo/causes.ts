import { likelyCauses } from "@/core/cause/likely";
import { signsOf } from "@/core/cause/signs";
import type { Characteristic } from "@/core/measure/characteristic";
import type { Verdict } from "@/core/verdict/verdict";
import type { Random } from "@/core/stats/random";
import type { DemoRows, NewId } from "./rows";

/** How often the instructor says something of the likeliest cause, and how often that it holds. */
const SAID = 0.4;
const HOLDS = 0.8;

/** What the instructor said of the likeliest cause of pieces that weren't kept at once. */
export function addCausesSaid(
  rows: DemoRows,
  verdicts: DemoRows["verdict"],
  random: Random,
  id: NewId,
): void {
  for (const { schoolId, pieceId, sequence, outcome, computed, signedAt, signedBy } of verdicts) {
    if (sequence !== 1 || outcome === "keep") continue;
    const { revisionId } = rows.piece.find((one) => one.id === pieceId)!;
    const revision = rows.exerciseRevision.find((one) => one.id === revisionId)!;
    const characteristics = revision.characteristics as Characteristic[];
    const [likeliest] = likelyCauses(signsOf({ characteristics, verdict: computed as Verdict }));
    if (!likeliest || random.next() > SAID) continue;
    const saidAt = signedAt as Date;
    rows.causeSaid.push({
      id: id(saidAt.getTime()),
      schoolId,
      pieceId,
      cause: likeliest.code,
      holds: random.next() < HOLDS,
      byTable: likeliest.byTable,
      shownBy: likeliest.shownBy,
      saidBy: signedBy,
      saidAt,
    });
  }
}
