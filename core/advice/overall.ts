import { isOverall } from "../measure/characteristic";
import { featureNameInText } from "../feature/registry";
import { MAX_CUT_SHARE } from "./ways";
import { barOf } from "../piece/piece";
import { MAX_MOVE_MM, SHAPED_BY, undoUnread } from "./unread";
import { cutEnd, isFreeEnd } from "./metalState";
import type { Line } from "./line";
import {
  areWithin,
  guarded,
  isOffAt,
  make,
  moveOf,
  offNow,
  partOf,
  type Progress,
} from "./progress";
import { featureKey, reworkOf, type ReworkState } from "./workpiece";

/**
 * The overall size of a bent bar: a bend is straightened and made again nearer one end, or
 * bar is cut off a free end. Where neither brings all of it within limits there is
 * too much or too little bar.
 */
export function bringToOverall(progress: Progress): boolean {
  const off = offNow(progress).filter(({ line }) => isOverall(line.characteristic));
  for (const part of new Set(off.map(({ line }) => partOf(line.characteristic))))
    if (!bringPart(progress, part)) return false;
  return offNow(progress).every(({ line }) => !isOverall(line.characteristic));
}

function bringPart(progress: Progress, part: string): boolean {
  const { measured } = progress;
  const overall = measured.lines.filter(
    ({ characteristic }) => isOverall(characteristic) && partOf(characteristic) === part,
  );
  const explanations = progress.explanations.get(part) ?? [];
  return (
    bringToDrawn(progress, part, overall) ||
    undoUnread(progress, overall, explanations) ||
    cutToOverall(progress, part, overall) ||
    comesOutAsDrawn(progress, overall)
  );
}

/**
 * An overall size that was read right while a bend was wrong: one of the two readings is off. Once
 * the bend is right it comes out as all that makes it is drawn.
 */
function comesOutAsDrawn(progress: Progress, overall: readonly Line[]): boolean {
  const { measured, state } = progress;
  const values = overall.flatMap((line) => {
    const value = measured.valueAt(line, state);
    const drawn = measured.modelAt(line, state);
    return value === null || drawn === null || !isOffAt(line, value) ? [] : [{ line, drawn }];
  });
  const wasRight = values.every(
    ({ line, drawn }) => !isOffAt(line, line.judgement!.value) && !isOffAt(line, drawn),
  );
  if (!wasRight || state.features === measured.initial.features) return false;
  progress.state = {
    ...state,
    values: new Map([
      ...state.values,
      ...values.map(({ line, drawn }) => [line.characteristic.id, drawn] as const),
    ]),
  };
  const last = progress.moves.at(-1);
  if (last) last.after = progress.state;
  return last !== undefined;
}

/** Angles and diameters that are within their limits, brought nearer to what is drawn: what is bent a little short adds up. */
function bringToDrawn(progress: Progress, part: string, overall: readonly Line[]): boolean {
  const { measured, state } = progress;
  const near = (barOf(measured.piece, part).features ?? []).flatMap((feature) => {
    const key = SHAPED_BY[feature.kind];
    const line = key && measured.line(`${featureKey(part, feature.id)}.${key}`);
    const value = line ? measured.valueAt(line, state) : null;
    if (!key || !line || value === null || feature.kind === "ring") return [];
    const isLess = value < line.characteristic.nominal;
    const way = isLess ? reworkOf(feature, key)?.on : reworkOf(feature, key)?.back;
    return way && Math.abs(value - line.characteristic.nominal) > 1e-3
      ? [{ feature, key, line, way }]
      : [];
  });
  for (const group of [...near.map((one) => [one]), ...(near.length > 1 ? [near] : [])]) {
    const after: ReworkState = {
      ...state,
      features: new Map([
        ...state.features,
        ...group.map(({ feature, key, line }) => {
          const id = featureKey(part, feature.id);
          const to = line.characteristic.nominal;
          return [id, measured.shapedBy({ part, feature, key }, to, state)] as const;
        }),
      ]),
    };
    if (!areWithin(measured, overall, after)) continue;
    for (const { feature, line, way } of group) {
      const { unit, nominal, id } = line.characteristic;
      const it = { part, on: feature.id, name: featureNameInText(feature) };
      const key = featureKey(part, feature.id);
      make(
        progress,
        moveOf(way, { ...it, to: nominal, unit, kind: "size" }),
        [[id, nominal]],
        [[key, after.features.get(key)!]],
      );
    }
    return true;
  }
  return false;
}

/** Bar cut off a free end, where that brings every overall size within its limits. */
function cutToOverall(progress: Progress, part: string, overall: readonly Line[]): boolean {
  const { measured, state, mayCut } = progress;
  if (!mayCut) return false;
  for (const end of ["A", "B"] as const) {
    if (!isFreeEnd(barOf(measured.piece, part), end)) continue;
    const reached = (mm: number): ReworkState => ({
      ...state,
      bars: new Map([...state.bars, [part, cutEnd(state.bars.get(part)!, end, mm)]]),
    });
    const { forms } = state.bars.get(part)!;
    const { lengthMm } = forms.at(end === "A" ? 0 : -1)!;
    const max = Math.min(MAX_MOVE_MM, MAX_CUT_SHARE * lengthMm);
    const mm = distanceThatFits(progress, overall, { reached, min: 0, max });
    if (mm === null) continue;
    progress.state = reached(mm);
    progress.moves.push({
      operation: "trim",
      on: [part],
      part,
      saying: { code: "cut", end, mm, name: null },
      after: progress.state,
    });
    return true;
  }
  return false;
}

/** By how much something has to move for every overall size to be within its limits, in a straight line; the least that is best. */
function distanceThatFits(
  { measured }: Progress,
  overall: readonly Line[],
  { reached, min, max }: { reached: (mm: number) => ReworkState; min: number; max: number },
): number | null {
  let [from, to] = [min, max];
  let best = 0;
  let steepest = 0;
  for (const line of overall) {
    const [a, b] = [measured.valueAt(line, reached(0)), measured.valueAt(line, reached(1))];
    if (a === null || b === null) continue;
    const slope = b - a;
    const [lower, upper] = guarded(line);
    if (Math.abs(slope) < 1e-6) {
      if (isOffAt(line, a)) return null;
      continue;
    }
    const ends = [(lower - a) / slope, (upper - a) / slope].sort((x, y) => x - y) as [
      number,
      number,
    ];
    from = Math.max(from, ends[0]);
    to = Math.min(to, ends[1]);
    if (Math.abs(slope) > steepest) {
      steepest = Math.abs(slope);
      best = (line.characteristic.nominal - a) / slope;
    }
  }
  if (from > to || steepest === 0) return null;
  const mm = Math.min(to, Math.max(from, best));
  return areWithin(measured, overall, reached(mm)) && Math.abs(mm) > 1e-6 ? mm : null;
}
