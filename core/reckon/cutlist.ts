import * as z from "zod";
import { cutlist as cutlistOf } from "../cutlist/cutlist";
import { cutDrawing } from "../drawing/cutDrawing";
import { refuse } from "../problem/problem";
import { loadSolver } from "../solver/milp";
import { lengthSchema } from "../units/schema";
import { figure } from "./figure";
import { defineReckoner } from "./reckoner";

const MAX_KINDS = 500;
const MAX_COUNT = 2000;
const counted = `Counted, from 0 to ${MAX_COUNT}.`;
const count = z
  .number({ error: () => counted })
  .int(counted)
  .min(0, counted)
  .max(MAX_COUNT, counted);
const id = z
  .string({ error: () => "Each has a name of up to 80 characters." })
  .min(1)
  .max(80);
/** No bar is longer: 100 m. */
const MAX_BAR_MM = 100_000;

/** Which bars to saw what from. */
export const cutlist = defineReckoner({
  name: "cutlist",
  summary: "Which bars to saw which pieces from: the fewest bought, then the fewest touched",
  explanation:
    "A bar of length L holds cuts with Σ lengths + (n − 1)·kerf ≤ L − end trim; where something is left, the last cut takes a kerf too, and the offcut is what remains. Fewest bars bought, then fewest touched of those in hand, then the least waste: all of the used bars that is no piece. Patterns are priced by linear programming (Gilmore and Gomory 1961), filled by bin completion and sequential value correction; optimal is said only where it is proved.",
  input: z.strictObject({
    kerf: lengthSchema({ zero: true, maxMm: 100 }).default(0),
    endTrim: lengthSchema({ zero: true, maxMm: 1000 }).default(0),
    bars: z
      .array(
        z.strictObject({
          id,
          length: lengthSchema({ maxMm: MAX_BAR_MM }),
          count: count.nullable().describe("how many are in hand; null for as many as are bought"),
        }),
      )
      .max(MAX_KINDS),
    pieces: z
      .array(z.strictObject({ id, length: lengthSchema({ maxMm: MAX_BAR_MM }), count }))
      .max(MAX_KINDS),
  }),
  result: z.object({
    bars: z.array(
      z.object({
        bar: z.string(),
        cuts: z.array(z.string()).describe("ids of the pieces, one for each cut"),
        offcutMm: z.number(),
      }),
    ),
    barsUsed: z.number(),
    bought: z.number(),
    lowerBound: z
      .number()
      .describe("no plan buys fewer where none are in hand; else none that buys as few uses fewer"),
    wasteMm: z.number().describe("of the used bars, all that is no piece"),
    optimal: z.boolean(),
  }),
  ready: loadSolver,
  reckon: ({ kerf, endTrim, bars, pieces }) => {
    for (const named of [bars, pieces]) {
      const ids = named.map((one) => one.id);
      const again = ids.find((one, index) => ids.indexOf(one) < index);
      if (again !== undefined) refuse({ code: "name-repeated", id: again });
    }
    const total = pieces.reduce((sum, piece) => sum + piece.count, 0);
    if (total > MAX_COUNT)
      refuse({ code: "out-of-reach", name: "The number of pieces", min: 0, max: MAX_COUNT });
    const found = cutlistOf({
      kerfMm: kerf,
      endTrimMm: endTrim,
      bars: bars.map((bar) => ({ id: bar.id, lengthMm: bar.length, count: bar.count })),
      pieces: pieces.map((piece) => ({ id: piece.id, lengthMm: piece.length, count: piece.count })),
    });
    if ("short" in found) {
      const short = found.short.map((piece) => ({ ...piece, mm: piece.lengthMm }));
      const longestMm = Math.max(0, ...bars.map((bar) => bar.length));
      return refuse({ code: "bars-short", short, longestMm });
    }
    const { isOptimal, ...rest } = found;
    return { ...rest, optimal: isOptimal };
  },
  working: ({ kerf, endTrim }, { barsUsed, bought, lowerBound }) => ({
    barsUsed: `${bought} bought, ${barsUsed - bought} in hand; no plan needs fewer than ${lowerBound}`,
    wasteMm: `bars used, less the pieces; kerf ${figure(kerf)} mm, trim ${figure(endTrim)} mm a bar`,
  }),
  drawing: ({ bars, pieces, kerf }, answer) =>
    cutDrawing(
      answer.bars.map(({ bar, cuts, offcutMm }) => ({
        lengthMm: bars.find((one) => one.id === bar)!.length,
        cutsMm: cuts.map((cut) => pieces.find((one) => one.id === cut)!.length),
        leftMm: offcutMm,
      })),
      { kerfMm: kerf },
    ),
  examples: [
    {
      title: "The classic instance of paper rolls",
      input: {
        kerf: 0,
        bars: [{ id: "roll", length: 5600, count: null }],
        pieces: (
          [
            [22, 1380],
            [25, 1520],
            [12, 1560],
            [14, 1710],
            [18, 1820],
            [18, 1880],
            [20, 1930],
            [10, 2000],
            [12, 2050],
            [14, 2100],
            [16, 2140],
            [18, 2150],
            [20, 2200],
          ] as const
        ).map(([count, length]) => ({ id: String(length), length, count })),
      },
      expected: { barsUsed: 73, bought: 73, lowerBound: 73, optimal: true },
      source: "the textbook cutting-stock instance, 73 rolls proved (from memory)",
    },
    {
      title: "Two rings from a bar that holds one",
      input: {
        kerf: 1.5,
        bars: [
          { id: "offcut", length: 390, count: 1 },
          { id: "new", length: 3000, count: null },
        ],
        pieces: [{ id: "ring", length: 264.4, count: 2 }],
      },
      expected: { barsUsed: 1, bought: 1, wasteMm: 2471.2, lowerBound: 1, optimal: true },
      source:
        "one new bar holds both (530.3 mm with their kerfs); the offcut alone would still need it",
    },
  ],
});
