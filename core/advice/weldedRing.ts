import type { Ring } from "../feature/kinds/ring";
import { featureNameInText } from "../feature/registry";
import type { Line } from "./line";
import { guarded, isOffAt, make, offAt, offNow, type Progress } from "./progress";
import { barUnder, stretched, type BarUnder } from "./ringBar";

/** A line and what it reads at a moment. */
export interface ReadLine {
  line: Line;
  value: number;
}

export const meanOf = (read: readonly ReadLine[]): number | null =>
  read.length > 0 ? read.reduce((sum, { value }) => sum + value, 0) / read.length : null;

const ROUND = "Round {it} on the horn, to {to} inside both ways";
const ROUND_ANYHOW = "Round {it} on the horn where it stands proud";
const STRETCH = "Stretch {it} to {to} inside, drawing it evenly all round on the horn";

/**
 * Trues a ring that is welded shut. Its bar is all it has: oval, it is made round and comes to the mean of its
 * two ways; too small, it is stretched, which takes the bar thinner; too large, it stays so.
 *
 * @param evened what is brought to nothing with it: how far it is from round
 * @returns false where that doesn't bring it within its limits
 */
export function trueWeldedRing(
  progress: Progress,
  { id, ring, part }: { id: string; ring: Ring; part: string },
  { ways, evened }: { ways: readonly ReadLine[]; evened: readonly (readonly [string, number])[] },
): boolean {
  const { measured } = progress;
  const bar = barUnder(measured.piece, part, ring);
  // Read one way only it may as well be oval as too large or small.
  const isWhole = ways.length === 2;
  const nowMm = isWhole ? meanOf(ways)! : ring.insideDiameter;
  // Mistyped readings may leave nothing inside.
  if (nowMm <= 0) return false;
  const isOffEither = (mm: number) => ways.some(({ line }) => isOffAt(line, mm));
  const minMm = Math.max(...ways.map(({ line }) => guarded(line)[0]));
  const stretchedMm =
    nowMm < minMm ? stretchRing(progress, { bar, part, ring, ways, nowMm, minMm }) : null;
  const isShort = stretchedMm !== null;
  const toMm = stretchedMm ?? nowMm;
  if (isOffEither(toMm)) return false;
  make(
    progress,
    {
      operation: "ring",
      on: [ring.id],
      part,
      saying: {
        ...{ code: "rework", say: isShort ? STRETCH : isWhole ? ROUND : ROUND_ANYHOW },
        ...{ name: featureNameInText(ring), to: isShort || isWhole ? toMm : null, unit: "mm" },
      },
    },
    [...ways.map(({ line }) => [line.characteristic.id, toMm] as const), ...evened],
    [[id, { ...ring, insideDiameter: toMm - measured.ringGrownMm(part, ring, progress.state) }]],
  );
  return true;
}

/** A welded ring as it reads, mm inside, and the least it may have. */
interface RingNow {
  ring: Ring;
  part: string;
  bar: BarUnder;
  ways: readonly ReadLine[];
  nowMm: number;
  minMm: number;
}

/**
 * Stretches a ring to what is drawn, or else no further than it has to be, as long as its bar isn't too thin then.
 *
 * @returns what it has inside then, mm; null where its bar would be too thin
 */
function stretchRing(
  progress: Progress,
  { ring, part, bar, ways, nowMm, minMm }: RingNow,
): number | null {
  const { measured, state } = progress;
  const known = new Set([...offNow(progress), ...ways].map(({ line }) => line));
  for (const toMm of [Math.max(minMm, ring.insideDiameter), minMm]) {
    const metal = stretched(bar, state.bars.get(part)!, { nowMm, toMm });
    const after = { ...state, bars: new Map([...state.bars, [part, metal]]) };
    if (offAt(measured, after).every(({ line }) => known.has(line))) {
      progress.state = after;
      return toMm;
    }
  }
  return null;
}
