import DxfParser from "dxf-parser";
import { finishedDrawing } from "@/core/drawing/pieceDrawings";
import type { Elevation } from "@/core/piece/outline";
import { pieceOf } from "@/core/testing/pieces";
import { dxfOf } from "./dxf";
import { svgOf } from "./svg";

/**
 * What features draw, read back out of both files by other programs' eyes: a DXF by a
 * general-purpose parser, an SVG by its path data. Boxes by plane geometry.
 */

interface Box {
  x: [number, number];
  y: [number, number];
}

/** A flat of 300 × 30 × 8 with one thing on it, as files. */
function filesWith(feature: object, elevation: Elevation) {
  const piece = pieceOf({
    stock: "30 by 8",
    stretches: [{ id: "bar", kind: "prism", section: "30 by 8", length: 300 }],
    features: [{ id: "one", ...feature }],
  });
  const drawing = finishedDrawing(piece, elevation);
  return { dxf: dxfOf(drawing, "mm"), svg: svgOf(drawing, "Bar", "mm"), drawing };
}

const boxOf = (points: readonly (readonly [number, number])[]): Box => {
  const [xs, ys] = [points.map(([x]) => x), points.map(([, y]) => y)];
  return { x: [Math.min(...xs), Math.max(...xs)], y: [Math.min(...ys), Math.max(...ys)] };
};

/** Box of everything in a DXF but the outline of the steel and its sizes. */
function dxfBox(text: string): Box {
  const { entities: all } = new DxfParser().parseSync(text)!;
  // The bar itself comes first.
  const entities = all.slice(1);
  return boxOf(
    entities.flatMap((entity) => {
      if (!FEATURE_LAYERS.has(entity.layer)) return [];
      const { vertices, center, radius } = entity as unknown as {
        vertices?: { x: number; y: number }[];
        center?: { x: number; y: number };
        radius?: number;
      };
      if (center && radius !== undefined) return roundOf(center.x, center.y, radius);
      return (vertices ?? []).map(({ x, y }) => [x, y] as const);
    }),
  );
}

const FEATURE_LAYERS = new Set(["OUTLINE", "SURFACE", "HIDDEN", "HOLES"]);
const roundOf = (x: number, y: number, r: number) =>
  [
    [x - r, y - r],
    [x + r, y + r],
  ] as const;

/** The same of an SVG, its y turned up again from the outline's lower edge. */
function svgBox(text: string): Box {
  const outline = boxOf(pointsOf(/class="steel" d="M([^Z"]*)Z?"/.exec(text)![1]!));
  const rest = text.slice(text.indexOf('class="steel"') + 'class="steel"'.length);
  const marks = [...rest.matchAll(/class="(?:steel|edge|hidden|hole)" d="M([^Z"]*)Z?"/g)];
  const circles = [
    ...text.matchAll(/class="hole" cx="([-\d.]+)" cy="([-\d.]+)" r="([-\d.]+)"/g),
  ].flatMap(([, x, y, r]) => roundOf(Number(x), Number(y), Number(r)));
  const box = boxOf([...marks.flatMap(([, d]) => pointsOf(d!)), ...circles]);
  const middle = (outline.y[0] + outline.y[1]) / 2;
  return {
    x: [box.x[0] - outline.x[0], box.x[1] - outline.x[0]],
    y: [middle - box.y[1], middle - box.y[0]],
  };
}

const pointsOf = (d: string) =>
  d.split("L").map((pair) => pair.trim().split(/[ ,]/).map(Number) as unknown as [number, number]);

test.each<[string, object, Elevation, Box]>([
  [
    "a round hole",
    { kind: "hole", at: 150, diameter: 8, method: "punch" },
    "plan",
    { x: [146, 154], y: [-4, 4] },
  ],
  [
    "a hole from its side",
    { kind: "hole", at: 150, diameter: 8, method: "punch" },
    "side",
    { x: [146, 154], y: [-4, 4] },
  ],
  [
    "a square hole",
    { kind: "hole", at: 150, diameter: 8, method: "punch", shape: "square" },
    "plan",
    { x: [146, 154], y: [-4, 4] },
  ],
  [
    "an oval hole",
    { kind: "hole", at: 150, diameter: 8, method: "punch", shape: "oval", long: 14 },
    "plan",
    { x: [143, 157], y: [-4, 4] },
  ],
  [
    "a slot off its middle",
    { kind: "slot", at: 150, length: 40, width: 10, off: 3 },
    "plan",
    { x: [130, 170], y: [-2, 8] },
  ],
  [
    "a dimple",
    { kind: "dimple", at: 150, diameter: 10, depth: 3 },
    "plan",
    { x: [145, 155], y: [-5, 5] },
  ],
  [
    "a dimple from its side",
    { kind: "dimple", at: 150, diameter: 10, depth: 3 },
    "side",
    { x: [145, 155], y: [1, 4] },
  ],
  [
    "a boss",
    { kind: "boss", at: 150, diameter: 16, height: 5 },
    "plan",
    { x: [142, 158], y: [-8, 8] },
  ],
  [
    "a boss from its side",
    { kind: "boss", at: 150, diameter: 16, height: 5 },
    "side",
    { x: [142, 158], y: [4, 9] },
  ],
  [
    "lugs",
    { kind: "lugs", at: 150, length: 20, reach: 12, thickness: 4 },
    "plan",
    { x: [140, 160], y: [-27, 27] },
  ],
  [
    "one lug",
    { kind: "lugs", at: 150, length: 20, reach: 12, thickness: 4, edges: "one" },
    "plan",
    { x: [140, 160], y: [15, 27] },
  ],
  [
    "lugs folded up",
    { kind: "lugs", at: 150, length: 20, reach: 12, thickness: 4, folded: "up" },
    "side",
    { x: [140, 160], y: [4, 16] },
  ],
  [
    "a tab",
    { kind: "tab", at: 150, length: 20, width: 8, height: 12 },
    "plan",
    { x: [150, 170], y: [-4, 4] },
  ],
  [
    "a tab from its side",
    { kind: "tab", at: 150, length: 20, width: 8, height: 12 },
    "side",
    { x: [150, 166], y: [4, 16] },
  ],
  [
    "a groove",
    { kind: "groove", at: 150, width: 10, depth: 2 },
    "plan",
    { x: [145, 155], y: [-15, 15] },
  ],
  [
    "a groove from its side",
    { kind: "groove", at: 150, width: 10, depth: 2 },
    "side",
    { x: [145, 155], y: [-4, 4] },
  ],
  [
    "a cut part through",
    { kind: "part-cut", at: 150, share: 0.75 },
    "side",
    { x: [150, 150], y: [-2, 4] },
  ],
  [
    "a doubled end from its side",
    { kind: "doubled", from: 0, to: 300 },
    "side",
    { x: [0, 300], y: [0, 0] },
  ],
  [
    "chamfers",
    { kind: "chamfer", from: 100, to: 200, width: 2 * Math.SQRT2, edges: "two" },
    "plan",
    { x: [100, 200], y: [-13, 13] },
  ],
])("%s", (_, feature, elevation, { x, y }) => {
  const { dxf, svg } = filesWith(feature, elevation);
  const close = ([from, to]: [number, number]): unknown[] => [
    expect.closeTo(from, 2),
    expect.closeTo(to, 2),
  ];
  const expected = { x: close(x), y: close(y) };
  expect(dxfBox(dxf)).toEqual(expected);
  expect(svgBox(svg)).toEqual(expected);
});
