import * as z from "zod";
import { drawingOf } from "../drawing/drawing";
import { arcMark, dimensionX, sectionMark } from "../drawing/shapes";
import { figure } from "./figure";
import { lengthSchema } from "../units/schema";
import { MM_PER_INCH } from "../units/length";
import { printInchFraction } from "../units/print";
import { defineReckoner } from "./reckoner";

/** Rod on the rack, mm, and in sixteenths of an inch (common practice, no source). */
const METRIC_STOCK_MM = [3, 4, 5, 6, 8, 10, 12, 14, 16, 18, 20, 22, 25, 30, 32, 40, 50];
const INCH_SIXTEENTHS = [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 14, 16, 18, 20, 22, 24, 28, 32];
/** Bars from which a ring falls in without a core; three and four sit by themselves (common practice). */
const CORE_FROM = 5;

const nearest = (sizes: readonly number[], mm: number) =>
  sizes.reduce((best, size) => (Math.abs(size - mm) < Math.abs(best - mm) ? size : best));

/** Bars bundled in a ring, and the core that holds them up. */
export const bundle = defineReckoner({
  name: "bundle",
  summary: "What core a ring of bars needs, and how wide the bundle is",
  explanation:
    "Bars of diameter d touching in a ring leave room for a core of d·(1/sin(π/n) − 1) and are d·(1/sin(π/n) + 1) across. Three or four bars sit by themselves; from five a core keeps one from falling in. A core larger than that opens the ring: it is then core + 2d across.",
  input: z.strictObject({
    diameter: lengthSchema({ maxMm: 500 }),
    bars: z
      .number({ error: () => "Bars are counted, from 3 to 12." })
      .int("Bars are counted, from 3 to 12.")
      .min(3, "Bars are counted, from 3 to 12.")
      .max(12, "Bars are counted, from 3 to 12."),
    core: lengthSchema({ zero: true, maxMm: 2000 }).optional(),
  }),
  result: z.object({
    coreDiameterMm: z.number().describe("that exactly fits"),
    enclosingDiameterMm: z.number(),
    nearestStock: z.object({ metricMm: z.number(), inchMm: z.number(), inch: z.string() }),
    needsCore: z.boolean(),
  }),
  reckon: ({ diameter, bars, core }) => {
    const spread = 1 / Math.sin(Math.PI / bars);
    const coreMm = diameter * (spread - 1);
    const inchMm = nearest(
      INCH_SIXTEENTHS.map((count) => (count * MM_PER_INCH) / 16),
      coreMm,
    );
    const closedMm = diameter * (spread + 1);
    return {
      coreDiameterMm: coreMm,
      enclosingDiameterMm: core !== undefined && core > coreMm ? core + 2 * diameter : closedMm,
      nearestStock: {
        metricMm: nearest(METRIC_STOCK_MM, coreMm),
        inchMm,
        inch: printInchFraction(inchMm),
      },
      needsCore: bars >= CORE_FROM,
    };
  },
  working: ({ diameter, bars }, { enclosingDiameterMm }) => {
    const around = `1/sin(π/${bars})`;
    return {
      coreDiameterMm: `${figure(diameter)} mm × (${around} − 1)`,
      enclosingDiameterMm: `${figure(diameter)} mm × (${around} + 1), or core + 2 × ${figure(diameter)}: ${figure(enclosingDiameterMm)} mm`,
      nearestStock: "of the rods a rack usually holds",
    };
  },
  drawing: ({ diameter, bars, core = 0 }, { coreDiameterMm, enclosingDiameterMm, needsCore }) => {
    const ringMm = (enclosingDiameterMm - diameter) / 2;
    const coreMm = Math.max(core, needsCore ? coreDiameterMm : 0);
    const { marks, extents } = drawingOf([
      ...Array.from({ length: bars }, (_, index) => {
        const angle = (2 * Math.PI * index) / bars;
        return sectionMark({ shape: "round", size: diameter }, [
          ringMm * Math.cos(angle),
          ringMm * Math.sin(angle),
        ]);
      }),
      ...(coreMm > 0 ? [sectionMark({ shape: "round", size: coreMm })] : []),
      arcMark([0, 0], enclosingDiameterMm / 2, { ink: "centre" }),
    ]);
    const half = enclosingDiameterMm / 2;
    return { extents, marks: [...marks, dimensionX(-half, half)] };
  },
  examples: [
    {
      title: "Five quarter-inch bars over a 3/16 core",
      input: { diameter: "1/4 in", bars: 5, core: "3/16 in" },
      expected: { coreDiameterMm: 4.453, enclosingDiameterMm: 17.4625, needsCore: true },
      source:
        "0.1753 in and 0.6875 in by plane geometry; the shop finds 3/16 by trial (common practice, no source)",
    },
  ],
});
