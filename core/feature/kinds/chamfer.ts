import * as z from "zod";
import { sectionAt, type LaidBar } from "../../bar/bar";
import { caliperSizesMm } from "../../section/section";
import { lengthSchema } from "../../units/schema";
import { anySpan, betweenPlaces, defineFeature, startSpan } from "../feature";
import type { Warning } from "../warning";

const schema = z.strictObject({
  ...betweenPlaces,
  kind: z.literal("chamfer"),
  /** Across the chamfer's own face. */
  width: lengthSchema(),
  edges: z.enum(["four", "two", "one"]).optional(),
});
export type Chamfer = z.output<typeof schema>;

const EDGES = { four: 4, two: 2, one: 1 } as const;

/** A chamfer of 45° cuts as much off both faces: its width over √2. */
const legMm = ({ width }: Chamfer) => width / Math.SQRT2;

function warnings(chamfer: Chamfer, bar: LaidBar): Warning[] {
  const { id, from, to, width } = chamfer;
  const section = sectionAt(bar, (from + to) / 2);
  if (section.shape !== "square" && section.shape !== "flat")
    return [{ code: "no-edge", feature: id }];
  const barMm = caliperSizesMm(section)[0];
  const possibleMm = (barMm / 2) * Math.SQRT2;
  return width > possibleMm
    ? [{ code: "goes-too-deep", feature: id, depthMm: width, barMm, possibleMm }]
    : [];
}

/** Edges broken at 45° over a length, with a file: steel comes off, and nothing gets longer. */
export const chamfer = defineFeature<typeof schema>({
  kind: "chamfer",
  name: "Chamfer",
  about: "edges broken at 45° over a length, with a file",
  schema,
  curves: false,
  fields: [
    { type: "length", key: "width", label: "Across its face" },
    {
      type: "choice",
      key: "edges",
      label: "Edges",
      choices: [
        ["four", "all four"],
        ["two", "the upper two"],
        ["one", "one"],
      ],
    },
  ],
  extent: ({ from, to }) => ({ fromMm: from, toMm: to, needsMm: null }),
  warnings,
  characteristics: ({ width }, _bar, line) => [
    // A narrow chamfer can be struck on.
    line("width", "across its face", {
      measure: "thickness",
      nominal: width,
      heavyWhen: "below",
      weight: 2,
    }),
    line("along", "along it", {
      kind: "evenness",
      measure: "thickness",
      nominal: 0,
      readings: "spread",
      count: 3,
      tolerance: { sizeMm: width, coarser: 0 },
    }),
  ],
  rework: {
    width: { on: { operation: "break-edges", say: "Break {it} on to {to} across" } },
    along: { on: { operation: "break-edges", say: "Even {it} out along the bar" } },
  },
  operations: (one) => [
    {
      operation: "break-edges",
      leaves: one,
      sizes: (now) => [
        { name: "From and to", value: [now.from, now.to], unit: "mm" },
        { name: "Across its face", value: now.width, unit: "mm" },
        { name: "Off each face", value: legMm(now), unit: "mm" },
        { name: "Edges", value: EDGES[now.edges ?? "four"], unit: "count" },
      ],
    },
  ],
  marks: ({ from, to }) => [
    { what: "from", atMm: from },
    { what: "to", atMm: to },
  ],
  drawn(one, { stationAt }) {
    const [a, b] = [stationAt(one.from), stationAt(one.to)];
    const fromAbove = Math.hypot(a.up.x, a.up.y) < 0.5;
    const leg = legMm(one);
    const edge = (station: typeof a, side: number) => {
      const across = fromAbove ? station.across : station.up;
      const half = (fromAbove ? station.widthMm : station.thicknessMm) / 2 - leg;
      return { x: station.at.x + across.x * side * half, y: station.at.y + across.y * side * half };
    };
    const sides = one.edges === "one" ? [1] : [-1, 1];
    return { lines: sides.map((side) => [edge(a, side), edge(b, side)]) };
  },
  risks: () => [],
  start: (place) => ({
    id: place.id,
    ...startSpan(place),
    kind: "chamfer",
    width: Math.max(1, Math.round(place.sizeMm / 5)),
  }),
  describe: ({ width, edges = "four" }, length) =>
    `${length(width)} across, ${edges} ${edges === "one" ? "edge" : "edges"}`,
  sample: (id, lengthMm, random) => ({
    id,
    ...anySpan(lengthMm, random),
    kind: "chamfer",
    width: 0.5 + Math.floor(random.next() * 4) / 2,
    edges: random.pick(["four", "two", "one"] as const),
  }),
});
