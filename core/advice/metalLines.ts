import { layBar } from "../bar/bar";
import { nameInText } from "../bar/named";
import { featureExtent, featureNameInText, kindOf } from "../feature/registry";
import { lozengeOf } from "../measure/fits";
import { isOff } from "../measure/judge";
import { heatFor } from "../operation/heats";
import { OPERATIONS, type OperationKey } from "../operation/registry";
import { prefixOf, barOf, type Bar } from "../piece/piece";
import type { Step } from "../trade/steps";
import { heatsAtStep, secondsIn } from "../workpiece/estimate";
import { recipeOf } from "../workpiece/recipe";
import type { AdviceInput, Made, Sketch } from "./advice";
import { perMm, volumeOf, type Form } from "./form";
import type { MetalState } from "./metalState";
import type { MetalMove } from "./known";
import type { Line } from "./line";
import type { Saying, ShapingVerb } from "./saying";
import { type ReworkState } from "./workpiece";

interface MoveInput {
  input: AdviceInput;
  part: string;
  move: MetalMove;
  was: MetalState;
  before: ReworkState;
  after: ReworkState;
  lines: readonly Line[];
}

export function madeOf({ input, part, move, was, before, after, lines }: MoveInput): Made {
  const bar = barOf(input.piece, part);
  const stretch = bar.stretches[move.stretch]!;
  const operation = operationOf(bar, move, was);
  const [from, to] = [was.forms[move.stretch]!, move.after.forms[move.stretch]!];
  return {
    operation,
    on: [stretch.id],
    part,
    saying: sayingOf({ bar, move, from, to, operation, lines, part }),
    heats: moveHeats(bar, move, { was, step: input.step }),
    before,
    after,
    sketch: sketchOf(was, move),
  };
}

/** The operation that makes the stretch, as its exercise does; driven back it is upset, spread where it grows wider. */
function operationOf(bar: Bar, move: MetalMove, was: MetalState): OperationKey {
  if (move.kind === "cut") return "trim";
  if (move.kind === "square") return "draw";
  if (move.kind === "upset") return "upset";
  const stretch = bar.stretches[move.stretch]!;
  const last = bar.stretches.length - 1;
  const steps = recipeOf(stretch, {
    stock: bar.stock.section,
    first: move.stretch === 0,
    last: move.stretch === last,
    drifted: false,
  });
  const shaping = steps.findLast(({ key, to }) => to === "finished" && key !== "upset")?.key;
  if (shaping && shaping !== "spread") return shaping;
  const [from, to] = [was.forms[move.stretch]!, move.after.forms[move.stretch]!];
  const at = mostChanged(from, to);
  return to.stations[at]!.wideMm > from.stations[at]!.wideMm * SPREADS ? "spread" : "draw";
}
const SPREADS = 1.01;

const VERB_OF: Partial<Record<OperationKey, ShapingVerb>> = {
  "set-down": "set-down",
  spread: "spread",
  fuller: "fuller",
  free: "work",
  upset: "upset",
};

interface SayInput {
  bar: Bar;
  move: MetalMove;
  from: Form;
  to: Form;
  operation: OperationKey;
  lines: readonly Line[];
  part: string;
}

function sayingOf({ bar, move, from, to, operation, lines, part }: SayInput): Saying {
  const stretch = bar.stretches[move.stretch]!;
  const name = nameInText(stretch);
  // Of a bar that is one stretch, only the end says where.
  const isOnlyOne = bar.stretches.length === 1;
  if (move.kind === "cut")
    return { code: "cut", end: move.end!, mm: move.cutMm, name: isOnlyOne ? null : name };
  if (move.kind === "square") {
    const diagonals = lines.find(
      ({ characteristic: one }) =>
        one.measure === "diagonals" && one.stretch === prefixOf(part) + stretch.id,
    )?.judgement?.values;
    return {
      code: "square",
      name,
      offSquareDeg:
        diagonals?.length === 2 ? lozengeOf(diagonals[0]!, diagonals[1]!).offSquareDeg : null,
    };
  }
  const isThickRead = lines.some(
    ({ characteristic: one }) =>
      one.measure === "thickness" && one.stretch === prefixOf(part) + stretch.id && !one.feature,
  );
  const at = mostChanged(from, to);
  const places = stretch.kind === "transition" ? placesInOrder(to) : [null];
  const place = places[at] ?? null;
  const code = move.kind === "upset" ? "upset" : "draw";
  // Where it only goes on into the bar beside it, nothing is done at the tip.
  const isTipOnly = code === "upset" && place === "tip" && largestChange(from, to) > ALIKE_MM;
  return {
    code,
    name,
    place,
    verb: isTipOnly ? "jump" : (VERB_OF[operation] ?? "draw"),
    fromMm: sizesOf(from, at),
    toMm: sizesOf(to, at),
    untilMm: isThickRead ? null : to.lengthMm,
    carried: move.taken.map(({ stretch: index, mm }) => {
      const beside = bar.stretches[index]!;
      return { from: beside.id, name: nameInText(beside), mm };
    }),
    ...truedBy({ bar, move, from, to, lines, part }),
  };
}

