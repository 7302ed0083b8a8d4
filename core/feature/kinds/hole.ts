import * as z from "zod";
import { sectionAt, stretchAt, type LaidBar } from "../../bar/bar";
import type { StageSize } from "../../operation/operation";
import { caliperSizesMm } from "../../section/section";
import type { Risk } from "../../trade/risks";
import { lengthSchema } from "../../units/schema";
import { driftedForm } from "../driftedEye";
import {
  anyPlace,
  atPlace,
  defineFeature,
  type FeatureOperation,
  type FeatureWork,
} from "../feature";
import { alongMm, openedMm2, outlineMm } from "../holeForm";
import { difference, placedAt } from "../lines";
import { isFromAbove, ovalAt, placesAt, type Surface, type SurfaceMarks } from "../surface";
import { SLACK_MM, type HoleMethod, type Warning } from "../warning";
import { GONE } from "../rework";

const schema = z.strictObject({
  ...atPlace,
  kind: z.literal("hole"),
  diameter: lengthSchema(),
  method: z.enum(["punch", "drill", "slot-drift"]),
  /** What it is drifted or punched to; round unless said. */
  shape: z.enum(["round", "square", "oval"]).optional(),
  /** Of an oval, along the bar; its other size is across it. */
  long: lengthSchema().optional(),
  slotLength: lengthSchema().optional(),
  slotWidth: lengthSchema().optional(),
});
export type Hole = z.output<typeof schema>;

/**
 * Centre of a hole to the end of the bar, in diameters (common practice, no
 * source): punched, it cups the end. A drifted eye keeps a wall round its end.
 */
const END_DIAMETERS: Record<HoleMethod, number> = { punch: 1.5, "slot-drift": 0.75, drill: 1 };
/** Wall beside a hole, in diameters (common practice, no source). */
const WALL_DIAMETERS: Record<HoleMethod, number> = {
  punch: 1 / 3,
  "slot-drift": 1 / 4,
  drill: 1 / 4,
};
/** A drifted hole is an eye: something could hang from it. */
const HOLE_RISKS: Record<HoleMethod, Risk[]> = {
  punch: ["struck-tool"],
  drill: ["machine", "drill"],
  "slot-drift": ["struck-tool", "load-shaped"],
};
/** A hole this near an end, in diameters, wants the corners off first (common practice, no source). */
const NEAR_END_DIAMETERS = 3;
/** A slot is so many times narrower than the eye it is opened to, where nothing is said (common practice, no source). */
const USUAL_SLOT = 4;
/** How far a drawn eye may be off the width it swells to, as a share of it (common practice, no source). */
const EYE_SHARE = 0.02;

const endDistanceMm = (hole: Hole, bar: LaidBar) => Math.min(hole.at, bar.lengthMm - hole.at);

/** From the nearer end to the hole: what loses its corners. */
const nearEnd = ({ at }: Hole, { lengthMm }: LaidBar) =>
  at <= lengthMm / 2 ? { fromMm: 0, toMm: at } : { fromMm: at, toMm: lengthMm };

/** The eye a slot opens to, from a bar of a width; none for what isn't slotted. */
function eyeFrom(hole: Hole, barWidthMm: number) {
  const { method, slotLength, slotWidth, diameter } = hole;
  if (method !== "slot-drift" || !slotLength || !slotWidth || slotWidth >= barWidthMm) return null;
  const slot = { slotLengthMm: slotLength, slotWidthMm: slotWidth };
  return driftedForm({ barWidthMm, outlineMm: outlineMm(hole), acrossMm: diameter, ...slot });
}

const isRound = ({ shape = "round" }: Hole) => shape === "round";

function extent(hole: Hole) {
  const { at, slotLength = 0 } = hole;
  const halfMm = Math.max(alongMm(hole), slotLength) / 2;
  return { fromMm: at - halfMm, toMm: at + halfMm, needsMm: null };
}

