import { isOverall } from "../measure/characteristic";
import { layBar } from "../bar/bar";
import { nameInText } from "../bar/named";
import { featureNameInText } from "../feature/registry";
import { isOff, type SizeState } from "../measure/judge";
import { OPERATION_KEYS, OPERATIONS } from "../operation/registry";
import { prefixOf, barIds, barOf, MAIN_PART, type Bar, type Piece } from "../piece/piece";
import type { Advised, AdviceInput, AdviceLine, Made, SizeChange } from "./advice";
import { featuresAsRead } from "./asRead";
import { planFeatures } from "./features";
import { metalAsRead, type MetalMove } from "./known";
import { planMetal, type MetalPlan } from "./metal";
import { isReadOff, linesAsRead, type Line } from "./line";
import { endNearest } from "./ways";
import { explainOverall } from "./unread";
import { featureHeats, madeOf, moveHeats } from "./metalLines";
import { GUARD, standsAt, type Explanation } from "./progress";
import type { Saying } from "./saying";
import { featureOf, MeasuredPiece, pairsOf, reworkOf, type ReworkState } from "./workpiece";

/**
 * The operations that bring a piece as it was measured within its limits, in the order they
 * are done, each with all that it changes. The bar is rebuilt from its readings; what wasn't
 * read is taken as drawn.
 *
 * @returns null where no such operations exist: steel has gone, or lies in the wrong place
 */
export function advise(input: AdviceInput): Advised | null {
  const lines = linesAsRead(input.characteristics, input.judgements, input.grade);
  if (hasLostLine(input.piece, lines)) return null;
  // First with room for what the instruments can't tell, then up to the limits themselves.
  const start = startOf(input, lines);
  const sure = input.isRough ? null : planned(input, start, { aims: lines.map(withGuard) });
  const found = sure ?? planned(input, start, { aims: lines });
  if (found || !lines.some((line) => isOverall(line.characteristic) && isReadOff(line)))
    return found;
  // Bent, a bar's lengths aren't read: what is a little large everywhere makes it short.
  return planned(input, start, { aims: lines, isEager: true });
}

/** Whether a feature is off in a way that nothing is ever done about: the rest needn't be tried. */
const hasLostLine = (piece: Piece, lines: readonly Line[]): boolean =>
  lines.some((line) => {
    const { kind, measure } = line.characteristic;
    if (!isReadOff(line) || measure === "position" || measure === "legs" || measure === "extent")
      return false;
    const of = featureOf(piece, line.characteristic);
    if (!of || of.feature.kind === "ring" || (kind === "match" && of.key === "alike")) return false;
    const rework = reworkOf(of.feature, of.key);
    return !(line.judgement!.state === "heavy" ? rework?.on : rework?.back);
  });

function withGuard(line: Line): Line {
  const guard = GUARD * (line.judgement?.uncertainty ?? 0);
  const { lower, upper, characteristic } = line;
  if (characteristic.kind !== "size" || upper - lower < 3 * guard) return line;
  return { ...line, lower: lower > 0 ? lower + guard : lower, upper: upper - guard };
}

/** So many ways of moving steel are tried before a piece is given up. */
const MAX_FAILED = 4;
/** So many are looked at for the one with the fewest heats. */
const MAX_WAYS = 8;

interface Aims {
  aims: readonly Line[];
  /** Whether what is large within its limits is drawn on too. */
  isEager?: boolean;
}

function planned(input: AdviceInput, start: Start, aims: Aims): Advised | null {
  let tried = 0;
  let best: Advised | null = null;
  let fewest = Infinity;
  for (const plans of metalPlans(input, start, aims)) {
    const advised = metalHeatsOf(input, plans) < fewest ? completed(input, start, plans) : null;
    if (advised && heatsOf(advised) < fewest) {
      best = advised;
      fewest = heatsOf(advised);
    }
    tried += 1;
    const isEnough = best ? !drivesBack(best) : tried === MAX_FAILED;
    if (isEnough || tried === MAX_WAYS) break;
  }
  return best;
}

/** Driving steel back takes more heats than drawing it: it is worth looking for another way. */
const drivesBack = ({ lines }: Advised): boolean =>
  lines.some(({ saying }) => saying.code === "upset");

const heatsOf = ({ lines }: Advised): number => lines.reduce((sum, { heats }) => sum + heats, 0);

/** Heats that moving the steel takes, before anything is done to features. */
const metalHeatsOf = ({ piece, step }: AdviceInput, plans: MetalPlans): number =>
  [...plans].reduce(
    (sum, [part, { initial, moves }]) =>
      moves.reduce(
        (heats, move, index) =>
          heats +
          moveHeats(barOf(piece, part), move, { was: moves[index - 1]?.after ?? initial, step }),
        sum,
      ),
    0,
  );

