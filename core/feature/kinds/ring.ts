import * as z from "zod";
import { thicknessAt, type LaidBar } from "../../bar/bar";
import { lengthSchema } from "../../units/schema";
import { evenArcs } from "../curve";
import { anySpan, betweenPlaces, defineFeature, sideSchema, type Placed } from "../feature";
import { difference, opened } from "../lines";
import { SLACK_MM, type Warning } from "../warning";
import { SIDE_FIELD, signOfSide } from "../side";

const schema = z.strictObject({
  ...betweenPlaces,
  kind: z.literal("ring"),
  insideDiameter: lengthSchema(),
  gap: lengthSchema({ zero: true }).optional(),
  side: sideSchema,
});
export type Ring = z.output<typeof schema>;

/** The finest a gap is judged by: below it the tolerance would vanish, mm (common practice, no source). */
const GAP_SIZE_MM = 10;

/** Mean diameter of a ring: inside and once the bar's thickness, mm. */
export const ringMeanMm = ({ insideDiameter, from, to }: Ring, bar: LaidBar): number =>
  insideDiameter + thicknessAt(bar, (from + to) / 2);

/** What the ring's bar leaves open, mm; less than nothing where the ends overlap. */
export const ringGapMm = (ring: Ring, bar: LaidBar): number =>
  Math.PI * ringMeanMm(ring, bar) - (ring.to - ring.from);

/** Whether a ring is welded shut: its ends are meant to lap, and its bar is all it will have. */
export const isWelded = ({ from, to }: Ring, features: readonly Placed[]): boolean =>
  features.some((one) => one.kind === "weld" && "at" in one && one.at >= from && one.at <= to);

const needsMm = (ring: Ring, bar: LaidBar) => Math.PI * ringMeanMm(ring, bar) - (ring.gap ?? 0);

function warnings(ring: Ring, bar: LaidBar, features: readonly Placed[]): Warning[] {
  if (isWelded(ring, features)) return [];
  const gapMm = ringGapMm(ring, bar);
  const hasMm = ring.to - ring.from;
  const { id: feature } = ring;
  if (gapMm < -SLACK_MM)
    return [{ code: "ring-closes", feature, overlapMm: -gapMm, circumferenceMm: hasMm + gapMm }];
  const wantsMm = needsMm(ring, bar);
  return hasMm < wantsMm - SLACK_MM
    ? [{ code: "too-little-bar", feature, kind: "ring", needsMm: wantsMm, hasMm }]
    : [];
}

/** A ring is closed or opened as a whole. */
const ACROSS = {
  on: { operation: "ring", say: "Close {it} to {to} inside" },
  back: { operation: "ring", say: "Open {it} to {to} inside, on the horn" },
} as const;

/** An eye or a link: bar brought round to a circle. */
export const ring = defineFeature<typeof schema>({
  kind: "ring",
  name: "Ring",
  about: "an eye, a loop or a link",
  schema,
  alikeBy: "one-way",
  curves: true,
  fields: [
    { type: "length", key: "insideDiameter", label: "Inside" },
    { type: "length", key: "gap", label: "Gap", zero: true, start: 0 },
    SIDE_FIELD,
  ],
  extent: (one, bar) => ({ fromMm: one.from, toMm: one.to, needsMm: needsMm(one, bar) }),
  arcs(one, bar, finestRad) {
    const lengthMm = one.to - one.from;
    const turnRad = (signOfSide(one.side) * 2 * lengthMm) / ringMeanMm(one, bar);
    return evenArcs({ lengthMm, turnRad, plane: "side" }, finestRad);
  },
  warnings,
  characteristics({ insideDiameter: inside, gap }, _bar, line) {
    const across = (id: string, way: string) =>
      line(id, way, { measure: "diameter", nominal: inside, ...opened, heavyWhen: "above" });
    return [
      across("one-way", "inside, one way"),
      across("other-way", "inside, the other way"),
      line("round", "roundness, several diameters", {
        measure: "roundness",
        count: 3,
        ...difference(inside),
        kind: "evenness",
        readings: "spread",
      }),
      ...(gap
        ? [
            line("gap", "gap", {
              measure: "gap",
              nominal: gap,
              tolerance: { sizeMm: Math.max(gap, GAP_SIZE_MM), coarser: 0 },
              whenLight: "ease",
            }),
          ]
        : []),
    ];
  },
  rework: {
    "one-way": { ...ACROSS, sets: (one, insideDiameter) => ({ ...one, insideDiameter }) },
    "other-way": ACROSS,
    gap: {
      on: { operation: "ring", say: "Close {it} until {to} is open" },
      back: { operation: "ring", say: "Open the gap of {it} to {to}" },
    },
    round: { on: { operation: "ring", say: "Round {it} on the horn where it stands proud" } },
  },
  operations(one, { bar }) {
    const oneEnd = one.from > SLACK_MM || one.to < bar.lengthMm - SLACK_MM;
    return [
      {
        operation: "ring",
        leaves: one,
        sizes: (now) => [
          { name: "Bar it takes", value: now.to - now.from, unit: "mm" },
          { name: "From and to", value: [now.from, now.to], unit: "mm" },
          { name: "Inside", value: now.insideDiameter, unit: "mm" },
          ...(now.gap ? [{ name: "Gap", value: now.gap, unit: "mm" as const }] : []),
        ],
        ...(oneEnd
          ? {
              words:
                "Curve its end to the eye’s radius first, over the horn; then bring the rest round to it and close it.",
            }
          : {}),
      },
    ];
  },
  marks: ({ from, to }) => [
    { what: "from", atMm: from },
    { what: "to", atMm: to },
  ],
  risks: () => ["load-shaped"],
  start({ id, atMm, lengthMm, sizeMm }) {
    const inside = Math.max(1, Math.round(sizeMm * 3));
    const takesMm = Math.min(lengthMm, Math.PI * (inside + sizeMm) - 2);
    const from = atMm <= lengthMm / 2 ? 0 : lengthMm - takesMm;
    return { id, kind: "ring", from, to: from + takesMm, insideDiameter: inside, gap: 2 };
  },
  describe: ({ insideDiameter }, length) => `${length(insideDiameter)} inside`,
  sample: (id, lengthMm, random) => ({
    id,
    ...anySpan(lengthMm, random),
    kind: "ring",
    insideDiameter: 5 + Math.floor(random.next() * 145),
    side: random.pick(["up", "down"] as const),
  }),
});
