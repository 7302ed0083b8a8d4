import { isLightCell, FRAMED_CELLS } from "../../photo/markCodes";
import {
  MARK_MM,
  MATS,
  matMarks,
  RULER_MM,
  rulerStart,
  type MatArea,
  type MatSize,
} from "../../photo/mat";
import type { Random } from "../../stats/random";
import { isOpen, type Solid } from "./solid";

/** Where the simulated camera stands, and how it sees. */
export interface CameraSetup {
  widthPx: number;
  heightPx: number;
  /** Focal length in the picture's longer sides. */
  focal: number;
  /** Distance from what it looks at, mm. */
  distanceMm: number;
  lookAt: { x: number; y: number };
  /** Off the upright, degrees, and towards which side of the mat. */
  tiltDeg: number;
  towardsDeg: number;
  /** Turned about its own line of sight, degrees. */
  rollDeg: number;
  /** Radial distortion, of the square of the distance in focal lengths. */
  bend: number;
}

export interface Light {
  /** Where it comes from, and how high it stands, degrees. */
  fromDeg: number;
  heightDeg: number;
  /** What the shadow keeps of the light. */
  fill: number;
  /** How blurred a shadow's edge is, mm. */
  softMm: number;
  /** How much darker the far side of the mat is. */
  uneven: number;
}

export interface Appearance {
  light: Light;
  /** Standard deviation of the lens's blur, px. */
  blurPx: number;
  /** Noise of the sensor, of full scale. */
  noise: number;
  /** How light the steel is, and how it shines. */
  steel: number;
  shine: number;
}

/** Something else in the picture: a disc or a bar over the mat, as a hand or a rag is. */
export interface Cover {
  x: number;
  y: number;
  radiusMm: number;
  colour: readonly [number, number, number];
}

export interface Scene {
  mat: MatSize;
  solids: readonly Solid[];
  covers?: readonly Cover[];
  setup: CameraSetup;
  appearance: Appearance;
}

/** The mat is drawn so fine, px/mm. */
const MAT_PX = 12;
const WOOD: readonly [number, number, number] = [0.22, 0.15, 0.09];
const PAPER = 0.8;
const INK = 0.03;
/** A picture is taken in as many parts a side of each pixel, where the steel is. */
const PARTS = 2;

/** A picture, four bytes a pixel. */
export interface TakenPicture {
  width: number;
  height: number;
  data: Uint8ClampedArray;
}

/** Takes a picture of pieces on a mat. */
export function photograph(
  { mat, solids, covers = [], setup, appearance }: Scene,
  random: Random,
): TakenPicture {
  const { widthPx: width, heightPx: height } = setup;
  const lens = lensOf(setup);
  const paper = paperOf(mat);
  const shadow = shadowOf(mat, solids, appearance.light);
  const light = new Float32Array(width * height * 3);
  takeGround();
  for (const solid of solids) takeSolid(light, solid, lens, { width, height, appearance });
  if (covers.length > 0) takeCovers();
  blur(light, { width, height, channels: 3 }, appearance.blurPx);
  return { width, height, data: developed(light, appearance.noise, random) };

  function takeGround(): void {
    const { widthMm, heightMm } = MATS[mat];
    const rowAt = lens.groundRow;
    const xs = new Float64Array(width);
    const ys = new Float64Array(width);
    for (let v = 0; v < height; v += 1) {
      rowAt(v, xs, ys);
      for (let u = 0; u < width; u += 1) {
        const x = xs[u]!;
        const y = ys[u]!;
        const at = (v * width + u) * 3;
        const lit =
          shadow(x, y) * (1 - appearance.light.uneven * ((x / widthMm + y / heightMm) / 2));
        if (x >= 0 && x <= widthMm && y >= 0 && y <= heightMm) {
          const shade = paper(x, y) * lit;
          light[at] = shade;
          light[at + 1] = shade * 0.985;
          light[at + 2] = shade * 0.94;
        } else {
          const grain = 1 + 0.25 * Math.sin(y * 0.7 + 3 * Math.sin(x * 0.01));
          for (let c = 0; c < 3; c += 1) light[at + c] = WOOD[c]! * grain * lit;
        }
      }
    }
  }

  /** What lies over all else, flat and evenly lit. */
  function takeCovers(): void {
    const xs = new Float64Array(width);
    const ys = new Float64Array(width);
    for (let v = 0; v < height; v += 1) {
      lens.groundRow(v, xs, ys);
      for (let u = 0; u < width; u += 1) {
        const cover = covers.find(
          ({ x, y, radiusMm }) => Math.hypot(xs[u]! - x, ys[u]! - y) < radiusMm,
        );
        if (cover) light.set(cover.colour, (v * width + u) * 3);
      }
    }
  }
}

