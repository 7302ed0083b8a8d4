import { isOverall } from "../measure/characteristic";
import { featureNameInText } from "../feature/registry";
import type { Characteristic } from "../measure/characteristic";
import { layBar } from "../bar/bar";
import { prefixOf, barOf, type Feature } from "../piece/piece";
import { endNearest } from "./ways";
import type { Line } from "./line";
import {
  areWithin,
  make,
  moveOf,
  partOf,
  type Explanation,
  type FeatureMove,
  type Progress,
  type Unread,
} from "./progress";
import { endMoved } from "./metalState";
import { featureKey, reworkOf, type MeasuredPiece, type ReworkState } from "./workpiece";

/** A bend is opened and made again no farther off than this, mm (common practice, no source). */
export const MAX_MOVE_MM = 25;

/** How far an angle or a diameter nobody read may be off, as a share of what it is. */
const UNREAD_SHARE = 0.35;

/** An end nobody read may be shorter by this share of its stretch. */
const MAX_OF_END = 0.9;

/** What an explanation leaves over of an overall size is at most this share of its tolerance. */
const EXPLAINED_SHARE = 0.4;

/** So many things nobody read may be off at once. */
const MAX_EXPLANATIONS = 2;

/** What would have to be off for the overall sizes of a bar to read as they do, and how far; nothing where that explains nothing. */
export function explainOverall(measured: MeasuredPiece, part: string): Explanation[] {
  const read = measured.lines.flatMap((line) => {
    const { characteristic, judgement, lower, upper } = line;
    if (!judgement || !isOverall(characteristic) || partOf(characteristic) !== part) return [];
    const allowed = Math.max(judgement.uncertainty, ((upper - lower) / 2) * EXPLAINED_SHARE);
    return [{ line, value: judgement.value, unsure: judgement.uncertainty || 1, allowed }];
  });
  /** How far each reads from the piece so drawn, in what its instrument can't tell. */
  const misfits: Misfits = (state) =>
    read.map(
      ({ line, value, unsure }) => ((measured.modelAt(line, state) ?? value) - value) / unsure,
    );
  const found: Explanation[] = [];
  let state = measured.initial;
  let left = misfits(state);
  if (left.every(isTold)) return found;
  const open = unreadOf(measured, part);
  while (found.length < MAX_EXPLANATIONS && !left.every(isTold)) {
    const next = bestOf(open, { state, left }, misfits);
    if (!next) break;
    open.splice(open.indexOf(next.unread), 1);
    found.push(next);
    state = refined(found, measured.initial, misfits);
    left = misfits(state);
  }
  const isExplained = read.every(
    ({ allowed, unsure }, at) => Math.abs(left[at]!) * unsure <= allowed,
  );
  return isExplained ? found : [];
}

type Misfits = (state: ReworkState) => number[];

/** Within what an instrument can tell. */
const isTold = (misfit: number): boolean => Math.abs(misfit) <= 0.3;

const squares = (of: readonly number[]): number => of.reduce((sum, one) => sum + one ** 2, 0);

/** Share of what may be off over which a slope is taken. */
const SLOPE_SHARE = 0.01;
const FITTING_STEPS = 3;

/** How far a thing nobody read is off, and what that leaves over. */
interface Fit {
  off: number;
  cost: number;
}

/** A step of Gauss and Newton from one place: how far a thing is off by least squares, where being off at all counts against it too. */
function stepFrom(
  { max }: Unread,
  off: number,
  { left, beside }: { left: readonly number[]; beside: readonly number[] },
): Fit {
  const slopes = left.map((one, at) => (beside[at]! - one) / (max * SLOPE_SHARE));
  const down = slopes.reduce((sum, slope, at) => sum + slope * left[at]!, off / max ** 2);
  const next = Math.min(max, Math.max(-max, off - down / (squares(slopes) + 1 / max ** 2)));
  const then = left.map((one, at) => one + slopes[at]! * (next - off));
  return { off: next, cost: squares(then) + (next / max) ** 2 };
}

