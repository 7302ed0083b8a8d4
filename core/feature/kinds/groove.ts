import * as z from "zod";
import { sectionAt, thicknessAt, type LaidBar } from "../../bar/bar";
import { caliperSizesMm, sectionAreaMm2 } from "../../section/section";
import { lengthSchema } from "../../units/schema";
import { anyPlace, atPlace, defineFeature } from "../feature";
import { placedAt } from "../lines";
import { isFromAbove, placesAt, type Surface, type SurfaceMarks } from "../surface";
import { GONE } from "../rework";

const schema = z.strictObject({
  ...atPlace,
  kind: z.literal("groove"),
  /** Along the bar, at its mouth. */
  width: lengthSchema(),
  depth: lengthSchema(),
  sides: z.enum(["both", "one"]).optional(),
});
export type Groove = z.output<typeof schema>;

/** Less than this share of the bar's thickness left between grooves, and it breaks there (common practice, no source). */
const LEAST_LEFT_SHARE = 1 / 3;

const countOf = ({ sides = "both" }: Groove) => (sides === "both" ? 2 : 1);

/**
 * Area of a groove seen from its side, mm²: the segment of a circle of a mouth w
 * and a depth d, r = (w²/4 + d²)/2d, A = r²·acos((r−d)/r) − (r−d)·w/2 (plane geometry).
 *
 * @example grooveAreaMm2(2, 1) → 1.5707963267948966
 */
export function grooveAreaMm2(widthMm: number, depthMm: number): number {
  const radius = ((widthMm / 2) ** 2 + depthMm ** 2) / (2 * depthMm);
  const rest = radius - depthMm;
  return radius ** 2 * Math.acos(rest / radius) - (rest * widthMm) / 2;
}

/** Steel a groove drives on into the bar beside it, mm³. */
const displacedMm3 = (one: Groove, bar: LaidBar): number =>
  grooveAreaMm2(one.width, one.depth) * countOf(one) * caliperSizesMm(sectionAt(bar, one.at))[1];

function drawn({ at, width, depth, sides = "both" }: Groove, surface: Surface): SurfaceMarks {
  const station = surface.stationAt(at);
  const { up, across, thicknessMm, widthMm } = station;
  const place = placesAt(station);
  if (isFromAbove(station))
    return {
      lines: [-1, 1].map((end) =>
        [-1, 1].map((side) => place((end * width) / 2, across, (side * widthMm) / 2)),
      ),
    };
  const faces = sides === "both" ? [1, -1] : [1];
  const floor = (face: number) =>
    Array.from({ length: 9 }, (_, index) => {
      const share = index / 4 - 1;
      const radius = ((width / 2) ** 2 + depth ** 2) / (2 * depth);
      const x = (share * width) / 2;
      const down = Math.sqrt(radius ** 2 - x ** 2) - (radius - depth);
      return place(x, up, face * (thicknessMm / 2 - down));
    });
  return { lines: faces.map(floor) };
}

/** A round groove set in with a fuller: a mark, a neck, the beginning of a shoulder. */
export const groove = defineFeature<typeof schema>({
  kind: "groove",
  name: "Groove",
  about: "set in with a fuller, from one side or both; a neck, a fuller mark",
  schema,
  curves: false,
  alikeBy: "depth",
  fields: [
    { type: "length", key: "width", label: "Along the bar" },
    { type: "length", key: "depth", label: "Deep" },
    {
      type: "choice",
      key: "sides",
      label: "From",
      choices: [
        ["both", "both sides"],
        ["one", "one side"],
      ],
    },
  ],
  extent: ({ at, width }) => ({ fromMm: at - width / 2, toMm: at + width / 2, needsMm: null }),
  // The hammer never reaches its floor: what was there is in the bar beside it.
  keptVolumeMm3: (one, bar) => -displacedMm3(one, bar),
  warnings(one, bar) {
    const { id, at, depth } = one;
    const barMm = thicknessAt(bar, at);
    const possibleMm = (barMm * (1 - LEAST_LEFT_SHARE)) / countOf(one);
    return depth > possibleMm + 1e-9
      ? [{ code: "goes-too-deep", feature: id, depthMm: depth, barMm, possibleMm }]
      : [];
  },
  characteristics(one, bar, line) {
    const leftMm = thicknessAt(bar, one.at) - one.depth * countOf(one);
    return [
      line("depth", "left in it", {
        measure: "thickness",
        nominal: Math.max(0, leftMm),
        weight: 2,
      }),
      line("width", "along the bar", { measure: "extent", nominal: one.width, heavyWhen: "below" }),
      line("place", "", placedAt(one.at)),
    ];
  },
  rework: {
    depth: {
      on: { operation: "groove", say: "Fuller {it} on from both sides, to {to} left in it" },
    },
    width: { on: { operation: "groove", say: "Fuller {it} wider, to {to} along the bar" } },
    place: GONE,
  },
  operations: (one, { bar, stock }) => [
    {
      operation: "groove",
      leaves: one,
      shapes: true,
      sizes: (now) => [
        { name: "From end A", value: now.at, unit: "mm" },
        { name: "Along the bar", value: now.width, unit: "mm" },
        { name: "Deep", value: now.depth, unit: "mm" },
        {
          name: "Bar it drives on",
          value: displacedMm3(one, bar) / sectionAreaMm2(stock),
          unit: "mm",
        },
      ],
    },
  ],
  marks: ({ at }) => [{ what: "middle of the groove", atMm: at }],
  drawn,
  risks: () => ["struck-tool"],
  start: ({ id, atMm, sizeMm }) => ({
    id,
    kind: "groove",
    at: atMm,
    width: Math.max(2, Math.round(sizeMm / 2)),
    depth: Math.max(1, Math.round(sizeMm / 6)),
  }),
  describe: ({ width, depth, at }, length) =>
    `${length(width)} by ${length(depth)} deep at ${length(at)} from A`,
  sample: (id, lengthMm, random) => ({
    id,
    kind: "groove",
    at: anyPlace(lengthMm, random),
    width: 2 + Math.floor(random.next() * 8),
    depth: 0.5 + Math.floor(random.next() * 2) / 2,
    sides: random.pick(["both", "one"] as const),
  }),
});
