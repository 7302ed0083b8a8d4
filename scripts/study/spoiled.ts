import { measuredUncertainty, measuredValue } from "@/core/measure/ways";
import { plainArea } from "@/core/photo/mat";
import { planPiece } from "@/core/piece/plan";
import type { Piece } from "@/core/piece/piece";
import { Refusal } from "@/core/problem/problem";
import { photograph, type Scene } from "@/core/simulate/camera/photograph";
import { randomScene } from "@/core/simulate/camera/scene";
import { solidOf } from "@/core/simulate/camera/solid";
import { variedPiece } from "@/core/simulate/camera/varied";
import { seededRandom, type Random } from "@/core/stats/random";
import type { Vision } from "@/vision/library";
import { measurePicture } from "@/vision/measure";
import { jpegOf, readPicture } from "@/vision/node";
import { picturedPieces, trueValues } from "./photo";
import { inShares } from "./shares";

/** A picture with something wrong with it, and the piece that is asked for. */
interface Spoiled {
  scene: Scene;
  asked: Piece;
}

type Spoil = (scene: Scene, made: Piece, random: Random, other: Piece) => Spoiled;

/** Hands and gloves, from light to dark. */
const HANDS = [
  [0.72, 0.55, 0.46],
  [0.45, 0.3, 0.22],
  [0.2, 0.12, 0.09],
  [0.5, 0.36, 0.18],
] as const;

const SPOILS: Record<string, Spoil> = {
  "mat cut off": (scene, asked, random) => {
    const { lookAt } = scene.setup;
    const by = (60 + 80 * random.next()) * (random.next() < 0.5 ? 1 : -1);
    return {
      asked,
      scene: { ...scene, setup: { ...scene.setup, lookAt: { ...lookAt, x: lookAt.x + by } } },
    };
  },
  "two pieces": (scene, asked, random, other) => {
    const { minX, maxX, minY, maxY } = plainArea(scene.mat);
    const x = minX + (maxX - minX) * (0.2 + 0.6 * random.next());
    const y = minY + (maxY - minY) * random.next();
    const beside = solidOf(other, { x, y, turnDeg: 360 * random.next(), isFlipped: false });
    return { asked, scene: { ...scene, solids: [...scene.solids, beside] } };
  },
  "another piece": (scene, _, __, other) => ({ scene, asked: other }),
  "a hand in the way": (scene, asked, random) => {
    const [solid] = scene.solids;
    const point = 3 * Math.floor((random.next() * solid!.points.length) / 3);
    const [x, y] = [solid!.points[point]!, solid!.points[point + 1]!];
    return {
      asked,
      scene: {
        ...scene,
        covers: [{ x, y, radiusMm: 15 + 35 * random.next(), colour: random.pick(HANDS) }],
      },
    };
  },
  "mirror glare": (scene, asked, random) => {
    const { appearance } = scene;
    return {
      asked,
      scene: {
        ...scene,
        appearance: { ...appearance, steel: 0.3 + 0.4 * random.next(), shine: 1 },
      },
    };
  },
  "no piece": (scene, asked) => ({ asked, scene: { ...scene, solids: [] } }),
  "held aslant": (scene, asked, random) => ({
    ...{ asked, scene: { ...scene, setup: { ...scene.setup, tiltDeg: 30 + 25 * random.next() } } },
  }),
  blurred: (scene, asked, random) => ({
    ...{
      asked,
      scene: { ...scene, appearance: { ...scene.appearance, blurPx: 3 + 5 * random.next() } },
    },
  }),
};

const KINDS = Object.keys(SPOILS);
const PIECES = picturedPieces().map(({ piece }) => piece);
const SIZES = [
  { widthPx: 2000, heightPx: 1500 },
  { widthPx: 4000, heightPx: 3000 },
] as const;
/** A value further off than so many times what it is sure to is one of another place. */
const WRONG_TIMES = 2.5;

/** A spoiled picture as a file, what was made, and what is asked for. */
export interface SpoiledPicture {
  kind: string;
  file: Buffer;
  drawn: Piece;
  made: Piece;
  asked: Piece;
}

/** Takes a spoiled picture, the same for a number every time; null where no mat has room for its piece. */
export async function spoiledPicture(at: number): Promise<SpoiledPicture | null> {
  const random = seededRandom(5000 + at);
  const kind = KINDS[at % KINDS.length]!;
  const drawn = random.pick(PIECES);
  const made = variedPiece(drawn, random);
  const size = random.pick(SIZES);
  const good = randomScene(made, "a4", size, random) ?? randomScene(made, "a3", size, random);
  if (!good) return null;
  const other = random.pick(PIECES.filter((one) => one !== drawn));
  const { scene, asked } = SPOILS[kind]!(good, drawn, random, other);
  return { kind, drawn, made, asked, file: await jpegOf(photograph(scene, random)) };
}

/** What was read of a spoiled picture: null where it was refused, else the ids of lines read wrong. */
export async function wronglyRead(
  cv: Vision,
  { file, drawn, made, asked }: SpoiledPicture,
): Promise<string[] | null> {
  try {
    const lines = planPiece(asked).characteristics;
    const { readings } = measurePicture(cv, await readPicture(file), { bar: asked, lines });
    const truth = asked === drawn ? trueValues(made, drawn) : new Map<string, number | null>();
    return readings.flatMap(({ id, values, uncertainty }) => {
      const value = truth.get(id);
      if (value === null) return [];
      if (value === undefined) return id;
      const { readings: way } = lines.find((line) => line.id === id)!;
      const off = Math.abs(measuredValue(way, values) - value);
      return off > WRONG_TIMES * measuredUncertainty(way, uncertainty) ? id : [];
    });
  } catch (fault) {
    if (fault instanceof Refusal) return null;
    throw fault;
  }
}

/** What a spoiled picture came to. */
export interface SpoiledFound {
  kind: string;
  /** Of what it was, with its number. */
  of: string;
  /** Lines read wrong; null where the picture was refused. */
  wrong: string[] | null;
}

/** What is read of the spoiled picture of a number; null where no mat has room for its piece. */
export async function studySpoiled(cv: Vision, at: number): Promise<SpoiledFound | null> {
  const picture = await spoiledPicture(at);
  if (!picture) return null;
  const { kind, made, asked } = picture;
  const wrong = await wronglyRead(cv, picture);
  return { kind, wrong, of: `${made.name}, asked for ${asked.name} (${at})` };
}

/** `npm run study -- spoiled 200`: pictures with something wrong with them: refused, read right, or read wrong. */
export async function printSpoiled(count = "80"): Promise<void> {
  const all = await inShares<SpoiledFound>("spoiled", Number(count));
  for (const kind of KINDS) {
    const own = all.filter((one) => one.kind === kind);
    const wrong = own.filter((one) => one.wrong !== null && one.wrong.length > 0);
    const refused = own.filter((one) => one.wrong === null).length;
    console.log(
      `${kind.padEnd(18)} ${refused} refused, ${own.length - refused - wrong.length} read right, ${wrong.length} wrong`,
    );
    for (const { of, wrong: ids } of wrong) console.log(`  ${of}: ${ids!.join(", ")}`);
  }
}