/** Whether all of a mat is in the picture, with a little room. */
export function seesAll(setup: CameraSetup, widthMm: number, heightMm: number): boolean {
  const { see } = lensOf(setup);
  const [roomU, roomV] = [setup.widthPx * 0.015, setup.heightPx * 0.015];
  return [
    [0, 0],
    [widthMm, 0],
    [0, heightMm],
    [widthMm, heightMm],
  ].every(([x, y]) => {
    const [u, v] = see(x!, y!, 0);
    return u > roomU && v > roomV && u < setup.widthPx - roomU && v < setup.heightPx - roomV;
  });
}

/** Whether all of a solid appears over an area of the mat, with this much free round it, mm: its height hides some. */
export function seesOver(
  setup: CameraSetup,
  { points }: Solid,
  { area, roomMm }: { area: MatArea; roomMm: number },
): boolean {
  const { eye } = lensOf(setup);
  for (let at = 0; at < points.length; at += 3) {
    const far = eye[2] / (eye[2] - points[at + 2]!);
    const x = eye[0] + (points[at]! - eye[0]) * far;
    const y = eye[1] + (points[at + 1]! - eye[1]) * far;
    const free = Math.min(x - area.minX, area.maxX - x, y - area.minY, area.maxY - y);
    if (free < roomMm) return false;
  }
  return true;
}

interface Lens {
  /** Where the camera is, mm. */
  eye: readonly [x: number, y: number, z: number];
  /** Where places over the mat appear, and how far off they are. */
  see: (x: number, y: number, z: number) => [u: number, v: number, depth: number];
  /** Places of the ground that a row of pixels sees. */
  groundRow: (v: number, xs: Float64Array, ys: Float64Array) => void;
}

