import * as z from "zod";
import { lengthSchema } from "../../units/schema";
import type { Settings } from "../../trade/settings";
import {
  anyPlace,
  atPlace,
  defineFeature,
  type FeatureOperation,
  type FeatureWork,
  type Placed,
} from "../feature";
import { byEye } from "../lines";
import { runsOffTheBar } from "../runsOff";

const schema = z.strictObject({
  ...atPlace,
  kind: z.literal("weld"),
  method: z.enum(["fold", "scarf", "bundle"]).optional(),
  /** How long the seam is, with `at` in its middle. */
  length: lengthSchema().optional(),
});
export type Weld = z.output<typeof schema>;

/** Whether a feature is the weld of a fold. */
export const isFoldWeld = (one: Placed): one is Weld =>
  one.kind === "weld" && "at" in one && ((one as Weld).method ?? "fold") === "fold";

/** How the joint is kept clean, by what the exercise says of flux. */
export const FLUX_WORDS: Record<Settings["flux"], string> = {
  none: "No flux: a clean, neutral fire and a brushed joint.",
  borax: "Borax every heat, run into the joint before it is closed.",
  either: "A brushed joint, with flux or without; say which.",
};

/** How a weld is worked, with the exercise's flux. */
export const weldWords = ({ flux }: Pick<Settings, "flux">): string =>
  `${FLUX_WORDS[flux]} Leave it a little open until it is hot. First blow light, from the middle out; three or four welding heats, then dress it.`;

const isRing = (at: number) => (one: Placed) =>
  one.kind === "ring" && "from" in one && at >= one.from && at <= one.to;

function operations(weld: Weld, { features, settings }: FeatureWork): FeatureOperation<Weld>[] {
  const sizes = ({ at, length }: Weld) => [
    { name: "From end A", value: at, unit: "mm" as const },
    ...(length === undefined ? [] : [{ name: "Seam", value: length, unit: "mm" as const }]),
  ];
  const closes = features.some(isRing(weld.at));
  return [
    ...(weld.method === "scarf" ? [{ operation: "scarf" as const, sizes }] : []),
    {
      operation: closes ? "weld-ring" : "weld",
      leaves: weld,
      words: weldWords(settings),
      sizes,
    },
  ];
}

const extent = ({ at, length = 0 }: Weld) => ({
  fromMm: at - length / 2,
  toMm: at + length / 2,
  needsMm: null,
});

/** A forge weld of the bar to itself. */
export const weld = defineFeature<typeof schema>({
  kind: "weld",
  name: "Weld",
  about: "fold, scarf or bundle",
  schema,
  curves: false,
  fields: [
    {
      type: "choice",
      key: "method",
      label: "Weld",
      choices: [
        ["fold", "fold"],
        ["scarf", "scarf"],
        ["bundle", "bundle"],
      ],
    },
    { type: "length", key: "length", label: "Seam, long", zero: true },
  ],
  settled: ({ length, ...one }) => (length ? { ...one, length } : one),
  extent,
  warnings: (one, bar) => runsOffTheBar(one, extent(one), bar),
  characteristics: ({ length }, _bar, line) => [
    line("seam", "seam closed", { measure: "weld", weight: 2, ...byEye }),
    ...(length === undefined
      ? []
      : [
          line("length", "seam, long", {
            measure: "extent",
            nominal: length,
            instrument: "rule",
            heavyWhen: "below",
            whenLight: "ease",
          }),
        ]),
  ],
  rework: {
    seam: { on: { operation: "weld", say: "Open {it}, brush, flux and weld it again" } },
    length: { on: { operation: "weld", say: "Weld {it} on to {to}" } },
  },
  operations,
  marks: ({ at, length }) =>
    length === undefined
      ? [{ what: "middle of the weld", atMm: at }]
      : [
          { what: "from", atMm: at - length / 2 },
          { what: "to", atMm: at + length / 2 },
        ],
  risks: ({ method }) => (method === "bundle" ? ["weld", "springing"] : ["weld"]),
  start: ({ id, atMm }) => ({ id, kind: "weld", at: atMm, method: "fold" }),
  describe: ({ at }, length) => `at ${length(at)} from A`,
  sample: (id, lengthMm, random) => ({
    id,
    kind: "weld",
    at: anyPlace(lengthMm, random),
    method: random.pick(["fold", "scarf", "bundle"] as const),
  }),
});
