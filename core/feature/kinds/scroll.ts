import * as z from "zod";
import { thicknessAt, type LaidBar } from "../../bar/bar";
import { solveRising } from "../../curve/solve";
import {
  SPIRAL_FORMS,
  spiralLengthMm,
  spiralSteps,
  spiralWidthMm,
  type Spiral,
} from "../../curve/spiral";
import { lengthSchema } from "../../units/schema";
import type { Arc } from "../curve";
import { anySpan, betweenPlaces, defineFeature, sideSchema, turnsSchema } from "../feature";
import { opened } from "../lines";
import { SIDE_FIELD, signOfSide } from "../side";
import { SLACK_MM, type Warning } from "../warning";

const schema = z.strictObject({
  ...betweenPlaces,
  kind: z.literal("scroll"),
  form: z.enum(SPIRAL_FORMS).optional(),
  innerRadius: lengthSchema().optional(),
  outerRadius: lengthSchema().optional(),
  turns: turnsSchema.optional(),
  side: sideSchema,
});
export type Scroll = z.output<typeof schema>;

/** Turns of a scroll of which nothing is said but its length (common practice, no source). */
const USUAL_TURNS = 1.5;
const MAX_TURNS = 20;
/** A scroll is on its template when nowhere farther off it than this share of its width (common practice, no source). */
const FORM_SHARE = 1 / 25;
/** Within this share of its bar it is a matter of how the eye is begun (common practice, no source). */
const BAR_SHARE = 1 / 100;

/** So little short of its outer end a scroll is still of its own stretch, as a share of its length. */
const HAIR = 1e-6;

const middleOf = ({ from, to }: Scroll) => (from + to) / 2;

/**
 * A scroll's centre line from what was said of it. What is left out is solved
 * from the length of bar it spans: the outer radius; or, where that is given,
 * the turns. The inner radius is the bar's thickness unless said.
 */
export function scrollSpiral(scroll: Scroll, bar: LaidBar): Spiral {
  const thicknessMm = thicknessAt(bar, middleOf(scroll));
  const known = solved.get(scroll);
  if (known?.thicknessMm === thicknessMm) return known.spiral;
  const spiral = solveSpiral(scroll, scroll.innerRadius ?? thicknessMm);
  solved.set(scroll, { thicknessMm, spiral });
  return spiral;
}

/** A scroll is asked for by warnings, drawings and sizes alike; it is solved once. */
const solved = new WeakMap<Scroll, { thicknessMm: number; spiral: Spiral }>();

function solveSpiral(scroll: Scroll, innerMm: number): Spiral {
  const lengthMm = scroll.to - scroll.from;
  const form = scroll.form ?? "archimedean";
  if (scroll.outerRadius !== undefined) {
    const outerMm = Math.max(innerMm, scroll.outerRadius);
    const turns =
      scroll.turns ??
      solveRising((n) => spiralLengthMm({ form, innerMm, outerMm, turns: n }), lengthMm, {
        low: 1e-3,
        high: MAX_TURNS,
      });
    return { form, innerMm, outerMm, turns };
  }
  const turns = scroll.turns ?? USUAL_TURNS;
  // Tight in the middle, the whole length would still be one circle of this radius.
  const outerMm = solveRising(
    (R) => spiralLengthMm({ form, innerMm, outerMm: R, turns }),
    lengthMm,
    { low: innerMm, high: Math.max(innerMm * 2, lengthMm) },
  );
  return { form, innerMm, outerMm, turns };
}

/** Whether a scroll's eye is at its end nearer to A. */
export const eyeFirst = (scroll: Scroll, bar: LaidBar): boolean =>
  scroll.from <= bar.lengthMm - scroll.to;

/**
 * Free space between neighbouring coils of a scroll on the centre line, mm: the
 * smallest distance from a coil to the next one out; infinite under one turn.
 *
 * Archimedean (R−r)/N everywhere; logarithmic r·(e^{2πk} − 1) at the eye;
 * clothoid by the growth of its radius over the first turn.
 */
export function coilSpacingMm({ form, innerMm: r, outerMm: R, turns }: Spiral): number {
  if (turns <= 1) return Infinity;
  if (form === "archimedean") return (R - r) / turns;
  if (form === "logarithmic") return r * ((R / r) ** (1 / turns) - 1);
  // Curvature falls evenly with the angle squared away; the radius after one turn from the eye:
  const lengthMm = spiralLengthMm({ form, innerMm: r, outerMm: R, turns });
  const slope = (1 / R - 1 / r) / lengthMm;
  const headingTo = (s: number) => s / r + (slope * s * s) / 2;
  const s = solveRising(headingTo, 2 * Math.PI, { low: 0, high: lengthMm });
  return 1 / (1 / r + slope * s) - r;
}

function warnings(scroll: Scroll, bar: LaidBar): Warning[] {
  const spiral = scrollSpiral(scroll, bar);
  const needsMm = spiralLengthMm(spiral);
  const hasMm = scroll.to - scroll.from;
  const offMm = needsMm - hasMm;
  const about = { feature: scroll.id, kind: "scroll", needsMm, hasMm } as const;
  const found: Warning[] = [];
  const slackMm = Math.max(SLACK_MM, hasMm * BAR_SHARE);
  if (offMm > slackMm) found.push({ code: "too-little-bar", ...about });
  if (-offMm > slackMm) found.push({ code: "bar-to-spare", ...about });
  const spacingMm = coilSpacingMm(spiral);
  const thicknessMm = thicknessAt(bar, middleOf(scroll));
  if (spacingMm < thicknessMm)
    found.push({ code: "scroll-touches", feature: scroll.id, spacingMm, thicknessMm });
  return found;
}

