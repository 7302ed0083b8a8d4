import { featureNameInText } from "../feature/registry";
import type { ReworkWay } from "../feature/rework";
import type { Characteristic } from "../measure/characteristic";
import { isOff, judgeValue } from "../measure/judge";
import type { OperationKey } from "../operation/registry";
import { MAIN_PART, type Feature } from "../piece/piece";
import type { Line } from "./line";
import { isWeldedOn } from "./ringBar";
import type { Saying } from "./saying";
import { featureKey, reworkOf, type MeasuredPiece, type ReworkState } from "./workpiece";

/** One operation on a feature, a join or the whole, and the piece after it. */
export interface FeatureMove {
  operation: OperationKey;
  on: string[];
  part: string;
  saying: Saying;
  after: ReworkState;
}

/** Something nobody read that may be off. */
export interface Unread {
  /** The piece were it so far off; at nothing as it is drawn. */
  at: (state: ReworkState, off: number) => ReworkState;
  max: number;
  /** What is done about it, being so far off; null where nothing is. */
  undo: (off: number) => Omit<FeatureMove, "after">[] | null;
}

/** What nobody read, and how far it is off. */
export interface Explanation {
  unread: Unread;
  off: number;
}

/** How a line stands at a moment. */
export function standsAt(line: Line, value: number) {
  const { characteristic, judgement, lower, upper } = line;
  if (judgement && value === judgement.value) return judgement.state;
  const uncertainty = judgement?.uncertainty ?? 0;
  return judgeValue(characteristic, value, { limits: { lower, upper }, uncertainty }).state;
}

/** Whether a line is out of its limits where it reads so. */
export const isOffAt = (line: Line, value: number): boolean =>
  isOff({ state: standsAt(line, value) });

/** What was done to the piece so far, and what more is done. */
export interface Progress {
  measured: MeasuredPiece;
  state: ReworkState;
  moves: FeatureMove[];
  mayCut: boolean;
  /** What nobody read and the overall sizes show, by the bar it is on. */
  explanations: ReadonlyMap<string, readonly Explanation[]>;
  /** What was off when it was last looked at. */
  off: { at: ReworkState; lines: { line: Line; value: number }[] } | null;
}

/** Lines that are off at this moment. */
export function offNow(progress: Progress): { line: Line; value: number }[] {
  const { measured, state, off } = progress;
  if (off?.at === state) return off.lines;
  const lines = offAt(measured, state);
  progress.off = { at: state, lines };
  return lines;
}

/** Lines that are off at a moment. */
export const offAt = (measured: MeasuredPiece, state: ReworkState) =>
  measured.lines.flatMap((line) => {
    const value = measured.valueAt(line, state);
    return value !== null && isOffAt(line, value) ? [{ line, value }] : [];
  });

/** Whether lines are within their limits at a moment, as far as they were read. */
export const areWithin = (
  measured: MeasuredPiece,
  lines: readonly Line[],
  state: ReworkState,
): boolean =>
  lines.every((line) => {
    const value = measured.valueAt(line, state);
    return value === null || !isOffAt(line, value);
  });

export function make(
  progress: Progress,
  move: Omit<FeatureMove, "after">,
  values: readonly (readonly [string, number])[],
  features: readonly (readonly [string, Feature])[] = [],
): void {
  const { state } = progress;
  progress.state = {
    ...state,
    values: new Map([...state.values, ...values]),
    features: new Map([...state.features, ...features]),
  };
  progress.moves.push({ ...move, after: progress.state });
}

export const partOf = ({ part = MAIN_PART }: Characteristic): string => part;

/** The two limits drawn in by what the instrument can't tell, where that leaves anything. */
export function guarded({ lower, upper, judgement }: Line): [number, number] {
  const guard = GUARD * (judgement?.uncertainty ?? 0);
  return upper - lower > 2.5 * guard ? [lower + guard, upper - guard] : [lower, upper];
}
/** Within its limits by so much of the instrument's uncertainty a size is sure: 1.645 of U/2. */
export const GUARD = 0.83;

export function moveOf(
  way: ReworkWay,
  {
    part,
    on,
    name,
    to,
    unit,
    kind,
  }: {
    part: string;
    on: string;
    name: string;
    to: number;
    unit: Characteristic["unit"];
    kind: Characteristic["kind"];
  },
): Omit<FeatureMove, "after"> {
  return {
    operation: way.operation,
    on: [on],
    part,
    saying: { code: "rework", say: way.say, name, to: kind === "size" ? to : null, unit },
  };
}

/** What a line of a feature is brought to, and whether the work goes on for it or back. */
interface Aim {
  id: string;
  to: number;
  isOn: boolean;
  unit: Characteristic["unit"];
  kind: Characteristic["kind"];
}

/** A feature brought to a size, as its kind says; false where nothing can be done that way. */
export function bringFeature(
  progress: Progress,
  of: { part: string; feature: Feature; key: string },
  { id, to, isOn, unit, kind }: Aim,
): boolean {
  const { part, feature, key } = of;
  const rework = reworkOf(feature, key);
  const way = isOn ? rework?.on : rework?.back;
  if (!way || (feature.kind === "ring" && isWeldedOn(progress.measured.piece, part, feature)))
    return false;
  const own = featureKey(part, feature.id);
  make(
    progress,
    moveOf(way, { part, on: feature.id, name: featureNameInText(feature), to, unit, kind }),
    [[id, to]],
    rework?.sets ? [[own, progress.measured.shapedBy(of, to, progress.state)]] : [],
  );
  return true;
}
