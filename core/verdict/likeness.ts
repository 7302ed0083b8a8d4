import type { Characteristic } from "../measure/characteristic";
import type { OutlineStation } from "../piece/outline";
import type { Judgement } from "../measure/judge";

/** How two pieces of the same plan differ in one characteristic. */
export interface Difference {
  characteristicId: string;
  name: string;
  unit: Judgement["unit"];
  nominal: number;
  lower: number;
  upper: number;
  mine: Judgement | null;
  other: Judgement | null;
  /** Mine less the other's; null where one isn't measured. */
  apart: number | null;
  /** That, as a share of the width of the tolerance; null where there is none. */
  share: number | null;
}

/** Two pieces side by side, in the plan's order; what neither has measured is left out. */
export function differencesOf(
  mine: readonly Judgement[],
  other: readonly Judgement[],
): Difference[] {
  const theirs = new Map(other.map((one) => [one.characteristicId, one]));
  const own = new Map(mine.map((one) => [one.characteristicId, one]));
  const all = new Map([...theirs, ...own]);
  return [...all.values()].map((either) => {
    const { characteristicId, name, unit, nominal, lower, upper } = either;
    const [a, b] = [own.get(characteristicId) ?? null, theirs.get(characteristicId) ?? null];
    const apart = a && b ? a.value - b.value : null;
    const width = upper - lower;
    const share = apart !== null && width > 0 ? Math.abs(apart) / width : null;
    return { characteristicId, name, unit, nominal, lower, upper, mine: a, other: b, apart, share };
  });
}

/**
 * The outline a piece has by its readings: the drawn one, thicker or thinner by what was read
 * off nominal at the stations, in a straight line between them and level beyond the outermost.
 *
 * @param times how many times the deviations are drawn; 1 is true
 */
export function measuredOutline(
  drawn: readonly OutlineStation[],
  characteristics: readonly Characteristic[],
  { judgements, times }: { judgements: readonly Judgement[]; times: number },
): OutlineStation[] {
  const of = new Map(judgements.map((one) => [one.characteristicId, one]));
  const off = new Map<number, number[]>();
  for (const { id, kind, measure, unit, atMm } of characteristics) {
    const judged = of.get(id);
    const isThickness = kind === "size" && unit === "mm" && measure === "thickness";
    if (!judged || !isThickness) continue;
    off.set(atMm, [...(off.get(atMm) ?? []), (judged.value - judged.nominal) / 2]);
  }
  const known = [...off]
    .map(([xMm, halves]) => ({
      xMm,
      offMm: halves.reduce((sum, half) => sum + half, 0) / halves.length,
    }))
    .sort((a, b) => a.xMm - b.xMm);
  return drawn.map(({ xMm, halfMm }) => ({
    xMm,
    halfMm: Math.max(0, halfMm + times * offAt(known, xMm)),
  }));
}

function offAt(known: readonly { xMm: number; offMm: number }[], xMm: number): number {
  const after = known.findIndex((one) => one.xMm >= xMm);
  if (known.length === 0) return 0;
  if (after <= 0) return known[after < 0 ? known.length - 1 : 0]!.offMm;
  const [a, b] = [known[after - 1]!, known[after]!];
  return a.offMm + ((b.offMm - a.offMm) * (xMm - a.xMm)) / (b.xMm - a.xMm);
}
