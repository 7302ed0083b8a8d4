import { MATS, plainArea, type MatSize } from "../../photo/mat";
import type { Piece } from "../../piece/piece";
import type { Random } from "../../stats/random";
import { seesAll, seesOver, type Scene, type CameraSetup } from "./photograph";
import { solidOf, type Placement, type Solid } from "./solid";

/** How large a picture the simulated camera takes, px. */
interface PictureSize {
  widthPx: number;
  heightPx: number;
  /** It is held no further off the upright than this, degrees: 25 unless said. */
  maxTiltDeg?: number;
}

const between = (random: Random, from: number, to: number): number =>
  from + (to - from) * random.next();

/** A piece laid on a mat somewhere within its plain middle; null where it doesn't fit. */
function laidSomewhere(piece: Piece, mat: MatSize, random: Random): Solid | null {
  const area = plainArea(mat);
  const isFlipped = random.next() < 0.3;
  for (let tries = 0; tries < 40; tries += 1) {
    const turnDeg = between(random, -16, 16) + (random.next() < 0.5 ? 180 : 0);
    const at = { turnDeg, isFlipped, x: 0, y: 0 };
    const rough = solidOf(piece, at);
    const [wide, high] = [spanOf(rough, 0), spanOf(rough, 1)];
    const roomX = area.maxX - area.minX - 2 * ROOM_MM - (wide.max - wide.min);
    const roomY = area.maxY - area.minY - 2 * ROOM_MM - (high.max - high.min);
    if (roomX < 0 || roomY < 0) continue;
    const placement: Placement = {
      ...at,
      x: area.minX + ROOM_MM + roomX * random.next() - wide.min,
      y: area.minY + ROOM_MM + roomY * random.next() - high.min,
    };
    return solidOf(piece, placement);
  }
  return null;
}

/** Free mat round a piece, mm. */
const ROOM_MM = 8;
/** Free mat round it as the camera sees it, mm: its height hides some. */
const SEEN_ROOM_MM = 2;
/** Somebody who takes a picture looks whether it will do, and lays the piece or holds the camera otherwise. */
const LOOKS = 12;

function spanOf({ points }: Solid, axis: 0 | 1): { min: number; max: number } {
  let [min, max] = [Infinity, -Infinity];
  for (let at = axis; at < points.length; at += 3) {
    min = Math.min(min, points[at]!);
    max = Math.max(max, points[at]!);
  }
  return { min, max };
}

/** A camera held over a mat somehow, so that all of it is in the picture. */
function heldSomehow(
  mat: MatSize,
  { maxTiltDeg = 25, ...size }: PictureSize,
  random: Random,
): CameraSetup {
  const { widthMm, heightMm } = MATS[mat];
  const setup: CameraSetup = {
    ...size,
    focal: between(random, 0.7, 1.1),
    distanceMm: 0,
    lookAt: {
      x: widthMm / 2 + between(random, -8, 8),
      y: heightMm / 2 + between(random, -8, 8),
    },
    tiltDeg: maxTiltDeg * Math.sqrt(random.next()),
    towardsDeg: between(random, 0, 360),
    rollDeg: between(random, -6, 6),
    bend: between(random, -0.08, 0.08),
  };
  let distanceMm = widthMm * setup.focal * 0.7;
  while (!seesAll({ ...setup, distanceMm }, widthMm, heightMm)) distanceMm *= 1.015;
  return { ...setup, distanceMm };
}

/** A piece laid so, and a camera held so, that all of it appears on the plain middle; null where none was found. */
function lookedAt(
  piece: Piece,
  mat: MatSize,
  size: PictureSize,
  random: Random,
): Pick<Scene, "solids" | "setup"> | null {
  const seen = { area: plainArea(mat), roomMm: SEEN_ROOM_MM };
  for (let looks = 0; looks < LOOKS; looks += 1) {
    const solid = laidSomewhere(piece, mat, random);
    if (!solid) return null;
    const setup = heldSomehow(mat, size, random);
    if (seesOver(setup, solid, seen)) return { solids: [solid], setup };
  }
  return null;
}

/** A piece on a mat, photographed somehow: light, shadows, steel, blur and noise as they come. */
export function randomScene(
  piece: Piece,
  mat: MatSize,
  size: PictureSize,
  random: Random,
): Scene | null {
  const looked = lookedAt(piece, mat, size, random);
  if (!looked) return null;
  return {
    mat,
    ...looked,
    appearance: {
      light: {
        fromDeg: between(random, 0, 360),
        heightDeg: between(random, 38, 78),
        fill: between(random, 0.4, 0.75),
        softMm: between(random, 1, 4),
        uneven: between(random, 0, 0.35),
      },
      blurPx: between(random, 0.6, 1.4),
      noise: between(random, 0.003, 0.014),
      steel: between(random, 0.06, 0.2),
      shine: between(random, 0, 0.06),
    },
  };
}
