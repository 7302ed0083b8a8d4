import { finishBar } from "../piece/finish";
import type { Feature, Stretch } from "../piece/piece";
import { drawingOf, type Drawing, type Mark } from "./drawing";
import { dimensionX, dimensionY } from "./shapes";

/** One bar, finished, seen from the side, with its overall size. */
export function barDrawing(stretches: readonly Stretch[], features: readonly Feature[]): Drawing {
  const bar = finishBar(stretches, features, "side");
  const marks: Mark[] = [
    { kind: "path", ink: "steel", points: bar.outline, closed: true },
    { kind: "path", ink: "centre", points: bar.centre, closed: false },
    ...bar.surface.flatMap(({ lines = [] }) =>
      lines.map((points): Mark => ({ kind: "path", ink: "edge", points, closed: false })),
    ),
  ];
  const { extents } = drawingOf(marks);
  const { minX, maxX, minY, maxY } = extents;
  return { extents, marks: [...marks, dimensionX(minX, maxX), dimensionY(minY, maxY)] };
}
