import * as z from "zod";
import { curveDrawing } from "../drawing/shapes";
import { figure } from "./figure";
import { coolingSeconds } from "../heat/cooling";
import { refuse } from "../problem/problem";
import { sectionSchema } from "../section/schema";
import { celsius } from "./fields";
import { defineReckoner } from "./reckoner";

/** The working time a bar gives in the air. */
export const cool = defineReckoner({
  name: "cool",
  summary: "How long a bare bar stays hot enough in the air",
  explanation:
    "The bar is taken as one temperature, losing heat from its sides by radiation (Stefan–Boltzmann) and convection, with the specific heat of EN 1993-1-2 §3.4.1.2 and 7850 kg/m³. Anvil and tongs take more, so it is an upper bound.",
  input: z.strictObject({
    section: sectionSchema,
    from: celsius,
    to: celsius,
    emissivity: z
      .number()
      .min(0.01, "Emissivity is from 0.01 to 1.")
      .max(1, "Emissivity is from 0.01 to 1.")
      .default(0.8),
    convection: z
      .number()
      .min(0, "Convection is from 0 to 1000 W/m²K.")
      .max(1000, "Convection is from 0 to 1000 W/m²K.")
      .default(15),
    ambient: celsius.default(20),
  }),
  result: z.object({ seconds: z.number() }),
  reckon: ({ section, from, to, ...around }) => {
    if (from <= to || to <= around.ambient || to < 20)
      refuse(
        { code: "no-cooling", from, to, ambient: Math.max(around.ambient, 20) },
        from <= to ? "from" : "to",
      );
    return { seconds: coolingSeconds(section, { from, to }, around) };
  },
  working: ({ from, to, emissivity, convection }, { seconds }) => ({
    seconds: `ρ·c(T)·A/P divided by what it gives off (ε ${figure(emissivity)}, h ${figure(convection)} W/m²K), added up from ${from} to ${to} °C: ${figure(seconds, 3)} s`,
  }),
  drawing: ({ section, from, to, ...around }, { seconds }) => {
    const points = Array.from({ length: 25 }, (_, index) => {
      const celsius = from - ((from - to) * index) / 24;
      const x = index === 0 ? 0 : coolingSeconds(section, { from, to: celsius }, around);
      return { x, y: celsius };
    });
    return curveDrawing(points, {
      start: `${from} °C`,
      end: `${to} °C after ${figure(seconds, 3)} s`,
    });
  },
  examples: [
    {
      title: "12 square, yellow to cherry",
      input: { section: "12 square", from: 1150, to: 800 },
      expected: { seconds: 47.3 },
      source: "EN 1993-1-2 specific heat, integrated",
    },
    {
      title: "Quarter-inch round",
      input: { section: { shape: "round", size: 6.35 }, from: 1150, to: 800 },
      expected: { seconds: 25.01 },
      source: "the same; about 20 s in the shop (common practice, no source)",
    },
  ],
});
