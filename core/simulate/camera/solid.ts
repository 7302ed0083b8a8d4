import type { Piece } from "../../piece/piece";
import type { Section } from "../../section/section";

/**
 * The made-up steel that the simulated camera looks at. It shares nothing with what measures
 * pictures, nor with the drawings: it bends the bar by its curvature, step by step.
 */
export interface Solid {
  /** Corners of triangles, mm over the mat: x, y, z. */
  points: Float32Array;
  /** The bar's own coordinates of each corner, mm: along from end A, across it in the picture's plane. */
  own: Float32Array;
  /** Three corners each. */
  triangles: Uint32Array;
  /** Openings seen from above, in the bar's own coordinates. */
  openings: Opening[];
}

export interface Opening {
  atMm: number;
  alongMm: number;
  acrossMm: number;
  shape: "round" | "square";
}

/** How a piece lies: which of its planes is level, where, and whether it is turned over. */
export interface Placement {
  x: number;
  y: number;
  turnDeg: number;
  isFlipped: boolean;
}

export type LevelPlane = "side" | "plan";

/** A piece lies on the side in which its curves are; one without on its wide face, or so that its holes show. */
export function levelPlane({ features = [] }: Pick<Piece, "features">): LevelPlane {
  const curves = features.filter(({ kind }) => ["bend", "ring", "scroll", "fold"].includes(kind));
  const isSide = curves.some((one) => !("plane" in one && one.plane === "plan"));
  return isSide ? "side" : "plan";
}

interface Bend {
  from: number;
  to: number;
  /** Turn over the whole length up to a share of it, rad. */
  turnedTo: (share: number) => number;
}

/** Steps along the bar, mm. */
const STEP_MM = 0.6;

/** Builds a piece's steel, lying on a mat. */
export function solidOf(piece: Piece, placement: Placement): Solid {
  const { stretches, features = [] } = piece;
  const plane = levelPlane(piece);
  const lengthMm = stretches.reduce((sum, { length }) => sum + length, 0);
  const sizeAt = sizesAlong(piece);
  const bends = features.flatMap((feature) => bendOf(feature, plane, sizeAt, lengthMm));
  const twists = features.flatMap((one) =>
    one.kind === "twist"
      ? [
          {
            from: one.from,
            to: one.to,
            rad: one.turns * 2 * Math.PI * (one.hand === "left" ? -1 : 1),
          },
        ]
      : [],
  );
  const stops = new Set<number>([0, lengthMm]);
  let boundaryMm = 0;
  for (const { length } of stretches) {
    boundaryMm += length;
    for (const mm of [boundaryMm - 1e-4, boundaryMm + 1e-4])
      if (mm > 0 && mm < lengthMm) stops.add(mm);
  }
  for (let mm = STEP_MM; mm < lengthMm; mm += STEP_MM) stops.add(mm);
  const places = [...stops].sort((a, b) => a - b);
  const headingAt = (s: number): number =>
    bends.reduce(
      (sum, { from, to, turnedTo }) =>
        sum + (s <= from ? 0 : turnedTo(Math.min(1, (s - from) / (to - from)))),
      0,
    );
  const vertical = places.map((s) => sizeAt(s)[plane === "side" ? 1 : 0]);
  const twisted = twists.flatMap(({ from, to }) =>
    places.filter((s) => s > from && s < to).map((s) => Math.hypot(...sizeAt(s))),
  );
  const restMm = Math.max(...vertical, ...twisted) / 2;
  let [x, y] = [0, 0];
  let last = 0;
  const line = places.map((s) => {
    const steps = Math.max(1, Math.ceil((s - last) / 0.1));
    for (let step = 0; step < steps; step += 1) {
      const heading = headingAt(last + ((step + 0.5) * (s - last)) / steps);
      x += (Math.cos(heading) * (s - last)) / steps;
      y += (Math.sin(heading) * (s - last)) / steps;
    }
    last = s;
    return { s, x, y, heading: headingAt(s) };
  });
  return swept(line, { piece, plane, twists, restMm, placement, sizeAt });
}

