import type { EarlyEnd } from "./earlyRecord";
import type { MayStop } from "../inspection/enough";
import { judgePiece } from "./judgePiece";
import type { Asked, PieceRecord } from "./record";
import type { Rules, Verdict } from "./verdict";

/**
 * How an inspection ended early, or would have where it was drawn to be measured whole: then its
 * readings are gone through in the order they were taken, to the first that was enough.
 *
 * @param computed the verdict from all of the record
 * @returns null for an inspection that took all its readings without being drawn
 */
export function earlyEndOf(
  asked: Asked & { mayStop: MayStop },
  record: PieceRecord,
  { rules, computed }: { rules: Rules; computed: Verdict },
): EarlyEnd | null {
  const { enough, unmeasured, outcome } = computed;
  const of = asked.characteristics.length;
  if (outcome === null) return null;
  if (enough && !enough.drawn) {
    const read = of - unmeasured.length;
    return { read, of, chance: enough.chance, said: outcome, drawn: false, found: outcome };
  }
  const { mayStop } = asked;
  // A piece that is lost is read no further, drawn or not.
  const isOver = unmeasured.length === 0 || outcome === "start-again";
  if ("settledChance" in mayStop || !mayStop.drawn || !isOver) return null;
  const open: Asked = { ...asked, mayStop: { ...mayStop, drawn: false } };
  for (let read = 1; read < Math.min(of, record.readings.length); read += 1) {
    const soFar = judgePiece(open, { ...record, readings: record.readings.slice(0, read) }, rules);
    if (soFar.enough && soFar.outcome)
      return {
        ...{ read, of, chance: soFar.enough.chance },
        ...{ said: soFar.outcome, drawn: true, found: outcome },
      };
  }
  return null;
}
