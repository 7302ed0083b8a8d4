import type { SurfaceMarks } from "../feature/surface";
import type { Mark } from "./drawing";

/** What can be looked through: round holes and other openings. */
export const openingMarks = ({ circles = [], openings = [] }: SurfaceMarks): Mark[] => [
  ...circles.map((circle): Mark => ({ kind: "circle", ink: "hole", ...circle })),
  ...openings.map((points): Mark => ({ kind: "path", ink: "hole", points, closed: true })),
];

/** What a feature draws on the steel, as marks of a drawing. */
export const surfaceMarks = (surface: SurfaceMarks): Mark[] => [
  ...(surface.raised ?? []).map((points): Mark => ({
    kind: "path",
    ink: "steel",
    points,
    closed: true,
  })),
  ...(surface.lines ?? []).map((points): Mark => ({
    kind: "path",
    ink: "edge",
    points,
    closed: false,
  })),
  ...openingMarks(surface),
  ...(surface.hidden ?? []).map((points): Mark => ({
    kind: "path",
    ink: "hidden",
    points,
    closed: false,
  })),
];