function sizesAlong({ stretches, stock }: Piece): (s: number) => [number, number] {
  return (s) => {
    const [sizes] = sectionAlong(stretches, s);
    return sizes ?? fullSize(stock.section);
  };
}

const fullSize = (section: Section): [number, number] =>
  section.shape === "flat"
    ? [section.thickness, section.width]
    : section.shape === "half-round"
      ? [section.size / 2, section.size]
      : [section.size, section.size];

function sectionAlong(
  stretches: Piece["stretches"],
  s: number,
): [sizes: [number, number] | null, reach: Reach] {
  let from = 0;
  for (const [index, stretch] of stretches.entries()) {
    const to = from + stretch.length;
    if (s <= to || index === stretches.length - 1) {
      if (stretch.kind === "prism") return [fullSize(stretch.section), formOf(stretch.section)];
      if (stretch.kind === "free") {
        const side = Math.sqrt(stretch.volume / stretch.length);
        return [[side, side], REACHES.square];
      }
      const share = Math.min(1, Math.max(0, (s - from) / stretch.length));
      const a = stretch.from === "point" ? [0.05, 0.05] : fullSize(stretch.from);
      const b = stretch.to === "point" ? [0.05, 0.05] : fullSize(stretch.to);
      const ends = [stretch.from, stretch.to].map((end) => (end === "point" ? null : formOf(end)));
      const first = ends[0] ?? ends[1] ?? REACHES.square;
      const last = ends[1] ?? first;
      return [
        [a[0]! + (b[0]! - a[0]!) * share, a[1]! + (b[1]! - a[1]!) * share],
        (angle) => first(angle) * (1 - share) + last(angle) * share,
      ];
    }
    from = to;
  }
  return [null, REACHES.square];
}

/** How far a section reaches from its middle at an angle, in halves of its size. */
type Reach = (angle: number) => number;

/** A polygon's, its flats at every so many radians from the side. */
const polygon =
  (every: number): Reach =>
  (angle) => {
    const off = angle - every * Math.round(angle / every);
    return 1 / Math.cos(off);
  };

const REACHES = {
  square: polygon(Math.PI / 2),
  octagon: polygon(Math.PI / 4),
  hexagon: polygon(Math.PI / 3),
  round: () => 1,
} as const satisfies Record<string, Reach>;

function formOf({ shape }: Section): Reach {
  if (shape === "octagon" || shape === "hexagon") return REACHES[shape];
  return shape === "round" || shape === "tube" ? REACHES.round : REACHES.square;
}

function bendOf(
  feature: NonNullable<Piece["features"]>[number],
  plane: LevelPlane,
  sizeAt: (s: number) => [number, number],
  lengthMm: number,
): Bend[] {
  if (feature.kind === "bend") {
    if ((feature.plane ?? "side") !== plane) return [];
    const rad = (feature.angle * Math.PI) / 180;
    const thick = sizeAt(feature.at)[plane === "side" ? 0 : 1];
    const half = ((feature.insideRadius + thick / 2) * Math.abs(rad)) / 2;
    return [{ from: feature.at - half, to: feature.at + half, turnedTo: (share) => rad * share }];
  }
  if (plane !== "side") return [];
  if (feature.kind === "ring") {
    const mean = feature.insideDiameter + sizeAt((feature.from + feature.to) / 2)[0];
    const rad = (2 * (feature.to - feature.from)) / mean;
    const sign = feature.side === "down" ? -1 : 1;
    return [{ from: feature.from, to: feature.to, turnedTo: (share) => sign * rad * share }];
  }
  if (feature.kind === "scroll") return [scrollBend(feature, sizeAt, lengthMm)];
  return [];
}

