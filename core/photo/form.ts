import { layBar, sectionAt, stretchAt, type LaidBar } from "../bar/bar";
import { featureExtent, kindOf, type Feature } from "../feature/registry";
import type { Bar } from "../piece/piece";
import { caliperSizesMm, type Point, type Section } from "../section/section";

/** The plane of a piece that lies level on the mat. */
export type LevelPlane = "side" | "plan";

/** A run of the bar: straight, or one feature's curve. */
export interface Run {
  fromMm: number;
  toMm: number;
  /** The curve it is; none for straight bar. */
  feature: Feature | null;
  /** How it turns on its way, in even lengths, rad; empty for straight bar. */
  turnsRad: readonly number[];
}

/** What a plan says of a bar as it lies on the mat. */
export interface Form {
  bar: LaidBar;
  features: readonly Feature[];
  plane: LevelPlane;
  runs: readonly Run[];
  /** Curves that stand up from the mat: the bar doesn't lie level. */
  upright: readonly Feature[];
  /** Height of the bar's middle over the mat, mm. */
  axisHeightMm: number;
}

/** A curve is laid in steps that turn no further than this, rad. */
const FINEST_RAD = Math.PI / 18;

/**
 * How a bar lies: on the side in which it is curved; one that isn't, on its wide
 * face, its holes upwards. Its middle is as high as its thickest place asks.
 */
export function formOf({ stretches, features = [] }: Bar): Form {
  const bar = layBar(stretches);
  const curves = features.filter((feature) => kindOf(feature).curves);
  const planeOf = (feature: Feature): LevelPlane =>
    "plane" in feature && feature.plane === "plan" ? "plan" : "side";
  const lengthIn = (plane: LevelPlane) =>
    curves
      .filter((feature) => planeOf(feature) === plane)
      .reduce((sum, feature) => {
        const { fromMm, toMm } = featureExtent(feature, bar);
        return sum + toMm - fromMm;
      }, 0);
  const plane: LevelPlane =
    curves.length > 0 && lengthIn("side") >= lengthIn("plan") ? "side" : "plan";
  const level = curves.filter((feature) => planeOf(feature) === plane);
  const form: Form = {
    bar,
    features,
    plane,
    runs: runsOf(bar, level),
    upright: curves.filter((feature) => planeOf(feature) !== plane),
    axisHeightMm: 0,
  };
  let axisHeightMm = 0;
  for (let share = 0; share <= 1; share += 1 / 256)
    axisHeightMm = Math.max(
      axisHeightMm,
      heightAt(form, Math.min(bar.lengthMm, share * bar.lengthMm)) / 2,
    );
  return { ...form, axisHeightMm };
}

function runsOf(bar: LaidBar, level: readonly Feature[]): Run[] {
  const curves = level
    .map((feature) => ({ feature, ...featureExtent(feature, bar) }))
    .sort((a, b) => a.fromMm - b.fromMm);
  const runs: Run[] = [];
  let atMm = 0;
  const straight = (toMm: number) => {
    if (toMm - atMm > 1e-6) runs.push({ fromMm: atMm, toMm, feature: null, turnsRad: [] });
  };
  for (const { feature, fromMm: from, toMm: to } of curves) {
    const [fromMm, toMm] = [Math.max(atMm, from), Math.min(bar.lengthMm, to)];
    const turnsRad = evenTurns(feature, bar);
    if (toMm - fromMm <= 0 || turnsRad.length === 0) continue;
    straight(fromMm);
    runs.push({ fromMm, toMm, feature, turnsRad });
    atMm = toMm;
  }
  straight(bar.lengthMm);
  return runs;
}

/** A curve's turns over even lengths of its bar. */
function evenTurns(feature: Feature, bar: LaidBar): number[] {
  const arcs = kindOf(feature).arcs?.(feature, bar, FINEST_RAD / 4) ?? [];
  const lengthMm = arcs.reduce((sum, arc) => sum + arc.lengthMm, 0);
  const turnRad = arcs.reduce((sum, arc) => sum + Math.abs(arc.turnRad), 0);
  const count = Math.max(2, Math.ceil(turnRad / FINEST_RAD));
  const turns = new Array<number>(count).fill(0);
  let atMm = 0;
  for (const arc of arcs) {
    // An arc is shared among the lengths it lies in.
    const from = (atMm / lengthMm) * count;
    atMm += arc.lengthMm;
    const to = (atMm / lengthMm) * count;
    for (let cell = Math.floor(from); cell < Math.min(count, to); cell += 1) {
      const share = (Math.min(to, cell + 1) - Math.max(from, cell)) / (to - from || 1);
      turns[cell] = turns[cell]! + arc.turnRad * share;
    }
  }
  return turns;
}

