import { PHASES, type OrderRule, type Where } from "../operation/operation";
import { OPERATION_KEYS, OPERATIONS, type OperationKey } from "../operation/registry";
import { MAIN_PART } from "../piece/piece";
import type { StageDraft, Place } from "./draft";

/** One operation before another, where they meet, and why. */
export interface Relation {
  first: OperationKey;
  then: OperationKey;
  where: Where;
  because: string;
}

/** The operations a rule names: one key, every one of a phase, or everything there is. */
const namedBy = (other: string): OperationKey[] => {
  if (other === "*") return OPERATION_KEYS;
  return OPERATION_KEYS.filter((key) => key === other || OPERATIONS[key].phase === other);
};

const relationsOf = (
  rules: readonly OrderRule[],
  relate: (other: OperationKey) => Pick<Relation, "first" | "then">,
): Relation[] =>
  rules.flatMap(({ others, where, because }) =>
    others.flatMap(namedBy).map((key) => ({ where, because, ...relate(key) })),
  );

/** Every relation between two operations, from the rules of both. */
export const RELATIONS: readonly Relation[] = OPERATION_KEYS.flatMap((key) => [
  ...relationsOf(OPERATIONS[key].before, (then) => ({ first: key, then })),
  ...relationsOf(OPERATIONS[key].after, (first) => ({ first, then: key })),
]).filter(({ first, then }) => OPERATION_KEYS.indexOf(first) < OPERATION_KEYS.indexOf(then));

/** Each operation's place among all of them. */
const PLACE_OF = Object.fromEntries(OPERATION_KEYS.map((key, index) => [key, index])) as Record<
  OperationKey,
  number
>;

/** Its phase's place among the phases. */
const PHASE_OF = Object.fromEntries(
  OPERATION_KEYS.map((key) => [key, PHASES.indexOf(OPERATIONS[key].phase)]),
) as Record<OperationKey, number>;

const OPERATION_COUNT = OPERATION_KEYS.length;

/** Relations in a square of both operations' places: looked up for every two operations of a piece. */
const relationSquare: Relation[][] = Array.from({ length: OPERATION_COUNT ** 2 }, () => []);

const relationsBetween = (first: number, then: number): readonly Relation[] =>
  relationSquare[first * OPERATION_COUNT + then]!;

for (const relation of RELATIONS)
  relationSquare[PLACE_OF[relation.first] * OPERATION_COUNT + PLACE_OF[relation.then]]!.push(
    relation,
  );

/** Places nearer than this touch, mm. */
const TOUCHING_MM = 0.5;

function touches(a: readonly Place[], b: readonly Place[]): boolean {
  for (const one of a)
    for (const other of b)
      if (one.fromMm <= other.toMm + TOUCHING_MM && other.fromMm <= one.toMm + TOUCHING_MM)
        return true;
  return false;
}

function meet(where: Where, one: StageDraft, other: StageDraft): boolean {
  if (where === "always") return true;
  if (one.part !== other.part) return false;
  return where === "same-bar" || touches(one.places, other.places);
}

/** Cut off, it frees its own end B, and that of the bar it was forged on. */
const freesEndB = ({ part, frees }: StageDraft, wanted: string) =>
  part === wanted || frees === wanted;

/** From here on a bar's own form is there, and something may be in the way of the work on it. */
const REACHED_PHASES = PHASES.indexOf("hole");
const isReached = (draft: StageDraft, by: StageDraft): boolean =>
  by.around !== undefined &&
  draft.part === by.part &&
  draft.on.includes(by.around) &&
  PHASE_OF[draft.key] >= REACHED_PHASES &&
  PHASE_OF[draft.key] < PHASE_OF["bend-back"] + 1 &&
  !touches(draft.places, by.places);
const reaches = (first: StageDraft, then: StageDraft) =>
  first.key === "bend-away" && isReached(then, first);
const isReachedBy = (first: StageDraft, then: StageDraft) =>
  then.key === "bend-back" && isReached(first, then);

/** Why one draft has to come before another, or nothing. */
export function reasonBefore(first: StageDraft, then: StageDraft): string | null {
  if (then.needsEndB && first.key === "hot-cut" && freesEndB(first, then.part))
    return "it needs a free end B";
  if (reaches(first, then)) return "it is bent out of the way first, so that this can be reached";
  if (isReachedBy(first, then)) return "it is straightened once this is done";
  return reasonAmong(relationsBetween(PLACE_OF[first.key], PLACE_OF[then.key]), first, then);
}

function reasonAmong(
  relations: readonly Relation[],
  first: StageDraft,
  then: StageDraft,
): string | null {
  for (const relation of relations) if (meet(relation.where, first, then)) return relation.because;
  return null;
}

/** Whether something but {@link RELATIONS} may be a reason for one operation before the other. */
const isRelatedOtherwise = (first: OperationKey, then: OperationKey): boolean =>
  first === "hot-cut" || first === "bend-away" || then === "bend-back";

/** Which third of its bar a draft is on: end A, the middle, end B. */
type End = "A" | "middle" | "B";