/** An Archimedean scroll's turn along its length, from its own points; the others aren't photographed. */
function scrollBend(
  scroll: Extract<NonNullable<Piece["features"]>[number], { kind: "scroll" }>,
  sizeAt: (s: number) => [number, number],
  lengthMm: number,
): Bend {
  const { from, to } = scroll;
  const spanMm = to - from;
  const inner = scroll.innerRadius ?? sizeAt((from + to) / 2)[0];
  const arcLength = (outer: number, turns: number): number => {
    const steps = 400;
    const total = turns * 2 * Math.PI;
    let sum = 0;
    for (let step = 0; step < steps; step += 1) {
      const rho = inner + ((outer - inner) * (step + 0.5)) / steps;
      sum += (Math.hypot(rho, (outer - inner) / total) * total) / steps;
    }
    return sum;
  };
  let [outer, turns] = [scroll.outerRadius ?? 0, scroll.turns ?? 1.5];
  if (scroll.outerRadius === undefined)
    outer = bisected((one) => arcLength(one, turns), spanMm, inner, Math.max(inner * 2, spanMm));
  else if (scroll.turns === undefined)
    turns = bisected((one) => arcLength(outer, one), spanMm, 1e-3, 20);
  const total = turns * 2 * Math.PI;
  const slope = (outer - inner) / total;
  // Length and heading along the curve from the eye, by small steps of its angle.
  const table: [number, number][] = [];
  let length = 0;
  const headingOf = (angle: number) => angle + Math.atan2(inner + slope * angle, slope);
  for (let step = 0; step <= 2000; step += 1) {
    const angle = (total * step) / 2000;
    table.push([length, headingOf(angle) - headingOf(0)]);
    length += Math.hypot(inner + slope * (angle + total / 4000), slope) * (total / 2000);
  }
  const turned = (share: number): number => {
    const at = share * table.at(-1)![0];
    const next = table.findIndex(([mm]) => mm >= at);
    if (next <= 0) return next < 0 ? table.at(-1)![1] : 0;
    const [[a, p], [b, q]] = [table[next - 1]!, table[next]!];
    return p + ((q - p) * (at - a)) / (b - a || 1);
  };
  const sign = scroll.side === "down" ? -1 : 1;
  const whole = turned(1);
  const eyeFirst = from <= lengthMm - to;
  return {
    from,
    to,
    turnedTo: (share) => sign * (eyeFirst ? turned(share) : whole - turned(1 - share)),
  };
}

function bisected(of: (x: number) => number, value: number, low: number, high: number): number {
  let [a, b] = [low, high];
  for (let round = 0; round < 80; round += 1) {
    const middle = (a + b) / 2;
    if (of(middle) < value) a = middle;
    else b = middle;
  }
  return (a + b) / 2;
}

interface Sweep {
  piece: Piece;
  plane: LevelPlane;
  twists: { from: number; to: number; rad: number }[];
  restMm: number;
  placement: Placement;
  sizeAt: (s: number) => [number, number];
}

const ROUND_CORNERS = 40;

