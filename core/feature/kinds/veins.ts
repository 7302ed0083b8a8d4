import * as z from "zod";
import { anySpan, betweenPlaces, defineFeature, startSpan } from "../feature";
import { byEye } from "../lines";
import type { FlatPoint } from "../surface";

const veinsAccepted = "Side veins are a whole number from 0 to 30 on each side.";
const schema = z.strictObject({
  ...betweenPlaces,
  kind: z.literal("veins"),
  /** Side veins on each side of the midrib. */
  pairs: z.number().int(veinsAccepted).min(0, veinsAccepted).max(30, veinsAccepted).optional(),
  /** Whether the edge is cut where a side vein ends. */
  edge: z.enum(["plain", "cut"]).optional(),
});

const USUAL_PAIRS = 4;

/** A midrib with side veins, and cuts in the edge where they end. */
export const veins = defineFeature<typeof schema>({
  kind: "veins",
  name: "Veins",
  about: "a midrib and side veins, with cuts in the edge or without",
  schema,
  curves: false,
  fields: [
    {
      type: "number",
      key: "pairs",
      label: "Side veins, each side",
      min: 0,
      max: 30,
      start: USUAL_PAIRS,
    },
    {
      type: "choice",
      key: "edge",
      label: "Edge",
      choices: [
        ["plain", "left whole"],
        ["cut", "cut where they end"],
      ],
    },
  ],
  extent: ({ from, to }) => ({ fromMm: from, toMm: to, needsMm: null }),
  warnings: () => [],
  characteristics: (_one, _bar, line) => [
    line("mark", "midrib to the tip, veins even", { measure: "mark", ...byEye }),
  ],
  rework: { mark: { on: { operation: "vein", say: "Cut {it} again, in the same lines" } } },
  operations: (one) => [
    {
      operation: "vein",
      leaves: one,
      sizes: ({ from, to, pairs = USUAL_PAIRS, edge }) => [
        { name: "From and to", value: [from, to], unit: "mm" },
        { name: "Side veins, each side", value: pairs, unit: "count" },
        ...(edge === "cut"
          ? [{ name: "Cuts in the edge", value: 2 * pairs, unit: "count" as const }]
          : []),
      ],
    },
  ],
  marks: () => [],
  drawn({ from, to, pairs = USUAL_PAIRS, edge }, { stationAt }) {
    const [first, last] = [stationAt(from), stationAt(to)];
    if (Math.hypot(first.up.x, first.up.y) >= 0.5) return {};
    // A cut runs out at the edge; a vein stops before it.
    const reach = edge === "cut" ? 1 / 2 : 1 / 3;
    const sideVeins = Array.from({ length: pairs }, (_, index): FlatPoint[][] => {
      const foot = stationAt(from + ((to - from) * (index + 0.5)) / (pairs + 1));
      const end = stationAt(from + ((to - from) * (index + 1.3)) / (pairs + 1));
      return [-1, 1].map((side) => [
        foot.at,
        {
          x: end.at.x + end.across.x * side * end.widthMm * reach,
          y: end.at.y + end.across.y * side * end.widthMm * reach,
        },
      ]);
    });
    return { lines: [[first.at, last.at], ...sideVeins.flat()] };
  },
  risks: () => ["struck-tool"],
  start: (place) => ({ id: place.id, kind: "veins", ...startSpan(place) }),
  describe: ({ pairs = USUAL_PAIRS }) => `${pairs} on each side`,
  sample: (id, lengthMm, random) => ({
    id,
    ...anySpan(lengthMm, random),
    kind: "veins",
    pairs: Math.floor(random.next() * 12),
    edge: random.pick(["plain", "cut"] as const),
  }),
});
