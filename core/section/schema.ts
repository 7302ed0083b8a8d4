import * as z from "zod";
import { problemIssue } from "../problem/complain";
import { Refusal } from "../problem/problem";
import { wordsForProblem } from "../problem/words";
import { lengthSchema } from "../units/schema";
import { parseSectionUnsafe } from "./spoken";
import { MAX_SECTION_MM, REGULAR_SHAPES, type RegularShape, type Section } from "./section";

const size = () => lengthSchema({ maxMm: MAX_SECTION_MM });
const regular = <Shape extends RegularShape>(shape: Shape) =>
  z.strictObject({ shape: z.literal(shape), size: size() });

const WALL_ACCEPTED = "A tube’s wall is less than half its outside diameter.";
const isHollow = ({ size: outsideMm, wall }: { size: number; wall: number }) =>
  wall < outsideMm / 2;

function sectionObjects(thinnest: ReturnType<typeof lengthSchema>) {
  return z.discriminatedUnion(
    "shape",
    [
      regular("square"),
      regular("round"),
      regular("octagon"),
      regular("hexagon"),
      regular("half-round"),
      z
        .strictObject({ shape: z.literal("tube"), size: size(), wall: size() })
        .refine(isHollow, { error: WALL_ACCEPTED, path: ["wall"] }),
      z.strictObject({ shape: z.literal("flat"), width: size(), thickness: thinnest }),
    ],
    {
      error: (issue) =>
        issue.code === "invalid_union"
          ? `The shape is one of ${REGULAR_SHAPES.join(", ")}, flat or tube.`
          : wordsForProblem({ code: "section-type" }),
    },
  );
}

const spoken = z.string().transform((text, context): Section => {
  try {
    const section = parseSectionUnsafe(text);
    const largest = section.shape === "flat" ? section.width : section.size;
    if (largest <= MAX_SECTION_MM) return section;
    context.addIssue(
      problemIssue({ code: "length-too-large", mm: largest, maxMm: MAX_SECTION_MM }),
    );
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    context.addIssue(problemIssue(error.problem));
  }
  return z.NEVER;
});

/** A section as an object with its sizes, or as it is said ("25 by 12"); gives a {@link Section} in mm. */
export const sectionSchema = bySpeechOrObject(sectionObjects(size()));

/** As {@link sectionSchema}, but a flat may run out to an edge (thickness 0): the thin end of a chisel taper. */
export const taperEndSchema = bySpeechOrObject(
  sectionObjects(lengthSchema({ zero: true, maxMm: MAX_SECTION_MM })),
);

function bySpeechOrObject(objects: ReturnType<typeof sectionObjects>) {
  return z.union([spoken, objects], {
    error: () => wordsForProblem({ code: "section-type" }),
  });
}
