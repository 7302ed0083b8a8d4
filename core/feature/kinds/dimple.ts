import * as z from "zod";
import { thicknessAt } from "../../bar/bar";
import { lengthSchema } from "../../units/schema";
import { anyPlace, atPlace, defineFeature } from "../feature";
import { placedAt } from "../lines";
import { closed, isFromAbove, ovalAt, placesAt } from "../surface";
import { GONE } from "../rework";

const schema = z.strictObject({
  ...atPlace,
  kind: z.literal("dimple"),
  diameter: lengthSchema(),
  depth: lengthSchema(),
});

/** Deeper than this share of the bar's thickness, the other face bulges (common practice, no source). */
const MAX_DEPTH_SHARE = 1 / 2;

/** A hollow pressed in with a round punch, not through. */
export const dimple = defineFeature<typeof schema>({
  kind: "dimple",
  name: "Dimple",
  about: "a round hollow, not through; a punched cavity",
  schema,
  curves: false,
  fields: [
    { type: "length", key: "diameter", label: "Across" },
    { type: "length", key: "depth", label: "Deep" },
  ],
  extent: ({ at, diameter }) => ({
    fromMm: at - diameter / 2,
    toMm: at + diameter / 2,
    needsMm: null,
  }),
  warnings({ id, at, depth }, bar) {
    const barMm = thicknessAt(bar, at);
    const possibleMm = barMm * MAX_DEPTH_SHARE;
    return depth > possibleMm
      ? [{ code: "goes-too-deep", feature: id, depthMm: depth, barMm, possibleMm }]
      : [];
  },
  characteristics: ({ at, diameter, depth }, _bar, line) => [
    // A shallow dimple can still be struck deeper, and with that wider.
    line("depth", "deep", { measure: "depth", nominal: depth, heavyWhen: "below", weight: 2 }),
    line("diameter", "across", { measure: "diameter", nominal: diameter, heavyWhen: "below" }),
    line("place", "", placedAt(at)),
  ],
  rework: {
    diameter: { on: { operation: "dimple", say: "Drive {it} on to {to} across" } },
    depth: { on: { operation: "dimple", say: "Drive {it} on to {to} deep" } },
    place: GONE,
  },
  operations: (one) => [
    {
      operation: "dimple",
      leaves: one,
      sizes: ({ at, diameter, depth }) => [
        { name: "From end A", value: at, unit: "mm" },
        { name: "Across", value: diameter, unit: "mm" },
        { name: "Deep", value: depth, unit: "mm" },
      ],
    },
  ],
  marks: ({ at }) => [{ what: "centre", atMm: at }],
  drawn({ at, diameter, depth }, { stationAt }) {
    const station = stationAt(at);
    const r = diameter / 2;
    // Not through: its rim only.
    if (isFromAbove(station)) return { lines: [closed(ovalAt(station, r, r))] };
    const place = placesAt(station);
    const deep = (alongMm: number, deepMm: number) =>
      place(alongMm, station.up, station.thicknessMm / 2 - deepMm);
    return { hidden: [[deep(-r, 0), deep(0, depth), deep(r, 0)]] };
  },
  risks: () => ["struck-tool"],
  start: ({ id, atMm, sizeMm }) => ({
    id,
    kind: "dimple",
    at: atMm,
    diameter: Math.max(1, Math.round(sizeMm / 2)),
    depth: Math.max(1, Math.round(sizeMm / 6)),
  }),
  describe: ({ diameter, depth, at }, length) =>
    `${length(diameter)} across, ${length(depth)} deep, at ${length(at)} from A`,
  sample: (id, lengthMm, random) => ({
    id,
    kind: "dimple",
    at: anyPlace(lengthMm, random),
    diameter: 2 + Math.floor(random.next() * 12),
    depth: 1 + Math.floor(random.next() * 4),
  }),
});
