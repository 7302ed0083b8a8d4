import type { Mark } from "./drawing";

/** How long a check ruler is, mm. */
const RULER_MM = 100;

/** A ruler in millimetres from a point to the right; every tenth and fifth line longer. */
export function ruler(x: number, y: number, lengthMm = RULER_MM): Mark[] {
  const ticks = Array.from({ length: lengthMm + 1 }, (_, mm): Mark => {
    const tall = mm % 10 === 0 ? 6 : mm % 5 === 0 ? 4.5 : 3;
    return {
      kind: "path",
      ink: "ruler",
      points: [
        { x: x + mm, y },
        { x: x + mm, y: y + tall },
      ],
      closed: false,
    };
  });
  const base: Mark = {
    kind: "path",
    ink: "ruler",
    points: [
      { x, y },
      { x: x + lengthMm, y },
    ],
    closed: false,
  };
  const figures = Array.from({ length: lengthMm / 10 + 1 }, (_, index): Mark => {
    const mm = index * 10;
    return { kind: "text", x: x + mm, y: y - 4, text: String(mm), anchor: "middle" };
  });
  return [base, ...ticks, ...figures];
}