function lensOf(setup: CameraSetup): Lens {
  const { widthPx, heightPx, focal, distanceMm, lookAt, tiltDeg, towardsDeg, rollDeg, bend } =
    setup;
  const rad = Math.PI / 180;
  const [tilt, towards, roll] = [tiltDeg * rad, towardsDeg * rad, rollDeg * rad];
  // The line of sight, and the picture's right and down in the world.
  const back = [
    Math.sin(tilt) * Math.cos(towards),
    Math.sin(tilt) * Math.sin(towards),
    Math.cos(tilt),
  ] as const;
  const eye = [
    lookAt.x + back[0] * distanceMm,
    lookAt.y + back[1] * distanceMm,
    back[2] * distanceMm,
  ] as const;
  const rightOf = [Math.cos(roll), Math.sin(roll), 0];
  const along = rightOf[0]! * back[0] + rightOf[1]! * back[1];
  const raw = rightOf.map((value, index) => value - along * back[index]!);
  const size = Math.hypot(...raw);
  const right = raw.map((value) => value / size) as [number, number, number];
  const down = [
    -(back[1] * right[2] - back[2] * right[1]),
    -(back[2] * right[0] - back[0] * right[2]),
    -(back[0] * right[1] - back[1] * right[0]),
  ] as const;
  const focalPx = focal * Math.max(widthPx, heightPx);
  const [cu, cv] = [(widthPx - 1) / 2, (heightPx - 1) / 2];
  return {
    eye,
    see(x, y, z) {
      const [dx, dy, dz] = [x - eye[0], y - eye[1], z - eye[2]];
      const depth = -(dx * back[0] + dy * back[1] + dz * back[2]);
      const a = (dx * right[0] + dy * right[1] + dz * right[2]) / depth;
      const b = (dx * down[0] + dy * down[1] + dz * down[2]) / depth;
      const spread = 1 + bend * (a * a + b * b);
      return [cu + focalPx * a * spread, cv + focalPx * b * spread, depth];
    },
    groundRow(v, xs, ys) {
      const bentB = (v - cv) / focalPx;
      for (let u = 0; u < xs.length; u += 1) {
        const bentA = (u - cu) / focalPx;
        const bent = Math.sqrt(bentA * bentA + bentB * bentB);
        let r = bent;
        for (let round = 0; round < 4; round += 1)
          r -= (r + bend * r * r * r - bent) / (1 + 3 * bend * r * r);
        const share = bent > 0 ? r / bent : 1;
        const a = bentA * share;
        const b = bentB * share;
        const dz = a * right[2] + b * down[2] - back[2];
        const far = -eye[2] / dz;
        xs[u] = eye[0] + (a * right[0] + b * down[0] - back[0]) * far;
        ys[u] = eye[1] + (a * right[1] + b * down[1] - back[1]) * far;
      }
    },
  };
}

/** How light the mat's paper is at a place: its marks and ruler, drawn once and read between. */
function paperOf(mat: MatSize): (x: number, y: number) => number {
  const { widthMm, heightMm } = MATS[mat];
  const [columns, rows] = [Math.ceil(widthMm * MAT_PX) + 2, Math.ceil(heightMm * MAT_PX) + 2];
  const drawn = new Float32Array(columns * rows).fill(PAPER);
  // A cell that is covered in part is dark in part, so that edges lie where they should.
  const fill = (x0: number, y0: number, x1: number, y1: number) => {
    const covered = (from: number, to: number, at: number) =>
      Math.max(0, Math.min(to * MAT_PX, at + 1) - Math.max(from * MAT_PX, at));
    for (let row = Math.floor(y0 * MAT_PX); row < y1 * MAT_PX; row += 1)
      for (let column = Math.floor(x0 * MAT_PX); column < x1 * MAT_PX; column += 1) {
        const share = covered(y0, y1, row) * covered(x0, x1, column);
        drawn[row * columns + column]! -= (PAPER - INK) * share;
      }
  };
  const cell = MARK_MM / FRAMED_CELLS;
  for (const { id, at } of matMarks(mat))
    for (let row = 0; row < FRAMED_CELLS; row += 1)
      for (let column = 0; column < FRAMED_CELLS; column += 1)
        if (!isLightCell(id, row, column)) {
          const x = at.x + column * cell;
          fill(x, at.y - (row + 1) * cell, x + cell, at.y - row * cell);
        }
  const ruler = rulerStart(mat);
  for (let mm = 0; mm <= RULER_MM; mm += 1)
    fill(ruler.x + mm, ruler.y, ruler.x + mm + 0.2, ruler.y + (mm % 10 === 0 ? 5 : 3));
  // Cells begin at the edge of their pixel: the middle of the first lies half a pixel in.
  return (x, y) => {
    const p = Math.max(0, x * MAT_PX - 0.5);
    const q = Math.max(0, y * MAT_PX - 0.5);
    const i = Math.floor(p);
    const j = Math.floor(q);
    const a = p - i;
    const b = q - j;
    const at = j * columns + i;
    return (
      (drawn[at]! * (1 - a) + drawn[at + 1]! * a) * (1 - b) +
      (drawn[at + columns]! * (1 - a) + drawn[at + columns + 1]! * a) * b
    );
  };
}

