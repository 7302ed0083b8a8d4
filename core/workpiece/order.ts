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
    others.flatMap(namedBy).map((key) => ({ ...relate(key), where, because })),
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

/** Relations in a square of both operations' places: looked up for every pair of a piece's stages. */
const between: (Relation[] | undefined)[] = new Array<undefined>(OPERATION_COUNT ** 2).fill(
  undefined,
);
for (const relation of RELATIONS)
  (between[PLACE_OF[relation.first] * OPERATION_COUNT + PLACE_OF[relation.then]] ??= []).push(
    relation,
  );

/** Places nearer than this touch, mm. */
const TOUCHING_MM = 0.5;

const touches = (a: readonly Place[], b: readonly Place[]) =>
  a.some((one) =>
    b.some(
      (other) => one.fromMm <= other.toMm + TOUCHING_MM && other.fromMm <= one.toMm + TOUCHING_MM,
    ),
  );

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
  const relations = between[PLACE_OF[first.key] * OPERATION_COUNT + PLACE_OF[then.key]];
  if (!relations) return null;
  for (const { where, because } of relations) if (meet(where, first, then)) return because;
  return null;
}

/** Which third of its bar a draft is on: end A, the middle, end B. */
type End = "A" | "middle" | "B";

function endOf({ places }: StageDraft, lengthMm: number): End {
  if (places.length === 0) return "middle";
  const fromMm = Math.min(...places.map((place) => place.fromMm));
  const toMm = Math.max(...places.map((place) => place.toMm));
  const middle = (fromMm + toMm) / 2 / lengthMm;
  if (fromMm <= TOUCHING_MM && toMm < lengthMm - TOUCHING_MM) return "A";
  if (toMm >= lengthMm - TOUCHING_MM && fromMm > TOUCHING_MM) return "B";
  if (middle < 1 / 3) return "A";
  return middle > 2 / 3 ? "B" : "middle";
}

/** Phases in which an end is heated again once it has been shaped. */
const LATER = PHASES.indexOf("hole");

/** The end that stays cold longest once it is shaped is shaped first; then it is what the tongs hold. */
function firstEnd(drafts: readonly StageDraft[], ends: ReadonlyMap<StageDraft, End>): "A" | "B" {
  const laterHeats = (end: End) =>
    drafts.filter(
      (draft) =>
        ends.get(draft) === end &&
        OPERATIONS[draft.key].heat !== null &&
        PHASE_OF[draft.key] >= LATER,
    ).length;
  return laterHeats("B") < laterHeats("A") ? "B" : "A";
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
  const ends = new Map(drafts.map((draft) => [draft, endOf(draft, lengthMm(draft.part))]));
  const begins = new Map(
    parts.map((part) => [
      part,
      firstEnd(
        drafts.filter((draft) => draft.part === part),
        ends,
      ),
    ]),
  );
  const rank = (draft: StageDraft): number => {
    const phase = OPERATIONS[draft.key].phase;
    const together = phase === "join" || phase === "finish";
    const part =
      phase === "start" ? 0 : together ? parts.length + 1 : 1 + parts.indexOf(draft.part);
    const end = ends.get(draft)!;
    const side = end === "middle" ? 2 : end === begins.get(draft.part) ? 0 : 1;
    return (
      ((part * PHASES.length + PHASE_OF[draft.key]) * 3 + side) * OPERATION_COUNT +
      PLACE_OF[draft.key]
    );
  };
  return sortedBy(drafts, drafts.map(rank));
}

/** Topological sort by the rules; of what may come next, the lowest rank, then the first given. */
function sortedBy(drafts: readonly StageDraft[], ranks: readonly number[]): StageDraft[] {
  const waits = new Array<number>(drafts.length).fill(0);
  const places = drafts.map(({ key }) => PLACE_OF[key]);
  // Plain loops: every pair of a piece's stages is looked at, with every drag in the designer.
  const releases: number[][] = [];
  for (let at = 0; at < drafts.length; at += 1) {
    const first = drafts[at]!;
    const row = places[at]! * OPERATION_COUNT;
    const isCutOff = first.key === "hot-cut";
    const later: number[] = [];
    for (let index = 0; index < drafts.length; index += 1) {
      const near = isCutOff || first.key === "bend-away" || drafts[index]!.key === "bend-back";
      if (!near && between[row + places[index]!] === undefined) continue;
      if (index === at || reasonBefore(first, drafts[index]!) === null) continue;
      later.push(index);
      waits[index]! += 1;
    }
    releases.push(later);
  }
  const open = drafts.map((_, index) => index);
  const sorted: StageDraft[] = [];
  while (open.length > 0) {
    let at = -1;
    for (let place = 0; place < open.length; place += 1) {
      const index = open[place]!;
      if (waits[index] === 0 && (at < 0 || ranks[index]! < ranks[open[at]!]!)) at = place;
    }
    // The relations all point forward in the usual order of operations, so something can always come next.
    const [next] = open.splice(at, 1) as [number];
    sorted.push(drafts[next]!);
    for (const index of releases[next]!) waits[index]! -= 1;
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