/** The twist at a place of the bar, if any. */
export const twistAt = ({ features }: Form, mm: number) =>
  features.find(
    (one): one is Extract<Feature, { kind: "twist" }> =>
      one.kind === "twist" && mm > one.from && mm < one.to,
  );

const sizesAt = (form: Form, mm: number) =>
  caliperSizesMm(sectionAt(form.bar, Math.min(form.bar.lengthMm, Math.max(0, mm))));

/** A twisted section reaches from the bar's middle, on the way round, as far as this share of its diagonal. */
const TWISTED_SHARE = 0.9;

/** How wide the bar is from above at a place, mm; on a twist on the average. */
export function widthAt(form: Form, mm: number): number {
  const sizes = sizesAt(form, mm);
  if (twistAt(form, mm)) return Math.hypot(...sizes) * TWISTED_SHARE;
  return sizes[form.plane === "side" ? 0 : 1];
}

/** How high the bar is at a place, mm; on a twist its diagonal. */
export function heightAt(form: Form, mm: number): number {
  const sizes = sizesAt(form, mm);
  if (twistAt(form, mm)) return sidesAt(form, mm).round === 1 ? sizes[0] : Math.hypot(...sizes);
  return sizes[form.plane === "side" ? 1 : 0];
}

/** How a section's sides stand: which share of its height is upright, and how far they fall away like a round's. */
export interface Sides {
  upright: number;
  round: number;
}

/** An octagon's upright sides are √2 − 1 of its height (plane geometry); a hexagon's, corners up, 1/√3. */
const SIDES = {
  cornered: { upright: 1, round: 0 },
  octagon: { upright: Math.SQRT2 - 1, round: 0 },
  hexagon: { upright: 1 / Math.sqrt(3), round: 0 },
  round: { upright: 0, round: 1 },
} as const satisfies Record<string, Sides>;

function sidesOf(section: Section | Point): Sides | null {
  if (section === "point") return null;
  switch (section.shape) {
    case "round":
    case "tube":
      return SIDES.round;
    case "octagon":
    case "hexagon":
      return SIDES[section.shape];
    default:
      return SIDES.cornered;
  }
}

/** How the sides stand at a place of the bar; from one form to another it goes over evenly. */
export function sidesAt({ bar }: Form, mm: number): Sides {
  const { stretch, fromMm } = stretchAt(bar, mm);
  if (stretch.kind !== "transition") return sidesOf(sectionAt(bar, mm)) ?? SIDES.cornered;
  const from = sidesOf(stretch.from) ?? sidesOf(stretch.to) ?? SIDES.cornered;
  const to = sidesOf(stretch.to) ?? from;
  const share = Math.min(1, Math.max(0, (mm - fromMm) / stretch.length));
  const between = (a: number, b: number) => a + (b - a) * share;
  return { upright: between(from.upright, to.upright), round: between(from.round, to.round) };
}

/** What the eye finds of a form: where its first end lies, how it heads, and how each run came out. */
export interface Pose {
  x: number;
  y: number;
  headingRad: number;
  /** 1 as drawn, -1 turned over. */
  side: 1 | -1;
  /** How much longer than drawn each run is, mm. */
  longerMm: readonly number[];
  /** How much further than drawn each curve turns, rad; nothing for straight runs. */
  furtherRad: readonly number[];
}

/** A place of the middle line as laid. */
export interface LinePlace {
  /** On the plan, mm from end A. */
  planMm: number;
  /** As laid, mm from end A. */
  mm: number;
  x: number;
  y: number;
  headingRad: number;
  run: number;
}

/** A step along a form's middle line, and the bar at its end. */
export interface Step {
  run: number;
  /** On the plan, mm from end A. */
  planMm: number;
  /** Of its run's length, and of all its run turns. */
  lengthShare: number;
  turnRad: number;
  across: Across;
}

/** A bar across, as it lies on the mat. */
export interface Across {
  /** Half of its width and height, mm. */
  halfMm: number;
  halfHighMm: number;
  sides: Sides;
  isTwisted: boolean;
}

/** How the bar is across at a place of the plan. */
export const acrossAt = (form: Form, planMm: number): Across => ({
  halfMm: widthAt(form, planMm) / 2,
  halfHighMm: heightAt(form, planMm) / 2,
  sides: sidesAt(form, planMm),
  isTwisted: twistAt(form, planMm) !== undefined,
});

