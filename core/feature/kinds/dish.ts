import * as z from "zod";
import { lengthSchema } from "../../units/schema";
import { anySpan, betweenPlaces, defineFeature, startSpan } from "../feature";

const schema = z.strictObject({
  ...betweenPlaces,
  kind: z.literal("dish"),
  /** Under a straight edge laid across the hollow. */
  depth: lengthSchema(),
});

/** Deeper than this share of its length, sheet that thin folds instead of dishing (common practice, no source). */
const MAX_DEPTH_SHARE = 1 / 4;

/** A blade or plate hollowed on wood, from the back. */
export const dish = defineFeature<typeof schema>({
  kind: "dish",
  name: "Dish",
  about: "hollowed on wood from the back",
  schema,
  curves: false,
  fields: [{ type: "length", key: "depth", label: "Deep" }],
  extent: ({ from, to }) => ({ fromMm: from, toMm: to, needsMm: null }),
  warnings({ id, from, to, depth }) {
    const barMm = to - from;
    const possibleMm = barMm * MAX_DEPTH_SHARE;
    return depth > possibleMm
      ? [{ code: "goes-too-deep", feature: id, depthMm: depth, barMm, possibleMm }]
      : [];
  },
  characteristics: ({ depth }, _bar, line) => [
    line("depth", "deep, under a straight edge", {
      measure: "depth",
      nominal: depth,
      heavyWhen: "below",
      whenLight: "ease",
    }),
  ],
  rework: {
    depth: {
      on: { operation: "dish", say: "Dish {it} on to {to} deep, on wood" },
      back: { operation: "dish", say: "Flatten {it} back to {to} deep" },
    },
  },
  operations: (one) => [
    {
      operation: "dish",
      leaves: one,
      sizes: ({ from, to, depth }) => [
        { name: "From and to", value: [from, to], unit: "mm" },
        { name: "Deep", value: depth, unit: "mm" },
      ],
    },
  ],
  marks: () => [],
  drawn({ from, to, depth }, { stationAt }) {
    const [a, b] = [stationAt(from), stationAt(to)];
    if (Math.hypot(a.up.x, a.up.y) < 0.5) return {};
    const middle = stationAt((from + to) / 2);
    const below = (station: typeof a, byMm: number) => ({
      x: station.at.x + station.up.x * (station.thicknessMm / 2 - byMm),
      y: station.at.y + station.up.y * (station.thicknessMm / 2 - byMm),
    });
    return { hidden: [[below(a, 0), below(middle, depth), below(b, 0)]] };
  },
  risks: () => [],
  start: (place) => ({ id: place.id, ...startSpan(place), kind: "dish", depth: 3 }),
  describe: ({ depth }, length) => `${length(depth)} deep`,
  sample: (id, lengthMm, random) => ({
    id,
    ...anySpan(lengthMm, random),
    kind: "dish",
    depth: 1 + Math.floor(random.next() * 8),
  }),
});
