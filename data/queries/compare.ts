import { and, asc, eq, sql } from "drizzle-orm";
import type { BenchReading } from "@/core/records/bench";
import { isStaff, type Actor } from "../actor";
import type { Queryable } from "../database";
import { ofEachPiece } from "../ofPiece";
import { person, piece, verdict } from "../schema";
import { currentRecords } from "./bench";
import { wholeInspection } from "./early";

export interface ComparablePiece {
  id: string;
  tag: string;
  learnerId: string;
  learner: string;
  number: number;
  outcome: "keep" | "another-heat" | "start-again" | null;
  marks: number | null;
  /** Whether its inspection ended early: its marks are of what was read. */
  inPart: boolean;
}

/**
 * Pieces of the same revision, which so have the same plan: for staff everyone's, for a
 * learner their own; by learner in the order made.
 */
export async function listComparable(
  database: Queryable,
  actor: Actor,
  pieceId: string,
): Promise<ComparablePiece[]> {
  return database
    .select({
      id: piece.id,
      tag: piece.tag,
      learnerId: piece.learnerId,
      learner: person.name,
      number: piece.number,
      outcome: sql<
        ComparablePiece["outcome"]
      >`(array_agg(${verdict.outcome} order by ${verdict.sequence} desc))[1]`,
      marks: sql<number | null>`(array_agg(${verdict.marks} order by ${verdict.sequence} desc))[1]`,
      inPart: sql<boolean>`(array_agg(not ${wholeInspection()} order by ${verdict.sequence} desc))[1]`,
    })
    .from(piece)
    .innerJoin(person, eq(person.id, piece.learnerId))
    .leftJoin(verdict, ofEachPiece(verdict))
    .where(
      and(
        eq(piece.schoolId, actor.schoolId),
        sql`${piece.revisionId} = (select revision_id from ${piece} as this where this.school_id = ${actor.schoolId} and this.id = ${pieceId})`,
        isStaff(actor) ? undefined : eq(piece.learnerId, actor.personId),
      ),
    )
    .groupBy(piece.schoolId, piece.id, person.name)
    .orderBy(asc(person.name), asc(piece.number));
}

/** The readings that stand of each of some pieces. The caller has checked that they may be seen. */
export async function readingsOf(
  database: Queryable,
  { schoolId }: Actor,
  pieceIds: readonly string[],
): Promise<Map<string, BenchReading[]>> {
  const found = new Map<string, BenchReading[]>();
  for (const pieceId of pieceIds)
    found.set(pieceId, (await currentRecords(database, { schoolId, pieceId })).readings);
  return found;
}

/** What one would lay beside a piece first: the learner's last, and the best of the class. */
export function firstChoices(
  piece: { id: string; learnerId: string },
  all: readonly ComparablePiece[],
): { why: string; piece: ComparablePiece }[] {
  const own = all.filter(({ learnerId }) => learnerId === piece.learnerId);
  const at = own.findIndex(({ id }) => id === piece.id);
  const last = own[at - 1];
  const kept = all.filter(
    ({ id, outcome, marks, inPart }) =>
      id !== piece.id && outcome === "keep" && marks !== null && !inPart,
  );
  const best = kept.toSorted((a, b) => b.marks! - a.marks!)[0];
  return [
    ...(last ? [{ why: "the last", piece: last }] : []),
    ...(best ? [{ why: "the best kept", piece: best }] : []),
  ];
}