function warnings(hole: Hole, bar: LaidBar): Warning[] {
  const { id, diameter, method } = hole;
  const about = { feature: id, method } as const;
  const barMm = caliperSizesMm(sectionAt(bar, hole.at))[1];
  if (diameter >= barMm)
    return [{ code: "hole-too-wide", feature: id, diameterMm: diameter, barMm }];
  const found: Warning[] = [];
  const endMm = endDistanceMm(hole, bar);
  const leastEndMm = alongMm(hole) * END_DIAMETERS[method];
  if (endMm < leastEndMm - 1e-9)
    found.push({
      code: "hole-near-end",
      diameterMm: diameter,
      endMm,
      leastMm: leastEndMm,
      ...about,
    });
  const wallMm = (barMm - diameter) / 2;
  const leastWallMm = diameter * WALL_DIAMETERS[method];
  if (wallMm < leastWallMm - 1e-9)
    found.push({ code: "hole-near-edge", wallMm, leastMm: leastWallMm, ...about });
  const { fromMm, toMm } = extent(hole);
  const within = stretchAt(bar, hole.at);
  const hasMm = Math.min(toMm, within.toMm) - Math.max(fromMm, within.fromMm);
  if (hasMm < toMm - fromMm - SLACK_MM)
    found.push({
      code: "too-little-bar",
      feature: id,
      kind: "hole",
      needsMm: toMm - fromMm,
      hasMm,
    });
  return found;
}

/**
 * Whether an eye is drawn as wide as it swells to.
 *
 * @param stockWidthMm width of the bar it is slotted in
 */
export function eyeWarnings(hole: Hole, bar: LaidBar, stockWidthMm: number): Warning[] {
  const eye = eyeFrom(hole, stockWidthMm);
  if (!eye) return [];
  const drawnMm = caliperSizesMm(sectionAt(bar, hole.at))[1];
  return Math.abs(drawnMm - eye.outsideMm) > eye.outsideMm * EYE_SHARE
    ? [{ code: "eye-swells", feature: hole.id, drawnMm, comesToMm: eye.outsideMm }]
    : [];
}

/** The size or sizes a hole is made to. */
function formSizes(hole: Hole): StageSize[] {
  const { diameter, shape = "round" } = hole;
  if (shape === "oval")
    return [{ name: "Along and across", value: [alongMm(hole), diameter], unit: "mm" }];
  return [{ name: shape === "square" ? "Square" : "Diameter", value: diameter, unit: "mm" }];
}

function operations(hole: Hole, { bar, stock }: FeatureWork): FeatureOperation<Hole>[] {
  const place = ({ at }: Hole) => ({ name: "From end A", value: at, unit: "mm" as const });
  const sizes = (one: Hole) => [place(one), ...formSizes(one)];
  if (hole.method === "drill") return [{ operation: "drill", leaves: hole, sizes }];
  const isNear = endDistanceMm(hole, bar) < NEAR_END_DIAMETERS * hole.diameter;
  const before: FeatureOperation<Hole>[] = [
    ...(isNear
      ? [{ operation: "corners" as const, place: nearEnd(hole, bar), sizes: () => [] }]
      : []),
    { operation: "mark", sizes: (one) => [place(one)] },
  ];
  if (hole.method === "punch") return [...before, { operation: "punch", leaves: hole, sizes }];
  const { slotLength, slotWidth } = hole;
  const { shape: _, long: __, ...plain } = hole;
  const slotted = { ...plain, diameter: slotWidth ?? hole.diameter / USUAL_SLOT };
  const round = { ...plain, diameter: outlineMm(hole) / Math.PI };
  const eye = eyeFrom(hole, caliperSizesMm(stock)[1]);
  return [
    ...before,
    {
      operation: "slot",
      leaves: slotted,
      sizes: (one) => [
        place(one),
        ...(slotLength && slotWidth
          ? [{ name: "Slot", value: [slotLength, slotWidth], unit: "mm" as const }]
          : []),
      ],
    },
    ...(isRound(hole) ? [] : [{ operation: "drift" as const, leaves: round, sizes }]),
    {
      operation: isRound(hole) ? "drift" : "drift-to-shape",
      leaves: hole,
      shapes: true,
      sizes: (one) => [
        ...sizes(one),
        ...(eye
          ? [
              { name: "Walls", value: eye.wallMm, unit: "mm" as const },
              { name: "Over the eye", value: eye.outsideMm, unit: "mm" as const },
            ]
          : []),
      ],
    },
  ];
}

function drawn(hole: Hole, { stationAt }: Surface): SurfaceMarks {
  const station = stationAt(hole.at);
  const { at, up, across, thicknessMm } = station;
  const [long, half] = [alongMm(hole) / 2, hole.diameter / 2];
  const place = placesAt(station);
  if (!isFromAbove(station)) {
    const side = (end: number) =>
      [-1, 1].map((face) => place(end * long, up, (face * thicknessMm) / 2));
    return { hidden: [side(-1), side(1)] };
  }
  switch (hole.shape ?? "round") {
    case "round":
      return { circles: [{ ...at, r: half }] };
    case "square":
      return {
        openings: [
          [
            place(-half, across, -half),
            place(half, across, -half),
            place(half, across, half),
            place(-half, across, half),
          ],
        ],
      };
    case "oval":
      return { openings: [ovalAt(station, long, half)] };
  }
}