/** Whether a line is off that only moving steel can bring within its limits. */
const asksForSteel = (line: Line): boolean => {
  const { feature, measure } = line.characteristic;
  return (
    isReadOff(line) &&
    (feature === undefined || measure === "position") &&
    !isOverall(line.characteristic)
  );
};

type MetalPlans = ReadonlyMap<string, MetalPlan>;

/** What can be done to the steel of every bar: each way for the first one that needs it, with the others' first. */
function* metalPlans(
  { piece, grade, mayCut }: AdviceInput,
  { measured }: Start,
  { aims, isEager = false }: Aims,
): Generator<MetalPlans> {
  const first = new Map<string, MetalPlan>();
  let varied: { part: string; ways: Generator<MetalPlan> } | null = null;
  for (const part of barIds(piece)) {
    const lines = linesOfBar(aims, part);
    if (!isEager && !lines.some(asksForSteel)) {
      first.set(part, { initial: measured.initial.bars.get(part)!, moves: [] });
      continue;
    }
    const initial = measured.initial.bars.get(part)!;
    const ways = planMetal({ bar: barOf(piece, part), lines, grade, initial, mayCut, isEager });
    const next = ways.next();
    if (next.done) return;
    first.set(part, next.value);
    if (!varied && next.value.moves.length > 0) varied = { part, ways };
  }
  yield first;
  if (varied) for (const plan of varied.ways) yield new Map([...first, [varied.part, plan]]);
}

/** The piece as it was measured, before anything is done to it. */
interface Start {
  measured: MeasuredPiece;
  explanations: ReadonlyMap<string, readonly Explanation[]>;
}

/** The bars as they were read, their features too; what nobody read is as the overall sizes show it. */
function startOf({ piece, grade, own = [] }: AdviceInput, lines: readonly Line[]): Start {
  const pairs = pairsOf(piece, lines, own);
  const measuredAs = (initial: ReworkState) =>
    new MeasuredPiece(piece, lines, initial, { own, pairs });
  const unread: ReworkState = {
    bars: new Map(
      barIds(piece).map((part) => [
        part,
        metalAsRead(barOf(piece, part), linesOfBar(lines, part), grade),
      ]),
    ),
    features: new Map(),
    values: new Map(),
  };
  const asRead = { ...unread, features: featuresAsRead(measuredAs(unread)) };
  const measured = measuredAs(asRead);
  const explanations = new Map<string, Explanation[]>();
  let initial: ReworkState = asRead;
  for (const part of barIds(piece)) {
    const found = explainOverall(measured, part);
    explanations.set(part, found);
    for (const { unread, off } of found) initial = unread.at(initial, off);
  }
  return { measured: initial === asRead ? measured : measuredAs(initial), explanations };
}

/** The advice that some moves of steel make, with what features then ask; null where that doesn't bring all within limits. */
function completed(
  input: AdviceInput,
  { measured, explanations }: Start,
  plans: MetalPlans,
): Advised | null {
  const { piece, mayCut } = input;
  const { lines } = measured;
  const made: Made[] = [];
  let state = measured.initial;
  for (const [part, plan] of plans)
    for (const [index, move] of plan.moves.entries()) {
      const before = index === 0 ? plan.initial : plan.moves[index - 1]!.after;
      const next = withBar(state, { part, move, lines, bar: barOf(piece, part) });
      made.push(madeOf({ input, part, move, was: before, before: state, after: next, lines }));
      state = next;
      made.push(...cornersAgain(input, part, move, state));
    }
  const rest = planFeatures(measured, state, { mayCut, explanations });
  if (!rest) return null;
  for (const move of rest.moves) {
    const heats = featureHeats(move.operation, input.step);
    made.push({ ...move, heats, before: state, sketch: null });
    state = move.after;
  }
  return checked(measured, state, inWorkingOrder(made));
}

/** Corners that were cut off with their end are taken off the new one. */
function cornersAgain(
  { piece, step }: AdviceInput,
  part: string,
  { end }: MetalMove,
  state: ReworkState,
): Made[] {
  const bar = barOf(piece, part);
  const { lengthMm } = layBar(bar.stretches);
  return (bar.features ?? []).flatMap((feature): Made[] => {
    if (feature.kind !== "corners" || endNearest(feature.at, lengthMm) !== end) return [];
    const saying = {
      code: "rework",
      say: "Shape {it} again on the new end",
      name: featureNameInText(feature),
      to: null,
      unit: "mm",
    } as const;
    const heats = featureHeats("clip", step);
    const on = [feature.id];
    return [
      { operation: "clip", on, part, saying, heats, before: state, after: state, sketch: null },
    ];
  });
}