/** Shadows are kept so fine, px/mm. */
const SHADOW_PX = 2;
const SHADOW_ROOM_MM = 60;

/** What is left of the light at a place of the mat. */
function shadowOf(
  mat: MatSize,
  solids: readonly Solid[],
  light: Light,
): (x: number, y: number) => number {
  const { widthMm, heightMm } = MATS[mat];
  const columns = Math.ceil((widthMm + 2 * SHADOW_ROOM_MM) * SHADOW_PX);
  const rows = Math.ceil((heightMm + 2 * SHADOW_ROOM_MM) * SHADOW_PX);
  const dark = new Float32Array(columns * rows);
  const rad = Math.PI / 180;
  const away = 1 / Math.tan(light.heightDeg * rad);
  const [dx, dy] = [-Math.cos(light.fromDeg * rad) * away, -Math.sin(light.fromDeg * rad) * away];
  for (const { points, triangles } of solids)
    for (let at = 0; at < triangles.length; at += 3) {
      const corners = [0, 1, 2].map((n): [number, number] => {
        const p = triangles[at + n]! * 3;
        const z = points[p + 2]!;
        return [
          (points[p]! + dx * z + SHADOW_ROOM_MM) * SHADOW_PX,
          (points[p + 1]! + dy * z + SHADOW_ROOM_MM) * SHADOW_PX,
        ];
      });
      fillTriangle(corners, columns, rows, (index) => {
        dark[index] = 1;
      });
    }
  blur(dark, { width: columns, height: rows, channels: 1 }, light.softMm * SHADOW_PX);
  return (x, y) => {
    const p = Math.min(columns - 2, Math.max(0, (x + SHADOW_ROOM_MM) * SHADOW_PX));
    const q = Math.min(rows - 2, Math.max(0, (y + SHADOW_ROOM_MM) * SHADOW_PX));
    const i = Math.floor(p);
    const j = Math.floor(q);
    const a = p - i;
    const b = q - j;
    const at = j * columns + i;
    const shade =
      (dark[at]! * (1 - a) + dark[at + 1]! * a) * (1 - b) +
      (dark[at + columns]! * (1 - a) + dark[at + columns + 1]! * a) * b;
    return 1 - shade * (1 - light.fill);
  };
}

/** Calls back for each cell whose middle lies in a triangle, with its weights. */
function fillTriangle(
  corners: readonly (readonly number[])[],
  columns: number,
  rows: number,
  at: (index: number, a: number, b: number, c: number) => void,
): void {
  const [[ax, ay], [bx, by], [cx, cy]] = corners as [number[], number[], number[]] as [
    [number, number],
    [number, number],
    [number, number],
  ];
  const area = (bx - ax) * (cy - ay) - (by - ay) * (cx - ax);
  if (area === 0) return;
  const fromX = Math.max(0, Math.ceil(Math.min(ax, bx, cx)));
  const toX = Math.min(columns - 1, Math.floor(Math.max(ax, bx, cx)));
  const fromY = Math.max(0, Math.ceil(Math.min(ay, by, cy)));
  const toY = Math.min(rows - 1, Math.floor(Math.max(ay, by, cy)));
  for (let y = fromY; y <= toY; y += 1)
    for (let x = fromX; x <= toX; x += 1) {
      const a = ((bx - x) * (cy - y) - (by - y) * (cx - x)) / area;
      const b = ((cx - x) * (ay - y) - (cy - y) * (ax - x)) / area;
      const c = 1 - a - b;
      if (a >= 0 && b >= 0 && c >= 0) at(y * columns + x, a, b, c);
    }
}