/**
 * A form's middle line in steps no longer than said, mm; where it is laid longer, of that length.
 * The first stands for end A.
 */
export function stepsAlong(
  form: Form,
  apartMm: number,
  longerMm: readonly number[] = form.runs.map(() => 0),
): Step[] {
  const stepTo = (planMm: number) => ({ planMm, across: acrossAt(form, planMm) });
  const first = { run: 0, lengthShare: 0, turnRad: 0, ...stepTo(form.runs[0]!.fromMm) };
  return [first].concat(
    form.runs.flatMap((one, run) => {
      const { fromMm, toMm, turnsRad } = one;
      const turns = turnsRad.length === 0 ? [0] : turnsRad;
      const each = Math.max(1, Math.ceil(laidMm(one, longerMm[run]!) / turns.length / apartMm));
      const count = turns.length * each;
      return Array.from({ length: count }, (_, step) => ({
        run,
        lengthShare: 1 / count,
        turnRad: turns[Math.floor(step / each)]! / each,
        ...stepTo(fromMm + ((toMm - fromMm) * (step + 1)) / count),
      }));
    }),
  );
}

const laidMm = ({ fromMm, toMm }: Run, longerMm: number): number =>
  Math.max((toMm - fromMm) * 0.2, toMm - fromMm + longerMm);

/** The middle line of a form as laid, a place for each of its steps. */
export function placesAlong({ runs }: Form, steps: readonly Step[], pose: Pose): LinePlace[] {
  const lengths = runs.map((run, at) => laidMm(run, pose.longerMm[at]!));
  const turns = runs.map(({ turnsRad }, at) => {
    const drawnRad = turnsRad.reduce((sum, turn) => sum + turn, 0);
    return pose.side * (drawnRad === 0 ? 1 : 1 + pose.furtherRad[at]! / drawnRad);
  });
  let { x, y, headingRad } = pose;
  let mm = 0;
  return steps.map(({ run, planMm, lengthShare, turnRad }): LinePlace => {
    const stepMm = lengths[run]! * lengthShare;
    const half = (turns[run]! * turnRad) / 2;
    const chord = half === 0 ? stepMm : (stepMm * Math.sin(half)) / half;
    x += Math.cos(headingRad + half) * chord;
    y += Math.sin(headingRad + half) * chord;
    headingRad += 2 * half;
    mm += stepMm;
    return { planMm, mm, x, y, headingRad, run };
  });
}

/** A place of the middle line as it appears on the mat, and how far its edges do to either side, mm. */
export interface ProjectedPlace extends LinePlace {
  across: Across;
  leftMm: number;
  rightMm: number;
}

/** Where a camera stands over the mat, mm. */
export interface Eye {
  x: number;
  y: number;
  z: number;
}

/**
 * A laid line as a camera sees it against the mat: all of it further from the camera's foot by its
 * height, an edge that faces away by that of the upper side, one that faces the camera by that of
 * the lower.
 */
export function projectedLine(
  form: Form,
  steps: readonly Step[],
  pose: Pose,
  eye: Eye,
): ProjectedPlace[] {
  const below = eye.z - form.axisHeightMm;
  const middle = eye.z / below;
  return placesAlong(form, steps, pose).map(
    ({ planMm, mm, x, y, headingRad, run }, at): ProjectedPlace => {
      const { across } = steps[at]!;
      const { halfMm, halfHighMm } = across;
      const { upright, round } = across.sides;
      const aside = -(x - eye.x) * Math.sin(headingRad) + (y - eye.y) * Math.cos(headingRad);
      const upHigh = round < 1 ? (halfHighMm * upright) / (1 - round) : 0;
      const slant = Math.sqrt(1 + (aside / below) ** 2);
      const edge = (way: 1 | -1): number => {
        const off = aside + way * halfMm;
        const isAway = off * way > 0;
        const cornered = (off * eye.z) / (below - (isAway ? upHigh : -upHigh));
        const touched = (aside + way * halfMm * slant) * middle;
        return (cornered + (touched - cornered) * round - aside * middle) * way;
      };
      return {
        planMm,
        mm,
        x: eye.x + (x - eye.x) * middle,
        y: eye.y + (y - eye.y) * middle,
        headingRad,
        run,
        across,
        leftMm: edge(1),
        rightMm: edge(-1),
      };
    },
  );
}
