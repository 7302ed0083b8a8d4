import * as z from "zod";
import { barsDrawing } from "../drawing/shapes";
import { figure } from "./figure";
import { refuse } from "../problem/problem";
import { sectionSchema } from "../section/schema";
import { caliperSizesMm, sectionAreaMm2 } from "../section/section";
import { lengthSchema } from "../units/schema";
import { defineReckoner } from "./reckoner";

/** Free length over diameter up to which a bar gathers without buckling (forging handbooks, from memory). */
const FREE_GATHER = 3;

/** Thickening a bar by shortening it. */
export const upset = defineReckoner({
  name: "upset",
  summary: "How much bar an upset takes, and whether it will gather without buckling",
  explanation:
    "Volume is constant, so the bar gets shorter as its area grows: ratio = area after / area before = stock length / finished length. Slenderness is the stock length over the bar's diameter or smaller side; up to about 3 it gathers freely, beyond that it buckles (forging handbooks, from memory). Straightening thins it again: one heat more than looks enough (common practice).",
  input: z.strictObject({ from: sectionSchema, to: sectionSchema, length: lengthSchema() }),
  result: z.object({
    stockLengthMm: z.number(),
    ratio: z.number().describe("area after / area before"),
    slenderness: z.number().describe("stock length / smaller side"),
    advice: z.string(),
  }),
  reckon: ({ from, to, length }) => {
    const fromMm2 = sectionAreaMm2(from);
    const toMm2 = sectionAreaMm2(to);
    if (toMm2 <= fromMm2 * (1 + 1e-9)) refuse({ code: "upset-shrinks", fromMm2, toMm2 }, "to");
    const ratio = toMm2 / fromMm2;
    const slenderness = (length * ratio) / Math.min(...caliperSizesMm(from));
    return {
      stockLengthMm: length * ratio,
      ratio,
      slenderness,
      advice:
        slenderness <= FREE_GATHER
          ? "It gathers freely: a short heat, fast light blows for the end, slow heavy ones to go up the bar."
          : `It will bend before it gathers: ${slenderness.toFixed(1)} times as long as it is thick, and about 3 is the most. Upset in several short heats, cooling all but the part, and straighten after each.`,
    };
  },
  working: ({ from, to, length }, { ratio, stockLengthMm }) => ({
    ratio: `${figure(sectionAreaMm2(to))} mm² / ${figure(sectionAreaMm2(from))} mm²`,
    stockLengthMm: `${figure(length)} mm × ${figure(ratio)}`,
    slenderness: `${figure(stockLengthMm)} mm / ${figure(Math.min(...caliperSizesMm(from)))} mm`,
  }),
  drawing: ({ from, to, length }, { stockLengthMm }) =>
    barsDrawing([
      { lengthMm: stockLengthMm, highMm: caliperSizesMm(from)[0] },
      { lengthMm: length, highMm: caliperSizesMm(to)[0] },
    ]),
  examples: [
    {
      title: "Inch square to 1 by 1 1/4",
      input: { from: "1 in square", to: "1 by 1 1/4 in", length: "4 in" },
      expected: { stockLengthMm: 127, ratio: 1.25 },
      source: "the length falls by 20 %: 5 in become 4, by plane geometry",
    },
  ],
});
