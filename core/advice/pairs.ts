import { bringFeature, isOffAt, type Progress } from "./progress";
import { featureNamed, type Pair } from "./workpiece";

/** Things that have to agree: the second is brought to the first, or the first to the second. */
export function agreePairs(progress: Progress): boolean {
  for (const pair of progress.measured.pairs) {
    const value = progress.measured.valueAt(pair.line, progress.state);
    if (value === null || !isOffAt(pair.line, value)) continue;
    if (!agree(progress, pair, "second") && !agree(progress, pair, "first")) return false;
  }
  return true;
}

function agree(progress: Progress, pair: Pair, side: "first" | "second"): boolean {
  const { measured, state } = progress;
  if (pair.line.judgement?.values?.length !== 2) return false;
  const other = measured.sideAt(pair, side === "second" ? "first" : "second", state);
  const now = measured.sideAt(pair, side, state);
  const id = pair[side];
  const own = measured.line(id);
  const to = own ? Math.min(own.upper, Math.max(own.lower, other)) : other;
  if (own && isOffAt(own, to)) return false;
  const found = featureNamed(measured.piece, id);
  const { measure, unit } = pair.line.characteristic;
  // The match of two says "above" of its difference; which way is on is said by the thing itself.
  const isOn = ON_WHEN_MORE.has(measure) === to > now;
  return found !== null && bringFeature(progress, found, { id, to, isOn, unit, kind: "size" });
}

/** Measures of which more is farther on: the work goes on by making them larger. */
const ON_WHEN_MORE = new Set(["angle", "turns"]);
