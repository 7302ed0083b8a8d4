import * as z from "zod";

const MAX_MM = 5000;
const MAX_EDGES = 80;
const MAX_POINTS = 6000;

const coordinate = z.number().min(-MAX_MM).max(MAX_MM);

/** A place of an outline: across the mat from end A, and along the bar from end A, mm. */
export const outlinePointSchema = z.tuple([coordinate, coordinate, coordinate]);

/** The outline of a bar as it was seen from above, in its own frame. */
export const outlineSchema = z
  .strictObject({
    /**
     * Its edges where they were seen, clockwise round the bar. The frame begins at end A; the bar
     * heads along its first axis, and lies as it is drawn.
     */
    edges: z.array(z.array(outlinePointSchema).min(2)).min(1).max(MAX_EDGES),
    /** What its places may be off by, 95 in 100, mm. */
    sureMm: z.number().min(0).max(50),
  })
  .refine(
    ({ edges }) => edges.reduce((sum, edge) => sum + edge.length, 0) <= MAX_POINTS,
    `An outline has at most ${MAX_POINTS} places.`,
  );
export type OutlinePoint = z.infer<typeof outlinePointSchema>;
export type PieceOutline = z.infer<typeof outlineSchema>;
