import * as z from "zod";
import type { LaidBar } from "../../bar/bar";
import { anySpan, betweenPlaces, defineFeature, type Start } from "../feature";
import { difference, placedAt } from "../lines";
import type { Surface, SurfaceMarks } from "../surface";
import type { Warning } from "../warning";
import { GONE } from "../rework";

const schema = z.strictObject({ ...betweenPlaces, kind: z.literal("slit") });
export type Slit = z.output<typeof schema>;

/** Whether a slit runs out at end A rather than at end B. */
const opensAtA = ({ from, to }: Slit, { lengthMm }: LaidBar) => from <= lengthMm - to;
const crotchMm = (slit: Slit, bar: LaidBar) => (opensAtA(slit, bar) ? slit.to : slit.from);
const slitLengthMm = ({ from, to }: Slit) => to - from;

/** Farther from the end than this, a slit does not run out, mm. */
const RUNS_OUT_MM = 0.5;

function warnings(slit: Slit, bar: LaidBar): Warning[] {
  const fromEndMm = opensAtA(slit, bar) ? slit.from : bar.lengthMm - slit.to;
  return fromEndMm > RUNS_OUT_MM ? [{ code: "slit-closed", feature: slit.id, fromEndMm }] : [];
}

function drawn({ from, to }: Slit, { stationAt }: Surface): SurfaceMarks {
  const [a, b] = [stationAt(from), stationAt(to)];
  // Seen from its side it runs through the thickness and shows nothing but the crotch.
  return Math.hypot(a.up.x, a.up.y) < 0.5 ? { lines: [[a.at, b.at]] } : {};
}

/** An end cut in two along the bar, from a hole at the crotch; its legs are left as they lie. */
export const slit = defineFeature<typeof schema>({
  kind: "slit",
  name: "Slit",
  about: "an end split into two legs",
  schema,
  curves: false,
  fields: [],
  extent: ({ from, to }) => ({ fromMm: from, toMm: to, needsMm: null }),
  warnings,
  characteristics: (slit, bar, line) => [
    line("length", "long", {
      measure: "length",
      nominal: slitLengthMm(slit),
      instrument: "rule",
      heavyWhen: "below",
    }),
    line("crotch", "crotch", placedAt(crotchMm(slit, bar))),
    line("legs", "both legs", {
      measure: "legs",
      whenLight: "trim",
      ...difference(slitLengthMm(slit)),
    }),
  ],
  rework: {
    length: {
      on: { operation: "slit", say: "Slit {it} on to {to}" },
      sets: (one, mm, bar) =>
        opensAtA(one, bar) ? { ...one, to: one.from + mm } : { ...one, from: one.to - mm },
    },
    legs: GONE,
    crotch: GONE,
  },
  operations: (one, { bar }) => [
    {
      operation: "punch",
      title: "Punch the crotch",
      words: "Punch a small hole where the crotch will be: it stops the slit from running on.",
      place: { fromMm: crotchMm(one, bar), toMm: crotchMm(one, bar) },
      sizes: (now, then) => [{ name: "Crotch from end A", value: crotchMm(now, then), unit: "mm" }],
    },
    {
      operation: "slit",
      leaves: one,
      sizes: ({ from, to }) => [{ name: "From and to", value: [from, to], unit: "mm" }],
    },
  ],
  marks: ({ from, to }) => [
    { what: "from", atMm: from },
    { what: "to", atMm: to },
  ],
  drawn,
  risks: () => ["hot-cut", "struck-tool"],
  start: ({ id, lengthMm, sizeMm }: Start) => ({
    id,
    kind: "slit",
    from: 0,
    to: Math.min(lengthMm / 2, sizeMm * 4),
  }),
  describe: ({ from, to }, length) => `${length(to - from)} long`,
  sample: (id, lengthMm, random) => ({ id, ...anySpan(lengthMm, random), kind: "slit" }),
});
