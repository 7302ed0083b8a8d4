import * as z from "zod";
import { box, drawingOf, outline } from "../drawing/drawing";
import { dimensionX } from "../drawing/shapes";
import { figure } from "./figure";
import { refuse } from "../problem/problem";
import { volumeBetweenMm3 } from "../section/between";
import { sectionSchema, taperEndSchema } from "../section/schema";
import { caliperSizesMm, sectionAreaMm2 } from "../section/section";
import { lengthSchema } from "../units/schema";
import { defineReckoner } from "./reckoner";

/** How much bar a taper takes. */
export const taper = defineReckoner({
  name: "taper",
  summary: "How much bar a taper takes",
  explanation:
    "Straight sides between the two sections. Squares and flats are all rectangles: width and thickness each run in a straight line (for squares L/3·(a² + ab + b²)). Two rounds, octagons or hexagons: the size runs in a straight line; different families: the square root of the area. A square to a point takes a third of its length of bar, a chisel edge a half.",
  input: z.strictObject({
    from: sectionSchema,
    to: z.union([z.literal("point"), taperEndSchema], {
      error: () => "A taper runs to “point” or to a smaller section, such as 3 square.",
    }),
    length: lengthSchema(),
  }),
  result: z.object({
    stockLengthMm: z.number().describe("length of the “from” bar it takes"),
    volumeMm3: z.number(),
  }),
  reckon: ({ from, to, length }) => {
    const fromMm2 = sectionAreaMm2(from);
    const toMm2 = to === "point" ? 0 : sectionAreaMm2(to);
    if (toMm2 > fromMm2 * (1 + 1e-9)) refuse({ code: "taper-grows", fromMm2, toMm2 }, "to");
    const volumeMm3 = volumeBetweenMm3(from, to, length);
    return { stockLengthMm: volumeMm3 / fromMm2, volumeMm3 };
  },
  working: ({ from, length }, { volumeMm3 }) => ({
    volumeMm3: `the section growing evenly in both sizes over ${figure(length)} mm, added up along it`,
    stockLengthMm: `${figure(volumeMm3)} mm³ / ${figure(sectionAreaMm2(from))} mm²`,
  }),
  drawing: ({ from, to, length }, { stockLengthMm }) => {
    const high = caliperSizesMm(from)[0];
    const tip = to === "point" ? 0 : caliperSizesMm(to)[0];
    const y = -high * 1.8;
    const taperMark = outline([
      [0, y - high / 2],
      [length, y - tip / 2],
      [length, y + tip / 2],
      [0, y + high / 2],
    ]);
    const { marks, extents } = drawingOf([box([0, -high / 2], [stockLengthMm, high]), taperMark]);
    return { extents, marks: [...marks, dimensionX(0, stockLengthMm), dimensionX(0, length, 1)] };
  },
  examples: [
    {
      title: "12 square to a point over 90",
      input: { from: "12 square", to: "point", length: 90 },
      expected: { stockLengthMm: 30 },
      source: "a pyramid holds a third of its prism",
    },
    {
      title: "12 square to 3 square over 100",
      input: { from: "12 square", to: "3 square", length: 100 },
      expected: { stockLengthMm: 43.75 },
      source: "frustum, by plane geometry",
    },
    {
      title: "16 square spread to 34 by 2 over 80",
      input: { from: "16 square", to: "34 by 2", length: 80 },
      expected: { stockLengthMm: 63.75 },
      source: "prismatoid, by plane geometry: 80/6·(256 + 4·25·9 + 68) / 256",
    },
  ],
});