/** Takes a piece's steel, in parts of a pixel, nearest first. */
function takeSolid(
  light: Float32Array,
  { points, own, triangles, openings }: Solid,
  lens: Lens,
  { width, height, appearance }: { width: number; height: number; appearance: Appearance },
): void {
  const count = points.length / 3;
  const seen = new Float64Array(count * 3);
  let [minU, maxU, minV, maxV] = [Infinity, -Infinity, Infinity, -Infinity];
  for (let at = 0; at < count; at += 1) {
    const [u, v, depth] = lens.see(points[at * 3]!, points[at * 3 + 1]!, points[at * 3 + 2]!);
    seen.set([u, v, depth], at * 3);
    [minU, maxU] = [Math.min(minU, u), Math.max(maxU, u)];
    [minV, maxV] = [Math.min(minV, v), Math.max(maxV, v)];
  }
  const fromU = Math.max(0, Math.floor(minU) - 1);
  const fromV = Math.max(0, Math.floor(minV) - 1);
  const columns = (Math.min(width - 1, Math.ceil(maxU) + 1) - fromU + 1) * PARTS;
  const rows = (Math.min(height - 1, Math.ceil(maxV) + 1) - fromV + 1) * PARTS;
  if (columns <= 0 || rows <= 0) return;
  const depths = new Float32Array(columns * rows).fill(Infinity);
  const shades = new Float32Array(columns * rows);
  const rad = Math.PI / 180;
  const { fromDeg, heightDeg } = appearance.light;
  const sun = [
    Math.cos(heightDeg * rad) * Math.cos(fromDeg * rad),
    Math.cos(heightDeg * rad) * Math.sin(fromDeg * rad),
    Math.sin(heightDeg * rad),
  ] as const;
  for (let at = 0; at < triangles.length; at += 3) {
    const ids = [triangles[at]!, triangles[at + 1]!, triangles[at + 2]!] as const;
    const normal = normalOf(points, ids);
    const lit = Math.max(0, Math.abs(normal[2]) * sun[2] + normal[0] * sun[0] + normal[1] * sun[1]);
    const glance = Math.max(0, Math.abs(normal[2])) ** 8;
    const shade = appearance.steel * (0.35 + 0.65 * lit) + appearance.shine * glance;
    const corners = ids.map((id) => [
      (seen[id * 3]! + 0.5 - fromU) * PARTS - 0.5,
      (seen[id * 3 + 1]! + 0.5 - fromV) * PARTS - 0.5,
    ]);
    const isWall = own[ids[0] * 2]! < -500;
    fillTriangle(corners, columns, rows, (index, a, b, c) => {
      const depth =
        a * seen[ids[0] * 3 + 2]! + b * seen[ids[1] * 3 + 2]! + c * seen[ids[2] * 3 + 2]!;
      if (depth >= depths[index]!) return;
      const along = a * own[ids[0] * 2]! + b * own[ids[1] * 2]! + c * own[ids[2] * 2]!;
      const across = a * own[ids[0] * 2 + 1]! + b * own[ids[1] * 2 + 1]! + c * own[ids[2] * 2 + 1]!;
      if (!isWall && openings.some((one) => isOpen(one, along, across))) return;
      depths[index] = depth;
      const scale =
        1 +
        0.22 *
          Math.sin(along * 1.9 + 2 * Math.sin(across * 1.3)) *
          Math.sin(across * 2.3 + along * 0.6);
      shades[index] = isWall ? appearance.steel * 0.4 : shade * scale;
    });
  }
  const parts = PARTS * PARTS;
  for (let row = 0; row < rows; row += PARTS)
    for (let column = 0; column < columns; column += PARTS) {
      let [covered, shade] = [0, 0];
      for (let j = 0; j < PARTS; j += 1)
        for (let i = 0; i < PARTS; i += 1) {
          const index = (row + j) * columns + column + i;
          if (depths[index] === Infinity) continue;
          covered += 1;
          shade += shades[index]!;
        }
      if (covered === 0) continue;
      const at = ((fromV + row / PARTS) * width + fromU + column / PARTS) * 3;
      const rest = 1 - covered / parts;
      light[at] = light[at]! * rest + shade / parts;
      light[at + 1] = light[at + 1]! * rest + (shade / parts) * 0.98;
      light[at + 2] = light[at + 2]! * rest + (shade / parts) * 0.97;
    }
}

