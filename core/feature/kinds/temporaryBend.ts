import * as z from "zod";
import { thingIdSchema } from "../../bar/schema";
import { lengthSchema } from "../../units/schema";
import { anyPlace, atPlace, defineFeature } from "../feature";
import { byEye } from "../lines";
import { bendArcMm, bendSizes, PLANE_FIELD, type Bend } from "./bend";

const schema = z.strictObject({
  ...atPlace,
  kind: z.literal("temporary-bend"),
  angle: z.number().min(-180, "A temporary bend is from -180 to 180 degrees.").max(180),
  insideRadius: lengthSchema({ zero: true }),
  plane: z.enum(["side", "plan"]).optional(),
  /** What is reached by it: a stretch or a feature. */
  reaches: thingIdSchema.optional(),
});
export type TemporaryBend = z.output<typeof schema>;

/** The bend itself, while it is there. */
const asBend = ({ id, at, angle, insideRadius, plane }: TemporaryBend): Bend => ({
  id,
  kind: "bend",
  at,
  angle,
  insideRadius,
  plane,
});

/** A leg bent out of the way and straightened again: nothing of it is left on the finished piece. */
export const temporaryBend = defineFeature<typeof schema>({
  kind: "temporary-bend",
  name: "Bent away",
  about: "a leg bent out of the way to reach a place, and back",
  schema,
  curves: false,
  fields: [
    { type: "number", key: "angle", label: "Angle, degrees", min: -180, max: 180 },
    { type: "length", key: "insideRadius", label: "Inside radius", zero: true },
    PLANE_FIELD,
    { type: "thing", key: "reaches", label: "To reach" },
  ],
  extent(one, bar) {
    const arcMm = bendArcMm(asBend(one), bar);
    return { fromMm: one.at - arcMm / 2, toMm: one.at + arcMm / 2, needsMm: null };
  },
  warnings: () => [],
  characteristics: (_one, _bar, line) => [
    line("straight", "straight again, no kink", { measure: "straightness", ...byEye }),
  ],
  rework: {
    straight: {
      on: { operation: "bend-back", say: "True {it} again, on wood, until no kink shows" },
    },
  },
  operations: (one) => [
    {
      operation: "bend-away",
      leaves: asBend(one),
      around: one.reaches,
      sizes: bendSizes,
    },
    {
      operation: "bend-back",
      leaves: one,
      around: one.reaches,
      sizes: (now) => [{ name: "Middle from end A", value: now.at, unit: "mm" }],
    },
  ],
  marks: ({ at }) => [{ what: "middle of the bend", atMm: at }],
  risks: () => [],
  start: ({ id, atMm, sizeMm }) => ({
    id,
    kind: "temporary-bend",
    at: atMm,
    angle: 90,
    insideRadius: Math.round(sizeMm),
  }),
  describe: ({ angle, at }, length) =>
    `${Number(angle.toFixed(1))}° and back, at ${length(at)} from A`,
  sample: (id, lengthMm, random) => ({
    id,
    kind: "temporary-bend",
    at: anyPlace(lengthMm, random),
    angle: Math.round(random.next() * 180 - 90),
    insideRadius: Math.floor(random.next() * 20),
  }),
});
