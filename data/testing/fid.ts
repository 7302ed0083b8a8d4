import type { Characteristic } from "@/core/measure/characteristic";
import type { Actor } from "../actor";
import type { Database } from "../database";
import { actOk, newId, type TestSchool } from "./database";

/** When test readings are taken. */
export const NOW = "2026-11-24T18:00:00.000Z";

/** Sets the fid for a learner and starts a piece of it. */
export async function startFid(
  database: Database,
  school: TestSchool,
  {
    learner = school.learner,
    kind = "assessed",
    by = school.instructor,
  }: { learner?: Actor; kind?: "assessed" | "practice"; by?: Actor } = {},
) {
  const { rows, instructor } = school;
  const fid = rows.exercise.find(({ name }) => name === "Net-mender's fid")!;
  const revision = rows.exerciseRevision.find(({ exerciseId }) => exerciseId === fid.id)!;
  const [assignmentId, pieceId] = [newId(), newId()];
  const learners = [{ assignmentId, personId: learner.personId }];
  await actOk(database, instructor, "assign", { revisionId: revision.id, learners });
  const { techniqueId } = fid;
  const input = { pieceId, assignmentId, kind, guided: false };
  const { tag } = await actOk<{ tag: string }>(database, by, "start-piece", input);
  const characteristics = revision.characteristics as Characteristic[];
  return { pieceId, assignmentId, exerciseId: fid.id, characteristics, input, tag, techniqueId };
}

/** Values on size for a characteristic. */
export function valuesOnSize({ readings, tolerance, nominal }: Characteristic): number[] {
  const { sizeMm } = tolerance;
  return readings === "difference" ? [sizeMm * 1.4, sizeMm * 1.4] : [nominal];
}

/** A reading as the bench sends it. */
export const readingFor = (
  { rows }: TestSchool,
  pieceId: string,
  characteristic: Characteristic,
  more: { values?: number[]; supersedesId?: string | null; takenAt?: string } = {},
) => ({
  readingId: newId(),
  pieceId,
  characteristicId: characteristic.id,
  values: more.values ?? valuesOnSize(characteristic),
  typed: "typed",
  instrumentId: rows.instrument.find(({ kind }) => kind === characteristic.instrument)!.id,
  supersedesId: more.supersedesId ?? null,
  takenAt: more.takenAt ?? NOW,
});
