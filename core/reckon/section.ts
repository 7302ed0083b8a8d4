import * as z from "zod";
import { drawingOf } from "../drawing/drawing";
import { dimensionX, dimensionY, sectionMark } from "../drawing/shapes";
import { figure } from "./figure";
import { sectionSchema } from "../section/schema";
import { caliperSizesMm, sectionAreaMm2, sectionPerimeterMm } from "../section/section";
import { density } from "./fields";
import { defineReckoner } from "./reckoner";

const POUND_KG = 0.45359237;
const FOOT_M = 0.3048;

/** Area, outline and weight of a bar. */
export const section = defineReckoner({
  name: "section",
  summary: "What a bar weighs, and how much steel is in its section",
  explanation:
    "Area and outline by plane geometry (octagon 2(√2−1)·s² and hexagon (√3/2)·s² across the flats), weight from the density, 7850 kg/m³ unless given. Corners are taken as sharp: rolled bar is a little lighter. One pound is 0.45359237 kg exactly.",
  input: z.strictObject({ section: sectionSchema, density }),
  result: z.object({
    areaMm2: z.number(),
    perimeterMm: z.number(),
    kgPerM: z.number(),
    lbPerFt: z.number(),
  }),
  reckon: ({ section, density }) => {
    const areaMm2 = sectionAreaMm2(section);
    const kgPerM = (areaMm2 / 1e6) * density;
    return {
      areaMm2,
      perimeterMm: sectionPerimeterMm(section),
      kgPerM,
      lbPerFt: (kgPerM * FOOT_M) / POUND_KG,
    };
  },
  working: ({ density }, { areaMm2, kgPerM }) => ({
    areaMm2: "by the section's plane geometry, corners sharp",
    perimeterMm: "all round the section, corners sharp",
    kgPerM: `${figure(areaMm2)} mm² / 1 000 000 × ${density} kg/m³`,
    lbPerFt: `${figure(kgPerM)} kg/m × 0.3048 / 0.45359237`,
  }),
  drawing: ({ section }) => {
    const [highMm, wideMm] = caliperSizesMm(section);
    const { marks, extents } = drawingOf([sectionMark(section)]);
    return {
      extents,
      marks: [...marks, dimensionX(-wideMm / 2, wideMm / 2), dimensionY(-highMm / 2, highMm / 2)],
    };
  },
  examples: [
    {
      title: "16 mm round",
      input: { section: { shape: "round", size: 16 } },
      expected: { kgPerM: 1.578 },
      source: "handbook rule d²/162 kg/m, from memory",
    },
    {
      title: "Inch round, at 0.2836 lb/in³",
      input: { section: "1 in round", density: 7850.0 },
      expected: { lbPerFt: 2.67 },
      source: "handbook weight 2.67·d² lb/ft, from memory",
    },
  ],
});
