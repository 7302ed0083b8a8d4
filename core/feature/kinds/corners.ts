import * as z from "zod";
import { thicknessAt, type LaidBar } from "../../bar/bar";
import { lengthSchema } from "../../units/schema";
import { atPlace, defineFeature } from "../feature";
import type { Surface, SurfaceMarks } from "../surface";

const schema = z.strictObject({
  ...atPlace,
  kind: z.literal("corners"),
  form: z.enum(["rounded", "clipped"]).optional(),
  /** How far from the corner it begins, along both edges. */
  size: lengthSchema(),
});
export type Corners = z.output<typeof schema>;

const isAtA = ({ at }: Corners, { lengthMm }: LaidBar) => at <= lengthMm / 2;

/** The end it is at, mm from end A, and which way the bar lies from there. */
const endOf = (corners: Corners, bar: LaidBar) =>
  isAtA(corners, bar) ? ({ mm: 0, into: 1 } as const) : ({ mm: bar.lengthMm, into: -1 } as const);

function extent(corners: Corners, bar: LaidBar) {
  const { mm, into } = endOf(corners, bar);
  const far = mm + into * corners.size;
  return { fromMm: Math.min(mm, far), toMm: Math.max(mm, far), needsMm: null };
}

/** Points of a quarter round. */
const POINTS = 8;

function drawn({ at, size, form }: Corners, { stationAt }: Surface): SurfaceMarks {
  const end = stationAt(at);
  // Seen from the side the corners are one behind the other.
  if (Math.hypot(end.up.x, end.up.y) >= 0.5) return {};
  const into = at <= 0 ? 1 : -1;
  const place = (alongMm: number, acrossMm: number) => ({
    x: end.at.x + end.along.x * alongMm * into + end.across.x * acrossMm,
    y: end.at.y + end.along.y * alongMm * into + end.across.y * acrossMm,
  });
  const half = end.widthMm / 2;
  const count = form === "clipped" ? 1 : POINTS;
  return {
    lines: [-1, 1].map((side) =>
      Array.from({ length: count + 1 }, (_, index) => {
        const angle = (Math.PI / 2) * (index / count);
        return place(size * (1 - Math.sin(angle)), side * (half - size * (1 - Math.cos(angle))));
      }),
    ),
  };
}

/** Both corners of an end rounded over or clipped off, cold, at the last. */
export const corners = defineFeature<typeof schema>({
  kind: "corners",
  name: "End corners",
  about: "both corners of an end rounded or clipped",
  schema,
  curves: false,
  fields: [
    {
      type: "choice",
      key: "form",
      label: "Corners",
      choices: [
        ["rounded", "rounded"],
        ["clipped", "clipped"],
      ],
    },
    { type: "length", key: "size", label: "From the corner" },
  ],
  // They are at an end, wherever they were put.
  extent,
  warnings(one, bar) {
    const barMm = thicknessAt(bar, endOf(one, bar).mm, "plan");
    const possibleMm = barMm / 2;
    return one.size > possibleMm
      ? [{ code: "goes-too-deep", feature: one.id, depthMm: one.size, barMm, possibleMm }]
      : [];
  },
  characteristics: ({ size, form = "rounded" }, _bar, line) => [
    line("size", form === "rounded" ? "radius" : "clipped by", {
      measure: "radius",
      nominal: size,
      instrument: form === "rounded" ? "template" : "rule",
      heavyWhen: "below",
    }),
  ],
  rework: { size: { on: { operation: "clip", say: "Take {it} on to {to}" } } },
  operations: (one) => [
    {
      operation: "clip",
      leaves: one,
      sizes: ({ at, size }) => [
        { name: "From end A", value: at, unit: "mm" },
        { name: "From the corner", value: size, unit: "mm" },
      ],
    },
  ],
  marks: () => [],
  drawn,
  risks: () => [],
  start: ({ id, atMm, lengthMm, sizeMm }) => ({
    id,
    kind: "corners",
    at: atMm <= lengthMm / 2 ? 0 : lengthMm,
    size: Math.max(1, Math.round(sizeMm / 4)),
  }),
  describe: ({ size, form = "rounded" }, length) => `${form}, ${length(size)}`,
  sample: (id, lengthMm, random) => ({
    id,
    kind: "corners",
    at: random.pick([0, lengthMm]),
    form: random.pick(["rounded", "clipped"] as const),
    size: 1 + Math.floor(random.next() * 6),
  }),
});
