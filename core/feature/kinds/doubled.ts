import * as z from "zod";
import { stretchAt, type LaidBar } from "../../bar/bar";
import { lengthShareAt } from "../../bar/stretch";
import { anySpan, betweenPlaces, defineFeature, startSpan } from "../feature";
import { byEye } from "../lines";
import { isFromAbove } from "../surface";
import { doubledSection } from "../../section/doubled";
import { SLACK_MM, type Warning } from "../warning";
import { weldWords } from "./weld";

const schema = z.strictObject({ ...betweenPlaces, kind: z.literal("doubled") });
export type Doubled = z.output<typeof schema>;

/** The stretch that is made from doubled bar: the one its middle lies on. */
const stretchOf = ({ from, to }: Doubled, bar: LaidBar) => stretchAt(bar, (from + to) / 2);

/** Where it folds: the middle of its steel, on the forged bar, mm from end A. */
function foldMm(one: Doubled, bar: LaidBar): number {
  const { stretch, fromMm, toMm } = stretchOf(one, bar);
  return fromMm + lengthShareAt(stretch, 1 / 2) * (toMm - fromMm);
}

function warnings(one: Doubled, bar: LaidBar): Warning[] {
  const { id, from, to } = one;
  const { stretch, fromMm, toMm } = stretchOf(one, bar);
  const isAtEnd = fromMm <= SLACK_MM || toMm >= bar.lengthMm - SLACK_MM;
  if (!isAtEnd) return [{ code: "doubled-inside", feature: id, stretch: stretch.id }];
  const about = { feature: id, kind: "doubled", needsMm: toMm - fromMm, hasMm: to - from } as const;
  if (about.needsMm - about.hasMm > SLACK_MM) return [{ code: "too-little-bar", ...about }];
  return about.hasMm - about.needsMm > SLACK_MM ? [{ code: "bar-to-spare", ...about }] : [];
}

/** An end of bar folded back on itself and welded into one: heavier than the bar, and worked on from there. */
export const doubled = defineFeature<typeof schema>({
  kind: "doubled",
  name: "Doubled end",
  about: "folded back and welded into one heavier end, then drawn",
  schema,
  curves: false,
  doubles: true,
  fields: [],
  extent: ({ from, to }) => ({ fromMm: from, toMm: to, needsMm: null }),
  warnings,
  characteristics: (_one, _bar, line) => [
    line("seam", "seam closed", { measure: "weld", weight: 2, ...byEye }),
  ],
  rework: {
    seam: {
      on: { operation: "weld-double", say: "Open the seam of {it}, brush, flux and weld it again" },
    },
  },
  operations(one, { bar, stock, settings }) {
    const at = foldMm(one, bar);
    const folded = { id: one.id, kind: "fold", at, insideRadius: 0 };
    const place = (now: Doubled | { at: number }) => [
      { name: "Fold from end A", value: "at" in now ? now.at : now.from, unit: "mm" as const },
    ];
    return [
      { operation: "cut-double", speaksOf: folded, sizes: place },
      { operation: "fold-double", leaves: folded, speaksOf: folded, sizes: place },
      {
        operation: "weld-double",
        leaves: one,
        forms: doubledSection(stock),
        words: weldWords(settings),
        sizes: () => [],
      },
    ];
  },
  marks: (one, bar) => [{ what: "middle of the fold", atMm: foldMm(one, bar) }],
  drawn({ from, to }, { stationAt }) {
    // It lies face on face: from above nothing is seen of it.
    if (isFromAbove(stationAt(from))) return {};
    const steps = 12;
    const seam = Array.from(
      { length: steps + 1 },
      (_, step) => stationAt(from + ((to - from) * step) / steps).at,
    );
    return { lines: [seam] };
  },
  risks: () => ["weld"],
  start: (place) => ({ id: place.id, kind: "doubled", ...startSpan(place) }),
  describe: ({ from, to }, length) => `${length(to - from)} of it`,
  sample: (id, lengthMm, random) => ({ id, ...anySpan(lengthMm, random), kind: "doubled" }),
});