/** How far one thing is off, by such steps. */
function fitted(
  unread: Unread,
  { from, misfits }: { from: number; misfits: (off: number) => number[] },
): Fit {
  const { max } = unread;
  const small = max * SLOPE_SHARE;
  let off = from;
  let left = misfits(off);
  for (let step = 0; step < FITTING_STEPS; step += 1) {
    const next = stepFrom(unread, off, { left, beside: misfits(off + small) }).off;
    const isThere = Math.abs(next - off) < small / 10;
    off = next;
    left = misfits(off);
    if (isThere) break;
  }
  return { off, cost: squares(left) + (off / max) ** 2 };
}

const REFINEMENTS = 3;

/** Several explanations fitted to one another, each in turn; the piece as they then say it is. */
function refined(found: Explanation[], initial: ReworkState, misfits: Misfits): ReworkState {
  const allAt = (offs: readonly number[]) =>
    found.reduce((state, { unread }, index) => unread.at(state, offs[index]!), initial);
  if (found.length > 1)
    for (let round = 0; round < REFINEMENTS; round += 1)
      for (const [index, { unread, off: from }] of found.entries()) {
        const others = (off: number) => found.map((one, at) => (at === index ? off : one.off));
        const { off } = fitted(unread, { from, misfits: (off) => misfits(allAt(others(off))) });
        found[index] = { unread, off };
      }
  return allAt(found.map(({ off }) => off));
}

/** Which of some unread things explains most by its slope, and how far it is off. */
function bestOf(
  open: readonly Unread[],
  { state, left }: { state: ReworkState; left: readonly number[] },
  misfits: Misfits,
): Explanation | null {
  const [most] = open
    .map((unread) => {
      const beside = misfits(unread.at(state, unread.max * SLOPE_SHARE));
      return { unread, ...stepFrom(unread, 0, { left, beside }) };
    })
    .sort((a, b) => a.cost - b.cost);
  if (!most) return null;
  const { unread, off: from } = most;
  const { off, cost } = fitted(unread, {
    from,
    misfits: (off) => misfits(unread.at(state, off)),
  });
  return cost < squares(left) ? { unread, off } : null;
}

function unreadOf(measured: MeasuredPiece, part: string): Unread[] {
  return [
    ...unreadShapes(measured, part),
    ...bendPlaces(measured, part),
    ...unreadEnds(measured, part),
  ];
}

const withFeatures = (
  state: ReworkState,
  features: readonly (readonly [string, Feature])[],
): ReworkState => ({ ...state, features: new Map([...state.features, ...features]) });

/** Angles and diameters that aren't in the plan, each alone and all of a kind together. */
function unreadShapes(measured: MeasuredPiece, part: string): Unread[] {
  const unread = (barOf(measured.piece, part).features ?? []).flatMap((feature) => {
    const key = SHAPED_BY[feature.kind];
    const id = key && `${featureKey(part, feature.id)}.${key}`;
    return id && !isRead(measured, id) ? [{ feature, key }] : [];
  });
  const kinds = [...new Set(unread.map(({ feature }) => feature.kind))];
  const together = kinds
    .map((kind) => unread.filter(({ feature }) => feature.kind === kind))
    .filter(({ length }) => length > 1);
  return [...unread.map((one) => [one]), ...together].map((group): Unread => ({
    at: (state, off) =>
      withFeatures(
        state,
        group.map(({ feature, key }) => {
          const own = featureKey(part, feature.id);
          const to = drawnSize(feature) * (1 + off);
          return [own, measured.shapedBy({ part, feature, key }, to, state)];
        }),
      ),
    max: UNREAD_SHARE,
    undo: (off) => {
      const moves = group.flatMap(({ feature, key }) => {
        const rework = reworkOf(feature, key)!;
        // A ring is on where it is smaller, a bend or a wrap where it is more.
        const way = (feature.kind === "ring") === off < 0 ? rework.back : rework.on;
        if (!way) return [];
        const unit = UNIT_OF[feature.kind] ?? "mm";
        const it = { part, on: feature.id, name: featureNameInText(feature) };
        return [moveOf(way, { ...it, to: drawnSize(feature), unit, kind: "size" })];
      });
      return moves.length === group.length ? moves : null;
    },
  }));
}

/** Whether a line was read, by itself or against another. */
const isRead = (measured: MeasuredPiece, id: string): boolean =>
  measured.pairs.some(
    ({ first, second, line }) => (first === id || second === id) && line.judgement !== null,
  ) || Boolean(measured.line(id)?.judgement);

