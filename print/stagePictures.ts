import { pictureOfStage } from "@/core/drawing/stageDrawings";
import type { Drawing } from "@/core/drawing/drawing";
import type { Stage } from "@/core/workpiece/stages";
import { pt } from "./paper";

/** The pictures of all stages of a piece, to one scale. */
export interface StagePictures {
  drawings: Drawing[];
  /** Points on paper for a millimetre. */
  scale: number;
  /** "1 : 4.2", or "full size". */
  said: string;
}

/** The pictures of stages as large as all of them fit into a box, pt, never above true size. */
export function stagePictures(
  stages: readonly Stage[],
  { width, height }: { width: number; height: number },
): StagePictures {
  const drawings = stages.map(pictureOfStage);
  const scale = Math.min(
    pt(1),
    ...drawings.map(({ extents: { minX, maxX, minY, maxY } }) =>
      Math.min(width / Math.max(maxX - minX, 1), height / Math.max(maxY - minY, 1)),
    ),
  );
  const times = pt(1) / scale;
  return { drawings, scale, said: times < 1.005 ? "full size" : `1 : ${times.toFixed(1)}` };
}

/** How high a picture stands, pt. */
export const pictureHeight = ({ extents }: Drawing, scale: number): number =>
  (extents.maxY - extents.minY) * scale;

/** How wide a picture is, pt. */
export const pictureWidth = ({ extents }: Drawing, scale: number): number =>
  (extents.maxX - extents.minX) * scale;
