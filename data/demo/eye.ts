import { drawPiece, type DrawnMeasure } from "@/core/eye/drawn";
import { seededUuidV7, type Random } from "@/core/stats/random";
import type { DemoRows } from "./rows";

const DAY_MS = 86_400_000;
const WEEKS = 9;
const CALLS_A_WEEK = 7;

/** One learner's eye drills over nine weeks: they begin by saying too large or too small, and learn. */
export function addEyeCalls(
  rows: DemoRows,
  {
    schoolId,
    callerId,
    index,
    until,
  }: { schoolId: string; callerId: string; index: number; until: number },
  random: Random,
): void {
  const bias = 0.14 * random.normal();
  const spread = 0.12 + 0.1 * random.next();
  let before: DrawnMeasure | null = null;
  for (let week = 0; week < WEEKS; week += 1)
    for (let call = 0; call < CALLS_A_WEEK; call += 1) {
      const at = until - (WEEKS - week) * 7 * DAY_MS + index * 60_000 + call * 18_000;
      const { measure, truthMm } = drawPiece(random, before);
      before = measure;
      const learnt = (week + 1) ** -0.6;
      const error = learnt * bias + spread * learnt ** 0.5 * random.normal();
      rows.eyeCall.push({
        id: seededUuidV7(at, random),
        schoolId,
        callerId,
        measure,
        called: Math.max(0.5, Math.round(truthMm * (1 + error) * 2) / 2),
        truth: truthMm,
        calledAt: new Date(at),
      });
    }
}
