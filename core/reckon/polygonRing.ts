import * as z from "zod";
import { barDrawing } from "../drawing/barDrawing";
import { figure } from "./figure";
import { refuse } from "../problem/problem";
import { lengthSchema } from "../units/schema";
import { oneOf } from "./fields";
import { defineReckoner } from "./reckoner";

const SIDES = "Sides are counted, from 3 to 24.";

/** A ring with corners: a frame, a triangle, a square. */
export const polygonRing = defineReckoner({
  name: "polygonRing",
  summary: "How much bar a ring with corners takes, and where to bend it",
  explanation:
    "Sides are measured outside, corner to corner, and every corner turns by 360° over the number of sides. The bar begins and ends at one corner, which stays open, and is bent at the others: straights and arcs on the centre line, each arc (r + t/2)·θ, each bend beginning (r + t)·tan(θ/2) before its corner. Tails are added at both ends. Marks are the middles of the bends, from the end the bar begins at.",
  input: z.strictObject({
    sides: z
      .number({ error: () => SIDES })
      .int(SIDES)
      .min(3, SIDES)
      .max(24, SIDES)
      .optional(),
    sideLength: lengthSchema().optional(),
    sideLengths: z.array(lengthSchema()).min(3, SIDES).max(24, SIDES).optional(),
    thickness: lengthSchema({ maxMm: 500 }),
    insideRadius: lengthSchema({ zero: true }).default(0),
    tails: lengthSchema({ zero: true }).default(0),
  }),
  result: z.object({
    developedLengthMm: z.number(),
    marks: z.array(z.number()).describe("mm from the datum end"),
  }),
  reckon: ({ sides, sideLength, sideLengths, thickness, insideRadius, tails }) => {
    oneOf({ sideLength, sideLengths }, "sideLength", "sideLengths");
    if (sideLength !== undefined) oneOf({ sides }, "sides");
    const lengths = sideLengths ?? Array.from({ length: sides! }, () => sideLength!);
    const angleRad = (2 * Math.PI) / lengths.length;
    const setbackMm = (insideRadius + thickness) * Math.tan(angleRad / 2);
    const arcMm = (insideRadius + thickness / 2) * angleRad;
    const marks: number[] = [];
    let atMm = tails;
    lengths.forEach((sideMm, index) => {
      const bends = index === 0 || index === lengths.length - 1 ? 1 : 2;
      const straightMm = sideMm - bends * setbackMm;
      if (straightMm <= 0)
        refuse(
          { code: "side-too-short", sideMm, leastMm: bends * setbackMm },
          sideLengths ? `sideLengths.${index}` : "sideLength",
        );
      atMm += straightMm;
      if (index === lengths.length - 1) return;
      marks.push(atMm + arcMm / 2);
      atMm += arcMm;
    });
    return { developedLengthMm: atMm + tails, marks };
  },
  working: ({ sides, sideLengths, thickness, insideRadius, tails }) => {
    const count = sideLengths?.length ?? sides!;
    const angle = figure(360 / count);
    return {
      developedLengthMm: `the sides less (${figure(insideRadius)} + ${figure(thickness)}) mm × tan(${angle}°/2) at each bend, and ${count - 1} arcs of (${figure(insideRadius)} + ${figure(thickness)}/2) mm × ${angle}° × π/180, and 2 × ${figure(tails)} mm of tail`,
      marks: "the middle of every bend, from the end the bar begins at",
    };
  },
  drawing: ({ sides, sideLengths, thickness, insideRadius }, { developedLengthMm, marks }) => {
    const section = { shape: "square", size: thickness } as const;
    const angle = 360 / (sideLengths?.length ?? sides!);
    return barDrawing(
      [{ id: "bar", kind: "prism", section, length: developedLengthMm }],
      marks.map((at, index) => ({ id: `bend-${index}`, kind: "bend", at, angle, insideRadius })),
    );
  },
  examples: [
    {
      title: "A square of 100 outside, 10 mm bar, sharp inside",
      input: { sides: 4, sideLength: 100, thickness: 10 },
      expected: { developedLengthMm: 363.562 },
      source: "two sides of 90, two of 80, three arcs of 5·π/2",
    },
  ],
});
