import { caliperSizesMm, type Section } from "../section/section";
import { box, drawingOf, type Drawing, type Ink, type Mark } from "./drawing";

/** Points of a circle drawn as a polygon fine enough to look round. */
const ROUND = 96;

/** A regular polygon by its size across the flats, standing on a flat. */
function polygonMark(sides: number, acrossMm: number, [x, y]: readonly [number, number]): Mark {
  const radius = acrossMm / 2 / Math.cos(Math.PI / sides);
  const points = Array.from({ length: sides }, (_, index) => {
    const angle = Math.PI / sides + (2 * Math.PI * index) / sides - Math.PI / 2;
    return { x: x + radius * Math.cos(angle), y: y + radius * Math.sin(angle) };
  });
  return { kind: "path", ink: "steel", points, closed: true };
}

/** Once round, closed on itself. */
const ringPoints = (r: number, [x, y]: readonly [number, number]) =>
  Array.from({ length: ROUND + 1 }, (_, index) => {
    const angle = (2 * Math.PI * index) / ROUND;
    return { x: x + r * Math.cos(angle), y: y + r * Math.sin(angle) };
  });

/** A half-round lying on its flat face, about the middle of its height. */
const halfRound = (acrossMm: number, [x, y]: readonly [number, number]) =>
  Array.from({ length: ROUND / 2 + 1 }, (_, index) => {
    const angle = (2 * Math.PI * index) / ROUND;
    return {
      x: x + (acrossMm / 2) * Math.cos(angle),
      y: y - acrossMm / 4 + (acrossMm / 2) * Math.sin(angle),
    };
  });

/** A section, true to size, about a middle. */
export function sectionMark(section: Section, middle: readonly [number, number] = [0, 0]): Mark {
  const [x, y] = middle;
  switch (section.shape) {
    case "round":
      return { kind: "circle", ink: "steel", x, y, r: section.size / 2 };
    case "tube":
      return {
        kind: "path",
        ink: "steel",
        points: [
          ...ringPoints(section.size / 2, middle),
          ...ringPoints(section.size / 2 - section.wall, middle).reverse(),
        ],
        closed: true,
      };
    case "half-round":
      return { kind: "path", ink: "steel", points: halfRound(section.size, middle), closed: true };
    case "octagon":
      return polygonMark(8, section.size, middle);
    case "hexagon":
      return polygonMark(6, section.size, middle);
    default: {
      const [highMm, wideMm] = caliperSizesMm(section);
      return box([x - wideMm / 2, y - highMm / 2], [wideMm, highMm]);
    }
  }
}

const dimension = (axis: "x" | "y", from: number, to: number, lane: number): Mark => ({
  kind: "dimension",
  axis,
  from,
  to,
  lane,
  label: { mm: to - from },
});

/** A width with its figure, in a lane below the drawing. */
export const dimensionX = (from: number, to: number, lane = 0): Mark =>
  dimension("x", from, to, lane);

/** A width that counts among several. */
export const strongDimensionX = (from: number, to: number, lane = 0): Mark => ({
  kind: "dimension",
  axis: "x",
  from,
  to,
  lane,
  label: { mm: to - from },
  strong: true,
});

/** A height with its figure, in a lane beside the drawing. */
export const dimensionY = (from: number, to: number, lane = 0): Mark =>
  dimension("y", from, to, lane);

/** Bars one below the other, each as long and as thick as it is, with its length. */
export function barsDrawing(bars: readonly { lengthMm: number; highMm: number }[]): Drawing {
  const gapMm = Math.max(...bars.map(({ highMm }) => highMm)) * 0.8;
  let y = 0;
  const boxes = bars.map(({ lengthMm, highMm }) => {
    y -= highMm + gapMm;
    return box([0, y], [lengthMm, highMm]);
  });
  const { extents } = drawingOf(boxes);
  return {
    extents,
    marks: [...boxes, ...bars.map(({ lengthMm }, lane) => dimensionX(0, lengthMm, lane))],
  };
}

/** An arc or a whole circle as a line, angles in radians. */
export function arcMark(
  [x, y]: readonly [number, number],
  r: number,
  { from = 0, to = 2 * Math.PI, ink = "edge" }: { from?: number; to?: number; ink?: Ink } = {},
): Mark {
  const points = Array.from({ length: ROUND + 1 }, (_, index) => {
    const angle = from + ((to - from) * index) / ROUND;
    return { x: x + r * Math.cos(angle), y: y + r * Math.sin(angle) };
  });
  return { kind: "path", ink, points, closed: false };
}

/**
 * A curve over a frame, such as a temperature over the seconds: any units, drawn
 * to a width and height in mm, with words at its ends.
 */
export function curveDrawing(
  points: readonly { x: number; y: number }[],
  words: { start: string; end: string },
): Drawing {
  const [wide, high] = [120, 50];
  const xs = points.map(({ x }) => x);
  const ys = points.map(({ y }) => y);
  const span = (values: number[]) => Math.max(...values) - Math.min(...values) || 1;
  const place = ({ x, y }: { x: number; y: number }) => ({
    x: ((x - Math.min(...xs)) / span(xs)) * wide,
    y: ((y - Math.min(...ys)) / span(ys)) * high,
  });
  const placed = points.map(place);
  return drawingOf([
    {
      kind: "path",
      ink: "guide",
      points: [
        { x: 0, y: high },
        { x: 0, y: 0 },
        { x: wide, y: 0 },
      ],
      closed: false,
    },
    { kind: "path", ink: "mark", points: placed, closed: false },
    { kind: "text", x: placed[0]!.x + 3, y: placed[0]!.y + 4, text: words.start, anchor: "start" },
    { kind: "text", x: placed.at(-1)!.x, y: placed.at(-1)!.y + 13, text: words.end, anchor: "end" },
  ]);
}

/** A line of sizes with a band that is allowed and a reading on it; any unit. */
export function gaugeDrawing({
  lower,
  upper,
  value,
  spread = 0,
}: {
  lower: number | undefined;
  upper: number | undefined;
  value?: number;
  /** How far the reading may be off to either side. */
  spread?: number;
}): Drawing {
  const known = [lower, upper, value].filter((one) => one !== undefined);
  const reach = Math.max(Math.max(...known) - Math.min(...known), spread * 2, 1e-9);
  const from = Math.min(...known) - reach * 0.3;
  const to = Math.max(...known) + reach * 0.3;
  const x = (at: number) => ((at - from) / (to - from)) * 120;
  const [left, right] = [x(lower ?? from), x(upper ?? to)];
  const word = (at: number): string => String(Number(at.toPrecision(6)));
  const text = (at: number, y: number): Mark => ({
    kind: "text",
    x: x(at),
    y,
    text: word(at),
    anchor: "middle",
  });
  return drawingOf([
    box([left, -3], [right - left, 6]),
    {
      kind: "path",
      ink: "edge",
      points: [
        { x: 0, y: 0 },
        { x: 120, y: 0 },
      ],
      closed: false,
    },
    ...(lower === undefined ? [] : [text(lower, -9)]),
    ...(upper === undefined ? [] : [text(upper, -9)]),
    ...(value === undefined
      ? []
      : [
          {
            kind: "path" as const,
            ink: "mark" as const,
            points: [
              { x: x(value), y: -5 },
              { x: x(value), y: 8 },
            ],
            closed: false,
          },
          {
            kind: "path" as const,
            ink: "centre" as const,
            points: [
              { x: x(value - spread), y: 4 },
              { x: x(value + spread), y: 4 },
            ],
            closed: false,
          },
          text(value, 12),
        ]),
  ]);
}