const SLOTTED = { key: "method", is: "slot-drift" };

/** A hole through the bar: punched, drilled, or slotted and drifted. */
export const hole = defineFeature<typeof schema>({
  kind: "hole",
  name: "Hole",
  about: "punched, drilled, or slotted and drifted",
  schema,
  curves: false,
  pierces: true,
  fields: [
    { type: "length", key: "diameter", label: "Across" },
    {
      type: "choice",
      key: "shape",
      label: "Shape",
      choices: [
        ["round", "round"],
        ["square", "square"],
        ["oval", "oval"],
      ],
    },
    { type: "length", key: "long", label: "Along the bar", when: { key: "shape", is: "oval" } },
    {
      type: "choice",
      key: "method",
      label: "Made by",
      choices: [
        ["punch", "punching"],
        ["drill", "drilling"],
        ["slot-drift", "slot and drift"],
      ],
    },
    { type: "length", key: "slotLength", label: "Slot, long", when: SLOTTED },
    { type: "length", key: "slotWidth", label: "Slot, wide", when: SLOTTED },
  ],
  settled: ({ id, kind, at, diameter, method, shape, long, slotLength, slotWidth }) => ({
    id,
    kind,
    at,
    diameter,
    method,
    // A drill makes nothing but round holes.
    ...(shape === undefined || shape === "round" || method === "drill" ? {} : { shape }),
    ...(shape === "oval" && method !== "drill" ? { long: long ?? diameter * 1.5 } : {}),
    ...(method === "slot-drift"
      ? { slotLength: slotLength ?? diameter * 1.2, slotWidth: slotWidth ?? diameter / USUAL_SLOT }
      : {}),
  }),
  extent,
  keptVolumeMm3(one, bar) {
    const { method, slotLength = 0, slotWidth = 0, at } = one;
    if (method !== "slot-drift") return 0;
    const [thicknessMm] = caliperSizesMm(sectionAt(bar, at));
    return (slotLength * slotWidth - openedMm2(one)) * thicknessMm;
  },
  warnings,
  characteristics(one, bar, line) {
    const { at, diameter, shape } = one;
    const wallMm = (caliperSizesMm(sectionAt(bar, at))[1] - diameter) / 2;
    return [
      // A small hole can still be opened.
      line("diameter", "", {
        measure: "diameter",
        nominal: diameter,
        heavyWhen: "below",
        weight: 2,
      }),
      ...(shape === "oval"
        ? [
            line("long", "along the bar", {
              measure: "diameter",
              nominal: alongMm(one),
              heavyWhen: "below",
            }),
          ]
        : []),
      line("place", "", placedAt(at)),
      line("walls", "both walls", { measure: "walls", place: "near face", ...difference(wallMm) }),
      line("walls-far", "both walls, far face", {
        measure: "walls-far",
        place: "far face",
        ...difference(wallMm),
      }),
    ];
  },
  rework: {
    diameter: {
      on: { operation: "drift", say: "Open {it} to {to}, then dress the face" },
      sets: (one, diameter) => ({ ...one, diameter }),
    },
    long: {
      on: { operation: "drift", say: "Open {it} to {to} along the bar, then dress the face" },
      sets: (one, long) => ({ ...one, long }),
    },
    place: GONE,
    walls: GONE,
    "walls-far": GONE,
  },
  operations,
  marks: ({ at, method, slotLength }) => [
    { what: "centre", atMm: at },
    ...(method === "slot-drift" && slotLength
      ? [
          { what: "slot from", atMm: at, besideMm: -slotLength / 2 },
          { what: "slot to", atMm: at, besideMm: slotLength / 2 },
        ]
      : []),
  ],
  drawn,
  risks: ({ method }) => HOLE_RISKS[method],
  start: ({ id, atMm, sizeMm }) => ({
    id,
    kind: "hole",
    at: atMm,
    diameter: Math.round(sizeMm / 3) || 1,
    method: "punch",
  }),
  describe: ({ diameter, at }, length) => `${length(diameter)} at ${length(at)} from A`,
  sample: (id, lengthMm, random) => ({
    id,
    kind: "hole",
    at: anyPlace(lengthMm, random),
    diameter: 1 + Math.floor(random.next() * 30),
    method: random.pick(["punch", "drill", "slot-drift"] as const),
    ...random.pick([{}, {}, { shape: "square" as const }, { shape: "oval" as const, long: 12 }]),
  }),
});