function endOf({ places }: StageDraft, lengthMm: number): End {
  if (places.length === 0) return "middle";
  let [{ fromMm, toMm }] = places as [Place];
  for (const place of places) {
    fromMm = Math.min(fromMm, place.fromMm);
    toMm = Math.max(toMm, place.toMm);
  }
  const middle = (fromMm + toMm) / 2 / lengthMm;
  if (fromMm <= TOUCHING_MM && toMm < lengthMm - TOUCHING_MM) return "A";
  if (toMm >= lengthMm - TOUCHING_MM && fromMm > TOUCHING_MM) return "B";
  if (middle < 1 / 3) return "A";
  return middle > 2 / 3 ? "B" : "middle";
}

/** Phases in which an end is heated again once it has been shaped. */
const LATER = PHASES.indexOf("hole");

/** The end that stays cold longest once it is shaped is shaped first; then it is what the tongs hold. */
function firstEnd(drafts: readonly StageDraft[], ends: readonly End[], wanted: string): "A" | "B" {
  let moreAtA = 0;
  drafts.forEach(({ key, part }, index) => {
    const end = ends[index];
    if (part !== wanted || end === "middle") return;
    if (PHASE_OF[key] >= LATER && OPERATIONS[key].heat !== null) moreAtA += end === "A" ? 1 : -1;
  });
  return moreAtA > 0 ? "B" : "A";
}

/**
 * Drafts in the order of work: what the rules ask, and within it bar by bar,
 * phase by phase, one end after the other and the ends before the middle, from
 * the end that stays cold longest; then as the operations usually come (common
 * practice, no source). A stable topological sort: the same drafts, the same order.
 *
 * @param lengthMm straight finished length of the bar of a part
 */
export function inOrder(
  drafts: readonly StageDraft[],
  lengthMm: (part: string) => number,
): StageDraft[] {
  const parts = [...new Set([MAIN_PART, ...drafts.map(({ part }) => part)])];
  const ends = drafts.map((draft) => endOf(draft, lengthMm(draft.part)));
  const begins = parts.map((part) => firstEnd(drafts, ends, part));
  const ranks = drafts.map(({ key, part }, index): number => {
    const { phase } = OPERATIONS[key];
    const bar = parts.indexOf(part);
    const together = phase === "join" || phase === "finish";
    const turn = phase === "start" ? 0 : together ? parts.length + 1 : 1 + bar;
    const end = ends[index]!;
    const side = end === "middle" ? 2 : end === begins[bar] ? 0 : 1;
    return ((turn * PHASES.length + PHASE_OF[key]) * 3 + side) * OPERATION_COUNT + PLACE_OF[key];
  });
  return sortedBy(drafts, ranks);
}

/** Drafts of one operation, by their places among all. */
interface Group {
  key: OperationKey;
  /** The operation's place among all of them. */
  place: number;
  at: number[];
}

function groupsOf(drafts: readonly StageDraft[]): Group[] {
  const groups = new Map<OperationKey, Group>();
  drafts.forEach(({ key }, index) => {
    const group = groups.get(key);
    if (group) group.at.push(index);
    else groups.set(key, { key, place: PLACE_OF[key], at: [index] });
  });
  return [...groups.values()];
}

/**
 * Calls back for every two drafts, by their places, of which one has to come before the other.
 * It goes by operation: of most pairs of operations no rule says anything, and few are in a piece.
 */
function forEachRelated(
  drafts: readonly StageDraft[],
  related: (first: number, then: number) => void,
): void {
  const groups = groupsOf(drafts);
  for (const first of groups)
    for (const then of groups) {
      const relations = relationsBetween(first.place, then.place);
      const otherwise = isRelatedOtherwise(first.key, then.key);
      if (relations.length === 0 && !otherwise) continue;
      const reason = (one: StageDraft, other: StageDraft) =>
        otherwise ? reasonBefore(one, other) : reasonAmong(relations, one, other);
      for (const one of first.at)
        for (const other of then.at)
          if (one !== other && reason(drafts[one]!, drafts[other]!) !== null) related(one, other);
    }
}

/** Topological sort by the rules; of what may come next, the lowest rank, then the first given. */
function sortedBy(drafts: readonly StageDraft[], ranks: readonly number[]): StageDraft[] {
  const count = drafts.length;
  // Every drag in the designer sorts anew: plain numbers, no lists.
  const precedes = new Uint8Array(count * count);
  const waits = new Uint16Array(count);
  const isPlaced = new Uint8Array(count);
  forEachRelated(drafts, (first, then) => {
    precedes[first * count + then] = 1;
    waits[then]! += 1;
  });
  const sorted: StageDraft[] = [];
  while (sorted.length < count) {
    // The relations all point forward in the usual order of operations, so something can always come next.
    let next = -1;
    for (let index = 0; index < count; index += 1)
      if (!isPlaced[index] && waits[index] === 0 && (next < 0 || ranks[index]! < ranks[next]!))
        next = index;
    sorted.push(drafts[next]!);
    isPlaced[next] = 1;
    for (let index = 0; index < count; index += 1) waits[index]! -= precedes[next * count + index]!;
  }
  return sorted;
}

/** Rules an order breaks at each of its drafts: what should have come before it, and why. */
export const brokenRules = (ordered: readonly StageDraft[]): string[][] =>
  ordered.map((draft, index) =>
    ordered.slice(index + 1).flatMap((later) => {
      const because = reasonBefore(later, draft);
      return because === null ? [] : [`Usually after “${later.title}”: ${because}.`];
    }),
  );