function swept(
  line: { s: number; x: number; y: number; heading: number }[],
  { piece, plane, twists, restMm, placement, sizeAt }: Sweep,
): Solid {
  const turnedBy = (s: number): number =>
    twists.reduce(
      (sum, { from, to, rad }) => sum + rad * Math.min(1, Math.max(0, (s - from) / (to - from))),
      0,
    );
  const middle = {
    x: line.reduce((sum, { x }) => sum + x, 0) / line.length,
    y: line.reduce((sum, { y }) => sum + y, 0) / line.length,
  };
  const [cos, sin] = [
    Math.cos((placement.turnDeg * Math.PI) / 180),
    Math.sin((placement.turnDeg * Math.PI) / 180),
  ];
  const mirror = placement.isFlipped ? -1 : 1;
  const points: number[] = [];
  const own: number[] = [];
  const put = (x: number, y: number, z: number, [along, across]: [number, number]): number => {
    const [dx, dy] = [x - middle.x, (y - middle.y) * mirror];
    points.push(placement.x + dx * cos - dy * sin, placement.y + dx * sin + dy * cos, z);
    own.push(along, across);
    return points.length / 3 - 1;
  };
  const place = (at: (typeof line)[number], across: number, up: number): number =>
    put(at.x - Math.sin(at.heading) * across, at.y + Math.cos(at.heading) * across, restMm + up, [
      at.s,
      across,
    ]);
  const triangles: number[] = [];
  const rings = line.map((at) => {
    const [thick, wide] = sizeAt(at.s);
    const [, reach] = sectionAlong(piece.stretches, at.s);
    const [across, up] = plane === "side" ? [thick, wide] : [wide, thick];
    const angle = turnedBy(at.s);
    return corners(reach).map(([a, b]) => {
      const [p, q] = [(a * across) / 2, (b * up) / 2];
      return place(
        at,
        p * Math.cos(angle) - q * Math.sin(angle),
        p * Math.sin(angle) + q * Math.cos(angle),
      );
    });
  });
  for (let at = 1; at < rings.length; at += 1) {
    const [a, b] = [rings[at - 1]!, rings[at]!];
    for (let corner = 0; corner < a.length; corner += 1) {
      const next = (corner + 1) % a.length;
      triangles.push(a[corner]!, b[corner]!, b[next]!, a[corner]!, b[next]!, a[next]!);
    }
  }
  for (const ring of [rings[0]!, rings.at(-1)!])
    for (let corner = 1; corner + 1 < ring.length; corner += 1)
      triangles.push(ring[0]!, ring[corner]!, ring[corner + 1]!);
  const openings = openingsOf(piece, plane);
  for (const opening of openings) wallsOf(opening);
  return {
    points: Float32Array.from(points),
    own: Float32Array.from(own),
    triangles: Uint32Array.from(triangles),
    openings,
  };

  function wallsOf(opening: Opening): void {
    const [thick, wide] = sizeAt(opening.atMm);
    const half = (plane === "side" ? wide : thick) / 2;
    const count = 48;
    const rim = Array.from({ length: count }, (_, index) => {
      const [a, b] = rimAt((index / count) * 2 * Math.PI, opening);
      const s = opening.atMm + a;
      const next = line.findIndex((one) => one.s >= s);
      const [p, q] = [line[Math.max(0, next - 1)]!, line[next] ?? line.at(-1)!];
      const share = q.s > p.s ? (s - p.s) / (q.s - p.s) : 0;
      const at = {
        s: -1000,
        x: p.x + (q.x - p.x) * share,
        y: p.y + (q.y - p.y) * share,
        heading: p.heading,
      };
      return [place(at, b, -half), place(at, b, half)] as const;
    });
    rim.forEach(([low, high], index) => {
      const [lowNext, highNext] = rim[(index + 1) % count]!;
      triangles.push(low, lowNext, highNext, low, highNext, high);
    });
  }
}

/** The rim of an opening at an angle round it. */
function rimAt(angle: number, { alongMm, acrossMm, shape }: Opening): [number, number] {
  const [a, b] = [Math.cos(angle), Math.sin(angle)];
  if (shape === "round") return [(a * alongMm) / 2, (b * acrossMm) / 2];
  const out = 1 / Math.max(Math.abs(a), Math.abs(b));
  return [(a * out * alongMm) / 2, (b * out * acrossMm) / 2];
}

/** Whether a place of the bar is within an opening. */
export const isOpen = (
  { atMm, alongMm, acrossMm, shape }: Opening,
  along: number,
  across: number,
): boolean => {
  const [a, b] = [(2 * (along - atMm)) / alongMm, (2 * across) / acrossMm];
  return shape === "round" ? a * a + b * b < 1 : Math.max(Math.abs(a), Math.abs(b)) < 1;
};

function openingsOf({ features = [] }: Piece, plane: LevelPlane): Opening[] {
  if (plane === "side") return [];
  return features.flatMap((one): Opening[] => {
    if (one.kind !== "hole") return [];
    const along = one.shape === "oval" ? (one.long ?? one.diameter) : one.diameter;
    return [
      {
        atMm: one.at,
        alongMm: along,
        acrossMm: one.diameter,
        shape: one.shape === "square" ? "square" : "round",
      },
    ];
  });
}

/** A section's corners round it, in halves of its size; all sections have as many, so that one goes over into another. */
function corners(reach: Reach): [number, number][] {
  return Array.from({ length: ROUND_CORNERS }, (_, index) => {
    const angle = (index / ROUND_CORNERS) * 2 * Math.PI + Math.PI / 4;
    return [Math.cos(angle) * reach(angle), Math.sin(angle) * reach(angle)];
  });
}
