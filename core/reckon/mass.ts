import * as z from "zod";
import { barsDrawing } from "../drawing/shapes";
import { figure } from "./figure";
import { sectionSchema } from "../section/schema";
import { caliperSizesMm, sectionAreaMm2 } from "../section/section";
import { lengthSchema } from "../units/schema";
import { density, pricePerKg } from "./fields";
import { defineReckoner } from "./reckoner";

/** What a length of bar weighs and costs. */
export const mass = defineReckoner({
  name: "mass",
  summary: "What a length of bar weighs and costs",
  explanation:
    "Area times length times density, 7850 kg/m³ unless given; the cost where a price is given. Proves volume at the bench: weigh the piece against the bar it was cut from.",
  input: z.strictObject({
    section: sectionSchema,
    length: lengthSchema(),
    density,
    pricePerKg: pricePerKg.optional(),
  }),
  result: z.object({ massKg: z.number(), cost: z.number().optional() }),
  reckon: ({ section, length, density, pricePerKg }) => {
    const massKg = ((sectionAreaMm2(section) * length) / 1e9) * density;
    return pricePerKg === undefined ? { massKg } : { massKg, cost: massKg * pricePerKg };
  },
  working: ({ section, length, density, pricePerKg }, { massKg }) => ({
    massKg: `${figure(sectionAreaMm2(section))} mm² × ${figure(length)} mm × ${density} kg/m³`,
    ...(pricePerKg === undefined ? {} : { cost: `${figure(massKg)} kg × ${figure(pricePerKg)}` }),
  }),
  drawing: ({ section, length }) =>
    barsDrawing([{ lengthMm: length, highMm: caliperSizesMm(section)[0] }]),
  examples: [
    {
      title: "A metre of 12 square",
      input: { section: "12 square", length: 1000, pricePerKg: 2 },
      expected: { massKg: 1.1304, cost: 2.2608 },
      source: "144 mm² · 1 m · 7850 kg/m³",
    },
  ],
});
