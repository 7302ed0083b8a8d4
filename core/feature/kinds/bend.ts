import * as z from "zod";
import { stretchAt, thicknessAt, type LaidBar } from "../../bar/bar";
import type { StageSize } from "../../operation/operation";
import { sectionAreaMm2 } from "../../section/section";
import { lengthSchema } from "../../units/schema";
import { evenArcs } from "../curve";
import { anyPlace, atPlace, defineFeature } from "../feature";
import { opened } from "../lines";
import { gatheredSize } from "../raised";
import { runsOffTheBar } from "../runsOff";

/** Which way a bar is bent, as a field. */
export const PLANE_FIELD = {
  type: "choice",
  key: "plane",
  label: "Bent",
  choices: [
    ["side", "the easy way"],
    ["plan", "the hard way"],
  ],
} as const;

const schema = z.strictObject({
  ...atPlace,
  kind: z.literal("bend"),
  /** Positive turns towards the side of a positive scroll. */
  angle: z.number().min(-360, "An angle is from -360 to 360 degrees.").max(360),
  insideRadius: lengthSchema({ zero: true }),
  /** The elevation the bend is seen in; the side, unless it is bent the hard way. */
  plane: z.enum(["side", "plan"]).optional(),
  /** Its outside corner: round as it is bent, or driven square. */
  outside: z.enum(["round", "square"]).optional(),
});
export type Bend = z.output<typeof schema>;

/** Bent round so far, degrees, something hangs in it (common practice, no source). */
const HOOK_DEG = 135;

/** The technique of a stretch whose bend is driven to a square outside corner. */
const UPSET_CORNER = "upset-corner";

/** Bar on the centre line of a bend, mm: (r + t/2)·θ. */
export const bendArcMm = ({ angle, insideRadius, at, plane }: Bend, bar: LaidBar): number =>
  (insideRadius + thicknessAt(bar, at, plane) / 2) * ((Math.abs(angle) * Math.PI) / 180);

/** Where a bend is, how far and over what, as its operation says it. */
export const bendSizes = ({
  at,
  angle,
  insideRadius,
}: Pick<Bend, "at" | "angle" | "insideRadius">): StageSize[] => [
  { name: "Middle from end A", value: at, unit: "mm" },
  { name: "Angle", value: Math.abs(angle), unit: "deg" },
  { name: "Inside radius", value: insideRadius, unit: "mm" },
];

function extent(bend: Bend, bar: LaidBar) {
  const arcMm = bendArcMm(bend, bar);
  return { fromMm: bend.at - arcMm / 2, toMm: bend.at + arcMm / 2, needsMm: arcMm };
}

/** Beyond this angle, degrees, an outside corner runs away to a point (common practice, no source). */
const SHARPEST_DEG = 135;

const isSquare = ({ outside, angle }: Bend) =>
  outside === "square" && Math.abs(angle) <= SHARPEST_DEG;

/**
 * Steel a square outside corner takes beyond the round one, mm³: between the arc of
 * the outside R = r + t and its two tangents lie R²·(tan(θ/2) − θ/2) (plane geometry);
 * of 12 square at 90° over no radius 12³·(1 − π/4).
 */
function cornerMm3(one: Bend, bar: LaidBar): number {
  if (!isSquare(one)) return 0;
  const [thicknessMm, widthMm] = [
    thicknessAt(bar, one.at, one.plane),
    thicknessAt(bar, one.at, one.plane === "plan" ? "side" : "plan"),
  ];
  const half = (Math.abs(one.angle) * Math.PI) / 360;
  return (one.insideRadius + thicknessMm) ** 2 * (Math.tan(half) - half) * widthMm;
}

/** A corner to an angle over an inside radius. */
export const bend = defineFeature<typeof schema>({
  kind: "bend",
  name: "Bend",
  about: "to an angle over an inside radius",
  schema,
  alikeBy: "angle",
  curves: true,
  fields: [
    { type: "number", key: "angle", label: "Angle, degrees", min: -360, max: 360 },
    { type: "length", key: "insideRadius", label: "Inside radius", zero: true },
    PLANE_FIELD,
    {
      type: "choice",
      key: "outside",
      label: "Outside corner",
      choices: [
        ["round", "round, as bent"],
        ["square", "driven square"],
      ],
    },
  ],
  extent,
  arcs(one, bar, finestRad) {
    const turnRad = (one.angle * Math.PI) / 180;
    if (turnRad === 0) return [];
    return evenArcs(
      { lengthMm: bendArcMm(one, bar), turnRad, plane: one.plane ?? "side" },
      finestRad,
    );
  },
  keptVolumeMm3: cornerMm3,
  warnings: (one, bar) => runsOffTheBar(one, extent(one, bar), bar),
  characteristics({ angle, insideRadius, at, plane }, bar, line) {
    const thicknessMm = thicknessAt(bar, at, plane);
    return [
      line("angle", "angle", {
        measure: "angle",
        unit: "deg",
        nominal: Math.abs(angle),
        instrument: "protractor",
        weight: 2,
        ...opened,
      }),
      line("radius", "inside radius", {
        measure: "radius",
        nominal: insideRadius,
        instrument: "template",
        tolerance: { sizeMm: Math.max(insideRadius, thicknessMm), coarser: 0 },
        whenLight: "ease",
      }),
    ];
  },
  rework: {
    angle: {
      on: { operation: "bend", say: "Bend {it} on to {to}" },
      back: { operation: "bend", say: "Ease {it} back to {to}" },
      sets: (one, angle) => ({ ...one, angle: Math.sign(one.angle || 1) * angle }),
    },
    radius: {
      on: { operation: "bend", say: "Close the curve of {it} to {to} inside" },
      back: { operation: "bend", say: "Open the curve of {it} to {to} inside" },
      sets: (one, insideRadius) => ({ ...one, insideRadius }),
    },
  },
  operations(one, { bar, stock }) {
    const square = isSquare(one);
    const corner = square || stretchAt(bar, one.at).stretch.technique === UPSET_CORNER;
    return [
      {
        operation: "bend",
        leaves: square ? { ...one, outside: "round" } : one,
        sizes: bendSizes,
      },
      ...(corner
        ? [
            {
              operation: "set-corner" as const,
              sizes: ({ at }: Bend) => [
                { name: "Middle from end A", value: at, unit: "mm" as const },
                ...(square ? [gatheredSize(cornerMm3(one, bar), sectionAreaMm2(stock))] : []),
              ],
              ...(square ? { leaves: one, shapes: true } : {}),
            },
          ]
        : []),
    ];
  },
  marks: ({ at }) => [{ what: "middle of the bend", atMm: at }],
  risks: ({ angle }) => (Math.abs(angle) >= HOOK_DEG ? ["load-shaped"] : []),
  start: ({ id, atMm, sizeMm }) => ({
    id,
    kind: "bend",
    at: atMm,
    angle: 90,
    insideRadius: Math.round(sizeMm / 2),
  }),
  describe: ({ angle, at }, length) => `${Number(angle.toFixed(1))}° at ${length(at)} from A`,
  sample: (id, lengthMm, random) => ({
    id,
    kind: "bend",
    at: anyPlace(lengthMm, random),
    angle: Math.round(random.next() * 360 - 180),
    insideRadius: Math.floor(random.next() * 40),
    plane: random.pick(["side", "plan"] as const),
    outside: random.pick(["round", "square"] as const),
  }),
});