function normalOf(
  points: Float32Array,
  [a, b, c]: readonly [number, number, number],
): readonly [number, number, number] {
  const side = (to: number) => [0, 1, 2].map((n) => points[to * 3 + n]! - points[a * 3 + n]!);
  const [p, q] = [side(b), side(c)];
  const cross = [
    p[1]! * q[2]! - p[2]! * q[1]!,
    p[2]! * q[0]! - p[0]! * q[2]!,
    p[0]! * q[1]! - p[1]! * q[0]!,
  ];
  const size = Math.hypot(...cross) || 1;
  return [cross[0]! / size, cross[1]! / size, cross[2]! / size];
}

/** Blurs a picture or a plane by a Gaussian kernel, first along rows and then along columns. */
function blur(
  plane: Float32Array,
  { width, height, channels }: { width: number; height: number; channels: number },
  sigma: number,
): void {
  if (sigma <= 0) return;
  const half = Math.max(1, Math.ceil(sigma * 3));
  const kernel = Float32Array.from({ length: 2 * half + 1 }, (_, index) =>
    Math.exp(-((index - half) ** 2) / (2 * sigma * sigma)),
  );
  const sum = kernel.reduce((total, one) => total + one, 0);
  // Both passes read a whole row at a time, as it lies in memory.
  const row = width * channels;
  const room = half * channels;
  const line = new Float32Array(row + 2 * room);
  const lineTo = new Float32Array(row);
  for (let at = 0; at < height; at += 1) {
    line.set(plane.subarray(at * row, (at + 1) * row), room);
    for (let n = 0; n < room; n += 1) {
      line[n] = line[room + (n % channels)]!;
      line[room + row + n] = line[room + row - channels + (n % channels)]!;
    }
    lineTo.fill(0);
    for (let k = 0; k < kernel.length; k += 1) {
      const weight = kernel[k]! / sum;
      const from = k * channels;
      for (let n = 0; n < row; n += 1) lineTo[n] = lineTo[n]! + weight * line[from + n]!;
    }
    plane.set(lineTo, at * row);
  }
  const rows = plane.slice();
  plane.fill(0);
  for (let at = 0; at < height; at += 1)
    for (let k = -half; k <= half; k += 1) {
      const weight = kernel[k + half]! / sum;
      const from = Math.min(height - 1, Math.max(0, at + k)) * row;
      const to = at * row;
      for (let n = 0; n < row; n += 1) plane[to + n] = plane[to + n]! + weight * rows[from + n]!;
    }
}

/** From light to bytes: noise, then the usual encoding of light (IEC 61966-2-1). */
function developed(light: Float32Array, noise: number, random: Random): Uint8ClampedArray {
  const data = new Uint8ClampedArray((light.length / 3) * 4);
  const table = Uint8Array.from({ length: 4097 }, (_, index) => {
    const one = index / 4096;
    return Math.round(255 * (one <= 0.0031308 ? 12.92 * one : 1.055 * one ** (1 / 2.4) - 0.055));
  });
  // One round of normal noise, used over and over: a picture has millions of pixels.
  const grains = Float32Array.from({ length: 65_521 }, () => {
    const [a, b] = [Math.max(1e-9, random.next()), random.next()];
    return noise * Math.sqrt(-2 * Math.log(a)) * Math.cos(2 * Math.PI * b);
  });
  for (let at = 0, to = 0; at < light.length; at += 3, to += 4) {
    for (let c = 0; c < 3; c += 1) {
      const one = light[at + c]! + grains[(at + c) % 65_521]!;
      data[to + c] = table[Math.min(4096, Math.max(0, Math.round(one * 4096)))]!;
    }
    data[to + 3] = 255;
  }
  return data;
}
