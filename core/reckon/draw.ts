import * as z from "zod";
import { barsDrawing } from "../drawing/shapes";
import { figure } from "./figure";
import { refuse } from "../problem/problem";
import { sectionSchema } from "../section/schema";
import { caliperSizesMm, sectionAreaMm2 } from "../section/section";
import { lengthSchema } from "../units/schema";
import { oneOf } from "./fields";
import { defineReckoner } from "./reckoner";

/** Drawing a bar out to a smaller section. */
export const draw = defineReckoner({
  name: "draw",
  summary: "How long a bar gets when it is drawn out, or how much bar a drawn length takes",
  explanation:
    "Volume is constant, so length goes as the inverse of the area: ratio = area before / area after. Scale isn't taken off here; a full heat loses about 1 to 3 % (common practice).",
  input: z.strictObject({
    from: sectionSchema,
    to: sectionSchema,
    length: lengthSchema().optional(),
    stockLength: lengthSchema().optional(),
  }),
  result: z.object({
    stockLengthMm: z.number(),
    lengthMm: z.number(),
    ratio: z.number().describe("times as long"),
  }),
  reckon: (input) => {
    const given = oneOf(input, "length", "stockLength");
    const fromMm2 = sectionAreaMm2(input.from);
    const toMm2 = sectionAreaMm2(input.to);
    if (toMm2 > fromMm2 * (1 + 1e-9)) refuse({ code: "draw-grows", fromMm2, toMm2 }, "to");
    const ratio = fromMm2 / toMm2;
    return given === "length"
      ? { stockLengthMm: input.length! / ratio, lengthMm: input.length!, ratio }
      : { stockLengthMm: input.stockLength!, lengthMm: input.stockLength! * ratio, ratio };
  },
  working: ({ from, to }, { ratio, stockLengthMm, lengthMm }) => ({
    ratio: `${figure(sectionAreaMm2(from))} mm² / ${figure(sectionAreaMm2(to))} mm²`,
    lengthMm: `${figure(stockLengthMm)} mm × ${figure(ratio)}`,
    stockLengthMm: `${figure(lengthMm)} mm / ${figure(ratio)}`,
  }),
  drawing: ({ from, to }, { stockLengthMm, lengthMm }) =>
    barsDrawing([
      { lengthMm: stockLengthMm, highMm: caliperSizesMm(from)[0] },
      { lengthMm, highMm: caliperSizesMm(to)[0] },
    ]),
  examples: [
    {
      title: "Quarter square rounded, 6 in of it",
      input: { from: "1/4 in square", to: "1/4 in round", stockLength: "6 in" },
      expected: { ratio: 1.27324, lengthMm: 194.042 },
      source: "ratio 4/π by plane geometry",
    },
    {
      title: "25 by 12 down to 12 square",
      input: { from: "25 by 12", to: "12 square", length: 100 },
      expected: { ratio: 2.0833 },
      source: "25/12 by plane geometry",
    },
  ],
});
