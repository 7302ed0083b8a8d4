import * as z from "zod";
import { finishedDrawing, fullerElevation } from "../drawing/pieceDrawings";
import { sectionAreaMm2 } from "../section/section";
import { figure } from "./figure";
import { refuse } from "../problem/problem";
import { characteristicSchema } from "../measure/schema";
import { pieceSchema } from "../piece/piece";
import { planPiece } from "../piece/plan";
import { defineReckoner } from "./reckoner";

const marks = z.array(z.object({ at: z.string(), fromAMm: z.number(), fromBMm: z.number() }));

/** From a finished piece back to the bar. */
export const plan = defineReckoner({
  name: "plan",
  summary: "From the finished piece back to the bar: stock, marks and measuring plan",
  explanation:
    "Volume is constant: the stock takes the sum of the stretches' volumes over its own area, more by the scale allowance where it is worked to another section or welded, and the trim at end B. A mark stands at every boundary at the stock used up so far, from end A. Mass is that of the bar cut.",
  input: pieceSchema,
  result: z.object({
    stockLengthMm: z.number(),
    leftMm: z.number().nullable(),
    massKg: z.number(),
    finishedMassKg: z.number(),
    volumeMm3: z.number(),
    marks,
    stretches: z.array(
      z.object({
        id: z.string(),
        name: z.string(),
        kind: z.enum(["prism", "transition", "free"]),
        technique: z.string().optional(),
        lengthMm: z.number(),
        volumeMm3: z.number(),
        stockMm: z.number(),
        finishedFromMm: z.number(),
        finishedToMm: z.number(),
      }),
    ),
    features: z.array(
      z.object({
        id: z.string(),
        name: z.string(),
        kind: z.string(),
        fromMm: z.number(),
        toMm: z.number(),
        developedMm: z.number().nullable(),
      }),
    ),
    parts: z.array(
      z.object({
        id: z.string(),
        name: z.string(),
        count: z.number(),
        stockLengthMm: z.number(),
        massKg: z.number(),
        leftMm: z.number().nullable(),
        cutFrom: z.string().nullable(),
        marks,
      }),
    ),
    fasteners: z.array(
      z.object({
        join: z.string(),
        name: z.string(),
        diameterMm: z.number(),
        lengthMm: z.number(),
      }),
    ),
    straightLengthMm: z.number(),
    finishedLengthMm: z.number(),
    finishedHeightMm: z.number(),
    finishedDepthMm: z.number(),
    totalMassKg: z.number(),
    materialCost: z.number().nullable(),
    characteristics: z.array(characteristicSchema),
    warnings: z.array(z.looseObject({ code: z.string(), message: z.string() })),
  }),
  reckon: (piece) => {
    const planned = planPiece(piece);
    for (const warning of planned.warnings)
      if (warning.code === "hole-too-wide") {
        const { feature: id, diameterMm, barMm } = warning;
        refuse({ code: "hole-too-wide", id, diameterMm, barMm }, "features");
      }
    return planned;
  },
  working: (piece, { stockLengthMm, massKg }) => {
    const areaMm2 = sectionAreaMm2(piece.stock.section);
    const { scale = 0, endTrim = 0 } = piece.allowances ?? {};
    return {
      stockLengthMm: `the stretches' volumes / ${figure(areaMm2)} mm², worked ones × (1 + ${figure(scale)}), + ${figure(endTrim)} mm`,
      massKg: `${figure(areaMm2)} mm² × ${figure(stockLengthMm)} mm × 7850 kg/m³ = ${figure(massKg)} kg`,
      marks: "the volume used up from end A to each boundary, as length of the stock",
    };
  },
  drawing: (piece) => finishedDrawing(piece, fullerElevation(piece)),
  examples: [
    {
      title: "Taper, body and a flat tail from 12 square",
      input: {
        format: "bell-step.piece/1",
        name: "Three stretches",
        stock: { section: "12 square" },
        stretches: [
          { id: "tip", kind: "transition", from: "3 square", to: "12 square", length: 90 },
          { id: "body", kind: "prism", section: "12 square", length: 60 },
          { id: "tail", kind: "prism", section: "25 by 4", length: 30 },
        ],
        allowances: { scale: 0, endTrim: 0 },
      },
      expected: { stockLengthMm: 120.208, straightLengthMm: 180 },
      source: "frustum and prisms by plane geometry",
    },
  ],
});
