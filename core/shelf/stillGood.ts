import type { Characteristic } from "../measure/characteristic";
import { layBar } from "../bar/bar";
import type { Piece } from "../piece/piece";
import type { Verdict } from "../verdict/verdict";
import type { Salvage } from "./salvage";

/**
 * The first of them that isn't spoiled itself: too light anywhere, or with a fault left in it
 * that no heat mends.
 */
export function stillGood(
  salvage: readonly Salvage[],
  piece: Piece,
  of: {
    characteristics: readonly Characteristic[];
    verdict: Verdict;
    defects: readonly { id: string; atMm: number | null }[];
  },
): Salvage | null {
  const { verdict, characteristics, defects } = of;
  if (verdict.outcome !== "start-again") return null;
  const light = new Set(
    verdict.judgements.flatMap(({ characteristicId, state }) =>
      state === "light" ? [characteristicId] : [],
    ),
  );
  const deciding = new Set(
    verdict.reasons.flatMap((reason) =>
      reason.code === "defect" && reason.decides === "start-again" ? [reason.defect.id] : [],
    ),
  );
  const places = defects.filter(({ id }) => deciding.has(id)).map(({ atMm }) => atMm);
  // A fault all over leaves nothing.
  if (places.includes(null)) return null;
  const { stretches } = layBar(piece.stretches);
  return (
    salvage.find(({ stretchId }) => {
      const laid = stretches.find(({ stretch }) => stretch.id === stretchId)!;
      const isLight = characteristics.some(
        ({ id, stretch, measure }) =>
          stretch === stretchId && measure !== "length" && light.has(id),
      );
      return !isLight && !places.some((atMm) => atMm! > laid.fromMm && atMm! < laid.toMm);
    }) ?? null
  );
}
