import * as z from "zod";
import { box, drawingOf, line } from "../drawing/drawing";
import { dimensionX } from "../drawing/shapes";
import { figure, turnsFigure } from "./figure";
import { refuse } from "../problem/problem";
import { lengthSchema } from "../units/schema";
import { oneOf, turns } from "./fields";
import { defineReckoner } from "./reckoner";

/** Radius of the circle the strands' centre lines lie on, mm. */
const strandRadiusMm = (diameter: number, strands: number) =>
  diameter / (2 * Math.sin(Math.PI / strands));

/**
 * The steepest the strands can lie, as the cosine of their angle to the axis:
 * unrolled, neighbours are 2πR/n·cos α apart, and that can't be less than d.
 */
const steepestCosine = (diameter: number, strands: number) =>
  (strands * diameter) / (2 * Math.PI * strandRadiusMm(diameter, strands));

/** Strands wrapped about one another, and how much shorter they end. */
export const wrap = defineReckoner({
  name: "wrap",
  summary: "How much shorter strands end when they are wrapped about one another",
  explanation:
    "Each strand lies on a circle of radius R = d/(2·sin(π/n)) and follows a helix: strand² = length² + (2πR·turns)². The twisted length is shorter than the strand, the allowance everybody forgets. The tightest wrap is the one at which neighbouring strands touch side by side when the helix is unrolled: 2πR/n·cos α = d.",
  input: z.strictObject({
    diameter: lengthSchema({ maxMm: 500 }),
    strands: z
      .number()
      .int("Strands are counted: 2 and more.")
      .min(2, "At least 2 strands.")
      .max(60, "At most 60 strands."),
    strandLength: lengthSchema().optional(),
    twistedLength: lengthSchema().optional(),
    turns: turns.optional(),
    pitch: lengthSchema().optional(),
  }),
  result: z.object({
    strandLengthMm: z.number(),
    twistedLengthMm: z.number(),
    shorteningMm: z.number(),
    turns: z.number(),
    pitchMm: z.number(),
    tightestTurns: z.number(),
  }),
  reckon: ({ diameter, strands, strandLength, twistedLength, turns: asked, pitch }) => {
    const length = oneOf({ strandLength, twistedLength }, "strandLength", "twistedLength");
    oneOf({ turns: asked, pitch }, "turns", "pitch");
    const aroundMm = 2 * Math.PI * strandRadiusMm(diameter, strands);
    const cosine = steepestCosine(diameter, strands);
    const tightestTurns =
      length === "strandLength"
        ? (strandLength! * Math.sqrt(1 - cosine ** 2)) / aroundMm
        : (twistedLength! * Math.sqrt(1 / cosine ** 2 - 1)) / aroundMm;
    const perTurnMm = pitch === undefined ? 0 : Math.hypot(pitch, aroundMm);
    const count =
      asked ?? (length === "strandLength" ? strandLength! / perTurnMm : twistedLength! / pitch!);
    if (count > tightestTurns * (1 + 1e-9))
      refuse(
        { code: "too-many-turns", turns: count, possible: tightestTurns },
        asked === undefined ? "pitch" : "turns",
      );
    const strandMm = strandLength ?? Math.hypot(twistedLength!, aroundMm * count);
    const twistedMm = twistedLength ?? Math.sqrt(strandMm ** 2 - (aroundMm * count) ** 2);
    return {
      strandLengthMm: strandMm,
      twistedLengthMm: twistedMm,
      shorteningMm: strandMm - twistedMm,
      turns: count,
      pitchMm: twistedMm / count,
      tightestTurns,
    };
  },
  working: ({ diameter, strands }, { strandLengthMm, twistedLengthMm, turns: count }) => {
    const radius = figure(strandRadiusMm(diameter, strands));
    return {
      twistedLengthMm: `√(${figure(strandLengthMm)}² − (2π × ${radius} × ${figure(count)})²)`,
      strandLengthMm: `√(${figure(twistedLengthMm)}² + (2π × ${radius} × ${figure(count)})²)`,
      shorteningMm: `${figure(strandLengthMm)} − ${figure(twistedLengthMm)} mm`,
      pitchMm: `${figure(twistedLengthMm)} mm / ${turnsFigure(count)}`,
      tightestTurns: "where neighbouring strands touch side by side",
    };
  },
  drawing: ({ diameter, strands }, { twistedLengthMm, turns: count }) => {
    const radius = strandRadiusMm(diameter, strands);
    const steps = Math.min(2000, Math.ceil(count * 24) + 2);
    const waves = Array.from({ length: Math.min(strands, 6) }, (_, strand) =>
      line(
        Array.from({ length: steps }, (__, index) => {
          const share = index / (steps - 1);
          const angle = 2 * Math.PI * (count * share + strand / strands);
          return [twistedLengthMm * share, radius * Math.sin(angle)] as const;
        }),
      ),
    );
    const half = radius + diameter / 2;
    const { marks, extents } = drawingOf([box([0, -half], [twistedLengthMm, 2 * half]), ...waves]);
    return { extents, marks: [...marks, dimensionX(0, twistedLengthMm)] };
  },
  examples: [
    {
      title: "Two 6 mm strands, 300 long, eight turns",
      input: { diameter: 6, strands: 2, strandLength: 300, turns: 8 },
      expected: { twistedLengthMm: 259.346 },
      source: "√(300² − (2π·3·8)²)",
    },
    {
      title: "Two quarter-inch rods at an inch of pitch",
      input: { diameter: "1/4 in", strands: 2, strandLength: 1000, pitch: "1 in" },
      expected: { twistedLengthMm: 786.44 },
      source: "p/√(p² + (2πR)²) = 78.6 %, plane geometry",
    },
  ],
});
