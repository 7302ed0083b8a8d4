import * as z from "zod";
import { thicknessAt, type LaidBar } from "../../bar/bar";
import { lengthSchema } from "../../units/schema";
import { evenArcs } from "../curve";
import { anyPlace, atPlace, defineFeature, type Placed } from "../feature";
import { difference } from "../lines";
import { runsOffTheBar } from "../runsOff";
import { isFoldWeld } from "./weld";
import { GONE } from "../rework";

const schema = z.strictObject({
  ...atPlace,
  kind: z.literal("fold"),
  insideRadius: lengthSchema({ zero: true }).optional(),
});
export type Fold = z.output<typeof schema>;

/** Legs that differ by less, as a share of the bar, are meant to be alike (common practice, no source). */
const ALIKE_SHARE = 0.02;
/** A place added up from stretches differs by this much from the same place typed, mm. */
const ROUNDING_MM = 1e-6;

/** Whether a fold's two legs are meant to be alike. */
export const hasLikeLegs = ({ at }: Pick<Fold, "at">, lengthMm: number): boolean =>
  Math.abs(lengthMm - 2 * at) <= ALIKE_SHARE * lengthMm + ROUNDING_MM;

/** Bar on the centre line of a fold, bent right round, mm. */
export const foldArcMm = ({ at, insideRadius = 0 }: Fold, bar: LaidBar): number =>
  (insideRadius + thicknessAt(bar, at) / 2) * Math.PI;

function extent(fold: Fold, bar: LaidBar) {
  const arcMm = foldArcMm(fold, bar);
  return { fromMm: fold.at - arcMm / 2, toMm: fold.at + arcMm / 2, needsMm: arcMm };
}

/** A fold is welded where a fold weld lies on its shorter leg: it is cut three quarters through first. */
export const isFoldWelded = ({ at }: Fold, features: readonly Placed[], lengthMm: number) =>
  features.some(
    (one) => isFoldWeld(one) && Math.abs(one.at - at) <= Math.min(at, lengthMm - at) + 1e-9,
  );

/** The bar bent right round, two legs side by side. */
export const fold = defineFeature<typeof schema>({
  kind: "fold",
  name: "Fold",
  about: "right round, two legs side by side",
  schema,
  curves: true,
  fields: [{ type: "length", key: "insideRadius", label: "Inside radius", zero: true, start: 0 }],
  extent,
  arcs: (one, bar, finestRad) =>
    evenArcs({ lengthMm: foldArcMm(one, bar), turnRad: Math.PI, plane: "side" }, finestRad),
  warnings: (one, bar) => runsOffTheBar(one, extent(one, bar), bar),
  characteristics({ at }, bar, line) {
    const legMm = Math.min(at, bar.lengthMm - at);
    if (hasLikeLegs({ at }, bar.lengthMm))
      return [
        line("legs", "both legs", {
          measure: "legs",
          instrument: "rule",
          whenLight: "trim",
          ...difference(legMm),
        }),
      ];
    return [
      line("leg", "short leg", {
        measure: "extent",
        nominal: legMm,
        instrument: "rule",
        heavyWhen: "below",
        whenLight: "trim",
      }),
    ];
  },
  rework: { leg: GONE, legs: GONE },
  operations(one, { features, bar: { lengthMm } }) {
    const place = ({ at }: Fold) => [{ name: "Fold from end A", value: at, unit: "mm" as const }];
    const welded = isFoldWelded(one, features, lengthMm);
    return [
      ...(welded ? [{ operation: "partial-cut" as const, sizes: place }] : []),
      {
        operation: "fold",
        leaves: one,
        sizes: (now, bar) => [
          ...place(now),
          { name: "Legs", value: [now.at, bar.lengthMm - now.at], unit: "mm" },
          ...(now.insideRadius
            ? [{ name: "Inside radius", value: now.insideRadius, unit: "mm" as const }]
            : []),
        ],
        ...(welded
          ? {
              words:
                "Fold it back on itself at the cut, brush both faces, and leave the joint a little open for the flux.",
            }
          : {}),
      },
    ];
  },
  marks: ({ at }) => [{ what: "middle of the fold", atMm: at }],
  risks: () => ["load-shaped"],
  start: ({ id, atMm }) => ({ id, kind: "fold", at: atMm, insideRadius: 0 }),
  describe: ({ at }, length) => `at ${length(at)} from A`,
  sample: (id, lengthMm, random) => ({ id, kind: "fold", at: anyPlace(lengthMm, random) }),
});