/** The openings in a stretch that is worked, but for those that are opened on anyway. */
function truedBy({ bar, move, from, to, lines, part }: Omit<SayInput, "operation">) {
  if (largestChange(from, to) <= ALIKE_MM) return {};
  const laid = layBar(bar.stretches);
  const { fromMm, toMm } = laid.stretches[move.stretch]!;
  const openedOn = new Set(
    lines.flatMap(({ characteristic: { feature, measure }, judgement }) =>
      measure === "diameter" && feature && judgement && isOff(judgement) ? [feature] : [],
    ),
  );
  const trued = (bar.features ?? []).flatMap((feature) => {
    const extent = featureExtent(feature, laid);
    const isWithin = extent.fromMm < toMm && extent.toMm > fromMm;
    const isOpenedOn = openedOn.has(prefixOf(part) + feature.id);
    return kindOf(feature).pierces && isWithin && !isOpenedOn ? [featureNameInText(feature)] : [];
  });
  return trued.length > 0 ? { trued } : {};
}

function placesInOrder({ stations }: Form): ("tip" | "middle" | "base")[] {
  const tipFirst =
    stations[0]!.thickMm * stations[0]!.wideMm <=
    stations.at(-1)!.thickMm * stations.at(-1)!.wideMm;
  return tipFirst ? ["tip", "middle", "base"] : ["base", "middle", "tip"];
}

function mostChanged(from: Form, to: Form): number {
  let [best, most] = [0, -1];
  to.stations.forEach(({ thickMm, wideMm }, at) => {
    const was = from.stations[at]!;
    const change = Math.abs(thickMm - was.thickMm) + Math.abs(wideMm - was.wideMm);
    if (change > most + 1e-9) [best, most] = [at, change];
  });
  return best;
}

function largestChange(from: Form, to: Form): number {
  const at = mostChanged(from, to);
  const [was, is] = [from.stations[at]!, to.stations[at]!];
  return Math.max(Math.abs(is.thickMm - was.thickMm), Math.abs(is.wideMm - was.wideMm));
}

const ALIKE_MM = 0.05;
function sizesOf({ stations }: Form, at: number): number[] {
  const { thickMm, wideMm } = stations[at]!;
  return Math.abs(thickMm - wideMm) < ALIKE_MM ? [thickMm] : [wideMm, thickMm];
}

function sketchOf(was: MetalState, move: MetalMove): Sketch {
  const from = Math.max(0, move.stretch - 1);
  const to = move.stretch + 2;
  return {
    before: was.forms.slice(from, to),
    after: move.after.forms.slice(from, to),
    worked: move.stretch - from,
    cut: move.kind === "cut" ? { end: move.end!, mm: move.cutMm } : null,
  };
}

/** Heats a move takes at the learner's step, from the bar as it was before it. */
export function moveHeats(
  bar: Bar,
  move: MetalMove,
  { was, step }: { was: MetalState; step: Step },
): number {
  const [from, to] = [was.forms[move.stretch]!, move.after.forms[move.stretch]!];
  return metalHeats(operationOf(bar, move, was), { bar, from, to, step });
}

/** Heats at the learner's step; what is done cold takes none. */
function metalHeats(
  key: OperationKey,
  { bar, from, to, step }: { bar: Bar; from: Form; to: Form; step: Step },
): number {
  const operation = OPERATIONS[key];
  const heat = operation.heat && heatFor(operation.heat, bar.stock.steel ?? "mild");
  if (!heat) return key === "trim" ? CUT_HEATS : 0;
  const [a, b] = [perMm(from), perMm(to)];
  const size = Math.sqrt(Math.min(a, b));
  const section = { shape: "square", size } as const;
  return heatsAtStep(
    operation.heats({
      strainedMm3: a > 0 && b > 0 ? volumeOf(to) * Math.abs(Math.log(b / a)) : 0,
      hotMm: to.lengthMm,
      seconds: secondsIn(heat, section),
      barMm: Math.sqrt(a),
    }),
    step,
  );
}
/** An end is cut while it is hot anyway. */
const CUT_HEATS = 0.25;
/** A few blows, or one careful heat (common practice, no source). */
const FEATURE_HEATS = 0.5;

export function featureHeats(key: OperationKey, step: Step): number {
  if (key === "trim") return CUT_HEATS;
  return OPERATIONS[key].heat === null ? 0 : heatsAtStep(FEATURE_HEATS, step);
}
