import { layBar } from "../bar/bar";
import { isFoldWelded } from "../feature/kinds/fold";
import { barOf, type Feature } from "../piece/piece";
import { endNearest } from "./ways";
import { cutEnd } from "./metalState";
import type { Line } from "./line";
import { guarded, make, offAt, offNow, type FeatureMove, type Progress } from "./progress";
import { madeAgain } from "./unread";
import { featureKey, featureOf, type ReworkState } from "./workpiece";

/**
 * Legs brought to one length: the longer one is cut, where a free end may be cut, else the fold is
 * made again; whichever leaves the fewest lines off.
 */
export function evenLegs(progress: Progress): boolean {
  for (const { line, value } of offNow(progress)) {
    const leg = legOf(progress, line, value);
    if (!leg) continue;
    const [chosen] = [...cutsOf(progress, leg), ...foldsOf(progress, leg)]
      .map((way) => ({ ...way, off: offAt(progress.measured, way.after).length }))
      .sort((a, b) => a.off - b.off);
    if (!chosen) return false;
    progress.state = chosen.after;
    make(progress, chosen.move, [[line.characteristic.id, chosen.reads]]);
  }
  return true;
}

/** A leg that is off, of a fold or a slit. */
interface Leg {
  line: Line;
  of: NonNullable<ReturnType<typeof featureOf>>;
  /** By how much it is longer than it should be, mm: than the other, or than drawn. */
  overMm: number;
  /** Whether both legs were read, held against one another. */
  isBoth: boolean;
  /** The end the leg that is off, or the longer one, runs to. */
  end: "A" | "B";
}

function legOf(progress: Progress, line: Line, value: number): Leg | null {
  const { measured } = progress;
  const { characteristic, judgement } = line;
  const of = featureOf(measured.piece, characteristic);
  const isBoth = characteristic.measure === "legs";
  if (!of || !LEGGED.has(of.feature.kind) || !(isBoth || of.key === "leg")) return null;
  const overMm = isBoth ? value : value - characteristic.nominal;
  if (!isBoth) return { line, of, overMm, isBoth, end: shorterEnd(progress, of) };
  const [a = 0, b = 0] = measured.legsAt(line, progress.state) ?? judgement?.values ?? [];
  return { line, of, overMm, isBoth, end: a >= b ? "A" : "B" };
}

const LEGGED = new Set<Feature["kind"]>(["fold", "slit"]);

const shorterEnd = ({ measured }: Progress, { part, feature }: Leg["of"]): "A" | "B" =>
  "at" in feature
    ? endNearest(feature.at, layBar(barOf(measured.piece, part).stretches).lengthMm)
    : "A";

/** One thing that can be done about a leg. */
interface LegWay {
  after: ReworkState;
  /** What its line reads then. */
  reads: number;
  move: Omit<FeatureMove, "after">;
}

/** The longer leg cut to the other, or only as far as its limit. */
function cutsOf({ state, mayCut }: Progress, leg: Leg): LegWay[] {
  const { line, of, overMm, isBoth, end } = leg;
  if (!mayCut || overMm <= 0) return [];
  const { nominal } = line.characteristic;
  const spareMm = guarded(line)[1] - (isBoth ? 0 : nominal);
  return [overMm, overMm - spareMm].map((mm): LegWay => {
    const bar = state.bars.get(of.part)!;
    // Slit legs lie side by side: the bar is no shorter for one of them.
    const isSlit = of.feature.kind === "slit";
    const bars = isSlit ? state.bars : new Map([...state.bars, [of.part, cutEnd(bar, end, mm)]]);
    const say = `Cut {to} off the ${isBoth ? "longer" : "short"} leg of {it}`;
    return {
      after: { ...state, bars },
      reads: (isBoth ? 0 : nominal) + overMm - mm,
      move: {
        operation: "trim",
        on: [of.feature.id],
        part: of.part,
        saying: { code: "rework", say, name: of.name, to: mm, unit: "mm" },
      },
    };
  });
}

/** The fold opened and made again where both legs come right; one that is welded shut can't be. */
function foldsOf({ measured, state }: Progress, leg: Leg): LegWay[] {
  const { line, of, overMm, isBoth, end } = leg;
  const { part, feature } = of;
  const bar = barOf(measured.piece, part);
  const { lengthMm } = layBar(bar.stretches);
  if (feature.kind !== "fold" || isFoldWelded(feature, bar.features ?? [], lengthMm)) return [];
  const offMm = (end === "A" ? 1 : -1) * (isBoth ? overMm / 2 : overMm);
  const key = featureKey(part, feature.id);
  const now = (state.features.get(key) ?? feature) as typeof feature;
  const again = { ...now, at: now.at - offMm };
  return [
    {
      after: { ...state, features: new Map([...state.features, [key, again]]) },
      reads: isBoth ? 0 : line.characteristic.nominal,
      move: madeAgain(feature, { part, lengthMm, offMm }),
    },
  ];
}
