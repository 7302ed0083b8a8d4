import * as z from "zod";
import { sectionAt, type LaidBar } from "../../bar/bar";
import { caliperSizesMm } from "../../section/section";
import { lengthSchema } from "../../units/schema";
import { anyPlace, atPlace, defineFeature, type FeatureOperation } from "../feature";
import { difference, placedAt } from "../lines";
import { raisedWarnings } from "../raised";
import { isFromAbove, placesAt, type FlatPoint, type Surface, type SurfaceMarks } from "../surface";
import { GONE } from "../rework";

const schema = z.strictObject({
  ...atPlace,
  kind: z.literal("lugs"),
  /** Along the bar. */
  length: lengthSchema(),
  /** How far each stands out of the bar's edge. */
  reach: lengthSchema(),
  thickness: lengthSchema(),
  edges: z.enum(["both", "one"]).optional(),
  /** Whether they are bent up at the bar's edge, once they are drawn. */
  folded: z.enum(["flat", "up"]).optional(),
});
export type Lugs = z.output<typeof schema>;

const countOf = ({ edges = "both" }: Lugs) => (edges === "both" ? 2 : 1);
const volumeMm3 = (lugs: Lugs) => countOf(lugs) * lugs.length * lugs.reach * lugs.thickness;
const extent = ({ at, length }: Lugs) => ({
  fromMm: at - length / 2,
  toMm: at + length / 2,
  needsMm: null,
});

function operations(one: Lugs): FeatureOperation<Lugs>[] {
  const place = ({ at }: Lugs) => ({ name: "From end A", value: at, unit: "mm" as const });
  return [
    { operation: "gather", gathers: true, sizes: () => [] },
    { operation: "isolate-lugs", sizes: (now) => [place(now)] },
    {
      operation: "draw-lugs",
      leaves: one.folded === "up" ? { ...one, folded: "flat" } : one,
      sizes: (now) => [
        place(now),
        { name: "Along the bar", value: now.length, unit: "mm" },
        { name: "Reach", value: now.reach, unit: "mm" },
        { name: "Thick", value: now.thickness, unit: "mm" },
      ],
    },
    ...(one.folded === "up"
      ? [
          {
            operation: "fold-lugs" as const,
            leaves: one,
            sizes: (now: Lugs) => [
              place(now),
              { name: "Angle", value: 90, unit: "deg" as const },
              { name: "High", value: now.reach, unit: "mm" as const },
            ],
          },
        ]
      : []),
  ];
}

function drawn(one: Lugs, { stationAt }: Surface): SurfaceMarks {
  const station = stationAt(one.at);
  const { up, across, thicknessMm, widthMm } = station;
  const half = one.length / 2;
  const fromAbove = isFromAbove(station);
  const place = placesAt(station);
  const outline = (way: FlatPoint, fromMm: number, toMm: number) => [
    place(-half, way, fromMm),
    place(-half, way, toMm),
    place(half, way, toMm),
    place(half, way, fromMm),
  ];
  const sides = countOf(one) === 2 ? [1, -1] : [1];
  const [edge, face] = [widthMm / 2, thicknessMm / 2];
  if (one.folded === "up")
    return fromAbove
      ? { lines: sides.map((side) => outline(across, side * edge, side * (edge - one.thickness))) }
      : { raised: [outline(up, face, face + one.reach)] };
  return fromAbove
    ? { raised: sides.map((side) => outline(across, side * edge, side * (edge + one.reach))) }
    : { lines: [outline(up, -one.thickness / 2, one.thickness / 2)] };
}

/** Ears drawn out of the bar's own edges, square to it, flat or folded up. */
export const lugs = defineFeature<typeof schema>({
  kind: "lugs",
  name: "Lugs",
  about: "ears out of the bar’s edges, across it; flat or folded up",
  schema,
  curves: false,
  fields: [
    { type: "length", key: "length", label: "Along the bar" },
    { type: "length", key: "reach", label: "Out of its edge" },
    { type: "length", key: "thickness", label: "Thick" },
    {
      type: "choice",
      key: "edges",
      label: "On",
      choices: [
        ["both", "both edges"],
        ["one", "one edge"],
      ],
    },
    {
      type: "choice",
      key: "folded",
      label: "Then",
      choices: [
        ["flat", "left flat"],
        ["up", "folded up"],
      ],
    },
  ],
  extent,
  keptVolumeMm3: volumeMm3,
  warnings(one, bar) {
    const barMm = caliperSizesMm(sectionAt(bar, one.at))[0];
    const thick = one.thickness > barMm;
    return [
      ...(thick
        ? [
            {
              code: "goes-too-deep" as const,
              feature: one.id,
              depthMm: one.thickness,
              barMm,
              possibleMm: barMm,
            },
          ]
        : []),
      ...raisedWarnings(one, bar, {
        ...extent(one),
        acrossMm: one.length,
        volumeMm3: volumeMm3(one),
      }),
    ];
  },
  characteristics(one, bar: LaidBar, line) {
    const widthMm = caliperSizesMm(sectionAt(bar, one.at))[1];
    const overMm = one.folded === "up" ? one.reach : widthMm + countOf(one) * one.reach;
    return [
      line("over", one.folded === "up" ? "high" : "over all", {
        measure: "extent",
        nominal: overMm,
        heavyWhen: "below",
        weight: 2,
      }),
      line("thickness", "thick", { measure: "thickness", nominal: one.thickness }),
      line("place", "", placedAt(one.at)),
      ...(countOf(one) === 2
        ? [line("alike", "both alike", { measure: "legs", ...difference(one.reach) })]
        : []),
    ];
  },
  rework: {
    over: { on: { operation: "draw-lugs", say: "Draw {it} on to {to} high" } },
    thickness: { on: { operation: "draw-lugs", say: "Draw {it} down to {to} thick" } },
    alike: {
      on: { operation: "draw-lugs", say: "Draw the lower of {it} on until both are alike" },
    },
    place: GONE,
  },
  operations,
  marks: ({ at, length }) => [
    { what: "from", atMm: at - length / 2 },
    { what: "to", atMm: at + length / 2 },
  ],
  drawn,
  risks: () => ["struck-tool"],
  start: ({ id, atMm, sizeMm }) => ({
    id,
    kind: "lugs",
    at: atMm,
    length: Math.max(2, Math.round(sizeMm)),
    reach: Math.max(2, Math.round(sizeMm / 2)),
    thickness: Math.max(1, Math.round(sizeMm / 4)),
  }),
  describe: ({ length: long, reach, at, edges = "both" }, length) =>
    `${edges === "both" ? "both edges" : "one edge"}, ${length(long)} by ${length(reach)} at ${length(at)} from A`,
  sample: (id, lengthMm, random) => ({
    id,
    kind: "lugs",
    at: anyPlace(lengthMm, random),
    length: 4 + Math.floor(random.next() * 10),
    reach: 2 + Math.floor(random.next() * 8),
    thickness: 1 + Math.floor(random.next() * 4),
    edges: random.pick(["both", "one"] as const),
    folded: random.pick(["flat", "up"] as const),
  }),
});