function arcs(scroll: Scroll, bar: LaidBar, finestRad: number): Arc[] {
  const spiral = scrollSpiral(scroll, bar);
  const count = Math.max(8, Math.ceil((2 * Math.PI * spiral.turns) / finestRad));
  const outwards = spiralSteps(spiral, count).map(({ lengthMm, turnRad }): Arc => ({
    lengthMm,
    turnRad: turnRad * signOfSide(scroll.side),
    plane: "side",
  }));
  return eyeFirst(scroll, bar) ? outwards : outwards.reverse();
}

/** Width over the outside of a scroll, mm, as thick as its bar is all along it. */
function widthMm(scroll: Scroll, bar: LaidBar): number {
  const { from, to } = scroll;
  const isEyeFirst = eyeFirst(scroll, bar);
  return spiralWidthMm(scrollSpiral(scroll, bar), (share) => {
    const fromEyeMm = Math.min(share, 1 - HAIR) * (to - from);
    return thicknessAt(bar, isEyeFirst ? from + fromEyeMm : to - fromEyeMm) / 2;
  });
}

/** The scroll that its bar makes so wide: as open as that asks, with the turns that then go into it. */
function ofWidth(one: Scroll, wideMm: number, bar: LaidBar): Scroll {
  const opened = (outerRadius: number): Scroll => ({ ...one, turns: undefined, outerRadius });
  const { innerMm } = scrollSpiral(one, bar);
  const outerMm = solveRising((mm) => widthMm(opened(mm), bar), wideMm, {
    low: innerMm,
    high: Math.max(innerMm * 2, one.to - one.from),
  });
  return opened(outerMm);
}

/** A curl that grows evenly, its eye at the bar's end. */
export const scroll = defineFeature<typeof schema>({
  kind: "scroll",
  name: "Scroll",
  about: "a curl, its eye at the bar’s end",
  schema,
  alikeBy: "width",
  curves: true,
  fields: [
    {
      type: "choice",
      key: "form",
      label: "Form",
      choices: [
        ["archimedean", "coils evenly apart"],
        ["logarithmic", "every coil wider"],
        ["clothoid", "curving evenly away"],
      ],
    },
    {
      type: "number",
      key: "turns",
      label: "Turns",
      min: 0.1,
      max: MAX_TURNS,
      start: USUAL_TURNS,
    },
    { type: "length", key: "innerRadius", label: "Radius of the eye", start: 10 },
    SIDE_FIELD,
  ],
  extent: (one, bar) => ({
    fromMm: one.from,
    toMm: one.to,
    needsMm: spiralLengthMm(scrollSpiral(one, bar)),
  }),
  arcs,
  warnings,
  characteristics(one, bar, line) {
    const wideMm = widthMm(one, bar);
    return [
      line("width", "width", {
        measure: "extent",
        nominal: wideMm,
        instrument: "rule",
        weight: 2,
        ...opened,
        heavyWhen: "above",
      }),
      line("form", "off its template", {
        measure: "form",
        kind: "evenness",
        nominal: 0,
        instrument: "template",
        fixed: { upper: Math.max(1, wideMm * FORM_SHARE) },
        weight: 2,
      }),
    ];
  },
  rework: {
    width: {
      on: { operation: "scroll", say: "Close {it} on to {to} across" },
      back: { operation: "scroll", say: "Open {it} to {to} across" },
      sets: ofWidth,
    },
    form: {
      on: { operation: "scroll", say: "Open {it} a little and roll it again to its template" },
    },
  },
  operations: (one, { bar }) => [
    {
      operation: "scroll",
      leaves: one,
      heats: Math.max(1, Math.ceil(scrollSpiral(one, bar).turns)),
      sizes: (now, then) => [
        { name: "Bar it takes", value: now.to - now.from, unit: "mm" },
        { name: "From and to", value: [now.from, now.to], unit: "mm" },
        { name: "Turns", value: scrollSpiral(now, then).turns, unit: "turns" },
        { name: "Across", value: widthMm(now, then), unit: "mm" },
      ],
    },
  ],
  marks: ({ from, to }) => [
    { what: "from", atMm: from },
    { what: "to", atMm: to },
  ],
  risks: () => [],
  start({ id, atMm, lengthMm, sizeMm }) {
    const takesMm = Math.min(lengthMm, sizeMm * 16);
    const from = atMm <= lengthMm / 2 ? 0 : lengthMm - takesMm;
    return { id, kind: "scroll", from, to: from + takesMm, turns: 1.25, side: "up" };
  },
  describe: ({ turns, side }) =>
    `${turns === undefined ? "" : `${Number(turns.toFixed(2))} ${turns === 1 ? "turn" : "turns"}, `}curls ${side ?? "up"}`,
  sample: (id, lengthMm, random) => ({
    id,
    ...anySpan(lengthMm, random),
    kind: "scroll",
    turns: 0.2 + random.next() * 11.8,
    form: random.pick(SPIRAL_FORMS),
    side: random.pick(["up", "down"] as const),
  }),
});