/** What a kind's shape is known by. */
export const SHAPED_BY: Partial<Record<Feature["kind"], string>> = {
  bend: "angle",
  ring: "one-way",
  wrap: "turns",
};
const UNIT_OF: Partial<Record<Feature["kind"], Characteristic["unit"]>> = {
  bend: "deg",
  wrap: "turns",
};

/**
 * A bend or a fold that lies too far towards end B, mm, opened and made again where it belongs.
 */
export function madeAgain(
  feature: Extract<Feature, { kind: "bend" | "fold" }>,
  { part, lengthMm, offMm }: { part: string; lengthMm: number; offMm: number },
): Omit<FeatureMove, "after"> {
  const { kind, id, at } = feature;
  const towards = offMm > 0 ? "A" : "B";
  // Folded, both ends lie beside one another: which leg is the longer one is seen.
  const leg = endNearest(at + offMm, lengthMm) === towards ? "shorter" : "longer";
  const say =
    kind === "bend"
      ? `Straighten {it} and bend it again {to} nearer end ${towards}`
      : `Open {it} and fold it again {to} nearer the ${leg} leg's end`;
  const name = featureNameInText(feature);
  const saying = { code: "rework", say, name, to: Math.abs(offMm), unit: "mm" } as const;
  return { operation: kind, on: [id], part, saying };
}

/** Bends and folds that may have been made in the wrong place: opened, and made again where they belong. */
function bendPlaces(measured: MeasuredPiece, part: string): Unread[] {
  const bar = barOf(measured.piece, part);
  const { lengthMm } = layBar(bar.stretches);
  return (bar.features ?? []).flatMap((feature): Unread[] => {
    if (feature.kind !== "bend" && feature.kind !== "fold") return [];
    const key = featureKey(part, feature.id);
    // Its legs read, so is its place.
    if (isRead(measured, `${key}.legs`) || isRead(measured, `${key}.leg`)) return [];
    return [
      {
        at: (state, mm) => {
          const now = (state.features.get(key) ?? feature) as typeof feature;
          return withFeatures(state, [[key, { ...now, at: feature.at + mm }]]);
        },
        max: MAX_MOVE_MM,
        undo: (offMm) => [madeAgain(feature, { part, lengthMm, offMm })],
      },
    ];
  });
}

/** Ends of a bent bar whose length nobody reads: longer or shorter than drawn, and nothing to undo. */
function unreadEnds(measured: MeasuredPiece, part: string): Unread[] {
  const { stretches, features = [] } = barOf(measured.piece, part);
  // The legs of a fold say how long both are.
  if (features.some(({ id }) => isRead(measured, `${featureKey(part, id)}.legs`))) return [];
  return (["A", "B"] as const).flatMap((end): Unread[] => {
    const { id, length } = stretches.at(end === "A" ? 0 : -1)!;
    if (isRead(measured, `${prefixOf(part)}${id}.length`)) return [];
    return [
      {
        at: (state, mm) => {
          const bar = endMoved(state.bars.get(part)!, end, mm);
          return { ...state, bars: new Map([...state.bars, [part, bar]]) };
        },
        // Some of it is left.
        max: Math.min(MAX_MOVE_MM, length * MAX_OF_END),
        undo: () => null,
      },
    ];
  });
}

/** What nobody read put right; false where that doesn't bring the overall sizes within limits. */
export function undoUnread(
  progress: Progress,
  overall: readonly Line[],
  explanations: readonly Explanation[],
): boolean {
  const { measured, state } = progress;
  const fits = (after: ReworkState) => areWithin(measured, overall, after);
  let after = state;
  const made: { moves: Omit<FeatureMove, "after">[]; after: ReworkState }[] = [];
  for (const { unread, off } of explanations) {
    const moves = unread.undo(off);
    if (!moves) continue;
    after = unread.at(after, 0);
    made.push({ moves, after });
    if (fits(after)) break;
  }
  if (made.length === 0 || !fits(after)) return false;
  for (const one of made)
    one.moves.forEach((move, index) =>
      make(progress, move, [], index === one.moves.length - 1 ? [...one.after.features] : []),
    );
  return true;
}

const drawnSize = (feature: Feature): number =>
  feature.kind === "bend"
    ? Math.abs(feature.angle)
    : feature.kind === "ring"
      ? feature.insideDiameter
      : feature.kind === "wrap"
        ? feature.turns
        : 0;
