import * as z from "zod";
import { barDrawing } from "../drawing/barDrawing";
import { figure } from "./figure";
import { lengthSchema } from "../units/schema";
import { angleDeg } from "./fields";
import { defineReckoner } from "./reckoner";

/** The bar a bend takes, and where it begins. */
export const bend = defineReckoner({
  name: "bend",
  summary: "How much bar a bend takes, and how far before the corner it begins",
  explanation:
    "The arc on the centre line is (r + t/2)·θ; the setback, from where the bend begins to the corner of the outsides, is (r + t)·tan(θ/2). Hot bar bent over a radius keeps its centre line near enough (common practice). The angle is how far it is bent: a square corner is 90°.",
  input: z.strictObject({
    thickness: lengthSchema({ maxMm: 500 }),
    angle: angleDeg,
    insideRadius: lengthSchema({ zero: true }),
  }),
  result: z.object({ arcLengthMm: z.number(), setbackMm: z.number() }),
  reckon: ({ thickness, angle, insideRadius }) => {
    const angleRad = (angle * Math.PI) / 180;
    return {
      arcLengthMm: (insideRadius + thickness / 2) * angleRad,
      setbackMm: (insideRadius + thickness) * Math.tan(angleRad / 2),
    };
  },
  working: ({ thickness, angle, insideRadius }) => ({
    arcLengthMm: `(${figure(insideRadius)} + ${figure(thickness)}/2) mm × ${figure(angle)}° × π/180`,
    setbackMm: `(${figure(insideRadius)} + ${figure(thickness)}) mm × tan(${figure(angle)}°/2)`,
  }),
  drawing: ({ thickness, angle, insideRadius }, { arcLengthMm }) => {
    const legMm = 4 * thickness;
    const lengthMm = 2 * legMm + arcLengthMm;
    const section = { shape: "square", size: thickness } as const;
    return barDrawing(
      [{ id: "bar", kind: "prism", section, length: lengthMm }],
      [{ id: "bend", kind: "bend", at: lengthMm / 2, angle, insideRadius }],
    );
  },
  examples: [
    {
      title: "12 mm to a square corner over 10",
      input: { thickness: 12, angle: 90, insideRadius: 10 },
      expected: { arcLengthMm: 25.133, setbackMm: 22 },
      source: "16·π/2 and 22·tan 45°",
    },
  ],
});