/** Lines of one bar, its things called as the bar itself calls them. */
function linesOfBar(lines: readonly Line[], part: string): Line[] {
  const prefix = prefixOf(part);
  return lines.flatMap((line): Line[] => {
    const { characteristic: one } = line;
    if ((one.part ?? MAIN_PART) !== part || one.id.startsWith("joins.")) return [];
    if (prefix === "") return [line];
    const own = <Id extends string | null | undefined>(id: Id) =>
      (id?.startsWith(prefix) ? id.slice(prefix.length) : id) as Id;
    return [
      {
        ...line,
        characteristic: {
          ...one,
          id: own(one.id),
          stretch: own(one.stretch),
          feature: own(one.feature),
        },
      },
    ];
  });
}

/** The piece once steel of one of its bars was moved; a section set square has equal diagonals. */
function withBar(
  state: ReworkState,
  { part, move, lines, bar }: { part: string; move: MetalMove; lines: readonly Line[]; bar: Bar },
): ReworkState {
  const { stretches } = bar;
  const bars = new Map([...state.bars, [part, move.after]]);
  if (move.kind !== "square") return { ...state, bars };
  const stretch = prefixOf(part) + stretches[move.stretch]!.id;
  const squared = lines.flatMap(({ characteristic: { id, measure, stretch: of } }) =>
    measure === "diagonals" && of === stretch ? [[id, 0] as const] : [],
  );
  return { ...state, bars, values: new Map([...state.values, ...squared]) };
}

/** Squaring first, then cuts, what is driven together, what is drawn, then features as the work has them; straightening last. */
function inWorkingOrder(made: readonly Made[]): Made[] {
  const rank = ({ saying, operation }: Made) =>
    saying.code === "square" ? -3 : operation === "true" ? 1000 : OPERATION_KEYS.indexOf(operation);
  const isMetal = ({ sketch }: Made) => sketch !== null;
  const metal = made.filter(isMetal);
  const rest = made.filter((one) => !isMetal(one)).sort((a, b) => rank(a) - rank(b));
  return [...metal, ...rest];
}

/** The advice, its changes taken in its order; null where it would not bring every line within limits. */
function checked(
  measured: MeasuredPiece,
  last: ReworkState,
  made: readonly Made[],
): Advised | null {
  const states: Record<string, SizeState> = {};
  const values: Record<string, number> = {};
  for (const line of measured.lines) {
    const value = measured.valueAt(line, last);
    if (value === null) continue;
    const state = standsAt(line, value);
    if (isOff({ state })) return null;
    states[line.characteristic.id] = state;
    values[line.characteristic.id] = value;
  }
  let state = measured.initial;
  let was = valuesAt(measured, state);
  const lines = made.map((one): AdviceLine => {
    const { operation, part, heats, before, after, sketch } = one;
    state = steppedOn(state, before, after);
    const is = valuesAt(measured, state);
    const changes = changesBetween(measured, state, was, is);
    was = is;
    const on = one.on.map((id) => (id === part ? id : prefixOf(part) + id));
    const saying = on.length > 0 ? sayingOn(measured.piece, part, one.saying) : one.saying;
    return { operation: OPERATIONS[operation].name, on, saying, heats, changes, sketch };
  });
  return { lines, then: { states, values } };
}

/** What is said of something on a further part says of which. */
function sayingOn({ parts = [] }: Piece, part: string, saying: Saying): Saying {
  const of = parts.find(({ id }) => id === part);
  if (!of || !("name" in saying) || saying.name === nameInText(of)) return saying;
  return { ...saying, of: nameInText(of) };
}

const valuesAt = (measured: MeasuredPiece, state: ReworkState) =>
  measured.lines.map((line) => measured.valueAt(line, state));

/** What a move changed, done to a piece at another moment: features may be worked in another order than they were found. */
function steppedOn(state: ReworkState, before: ReworkState, after: ReworkState): ReworkState {
  if (state === before) return after;
  const changed = <V>(was: ReadonlyMap<string, V>, is: ReadonlyMap<string, V>) =>
    [...is].filter(([key, value]) => was.get(key) !== value);
  return {
    bars: new Map([...state.bars, ...changed(before.bars, after.bars)]),
    features: new Map([...state.features, ...changed(before.features, after.features)]),
    values: new Map([...state.values, ...changed(before.values, after.values)]),
  };
}

const NO_CHANGE = 1e-6;

function changesBetween(
  measured: MeasuredPiece,
  state: ReworkState,
  was: readonly (number | null)[],
  is: readonly (number | null)[],
): SizeChange[] {
  return measured.lines.flatMap((line, index): SizeChange[] => {
    const [from, to] = [was[index]!, is[index]!];
    if (from === null || to === null || Math.abs(to - from) < NO_CHANGE) return [];
    const { id, name, unit } = line.characteristic;
    const isAbout = measured.hangsOnUnread(line, state);
    return [{ id, name, unit, from, to, isAbout, state: standsAt(line, to) }];
  });
}
