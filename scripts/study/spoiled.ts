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
import { measurePicture } from "@/vision/measure";
import { jpegOf, loadVision, readPicture } from "@/vision/node";
import { picturedPieces } from "./photo";

/** A picture with something wrong with it, and the piece that is asked for. */
interface Spoiled {
  scene: Scene;
  asked: Piece;
}

type Spoil = (scene: Scene, made: Piece, random: Random, others: readonly Piece[]) => Spoiled;

const SKIN = [0.45, 0.3, 0.22] as const;

const SPOILS: Record<string, Spoil> = {
  "mat cut off": (scene, asked, random) => {
    const { lookAt } = scene.setup;
    const by = (60 + 80 * random.next()) * (random.next() < 0.5 ? 1 : -1);
    return {
      asked,
      scene: { ...scene, setup: { ...scene.setup, lookAt: { ...lookAt, x: lookAt.x + by } } },
    };
  },
  "two pieces": (scene, asked, random, others) => {
    const { minX, maxX, minY, maxY } = plainArea(scene.mat);
    const x = minX + (maxX - minX) * (0.2 + 0.6 * random.next());
    const y = minY + (maxY - minY) * random.next();
    const beside = solidOf(others[0]!, { x, y, turnDeg: 360 * random.next(), isFlipped: false });
    return { asked, scene: { ...scene, solids: [...scene.solids, beside] } };
  },
  "another piece": (scene, _, __, others) => ({ scene, asked: others[0]! }),
  "a hand in the way": (scene, asked, random) => {
    const [solid] = scene.solids;
    const point = 3 * Math.floor((random.next() * solid!.points.length) / 3);
    const [x, y] = [solid!.points[point]!, solid!.points[point + 1]!];
    return {
      asked,
      scene: { ...scene, covers: [{ x, y, radiusMm: 15 + 35 * random.next(), colour: SKIN }] },
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

const SIZE = { widthPx: 2000, heightPx: 1500 };
/** A value further off than so many times what it is sure to is one of another place. */
const WRONG_TIMES = 2.5;

/** `npm run study -- spoiled 200`: pictures with something wrong with them: refused, read right, or read wrong. */
export async function printSpoiled(count = "80"): Promise<void> {
  const cv = await loadVision();
  const pieces = picturedPieces().map(({ piece }) => piece);
  const kinds = Object.keys(SPOILS);
  const tally = new Map(
    kinds.map((kind) => [kind, { refused: 0, right: 0, wrong: [] as string[] }]),
  );
  for (let at = 0; at < Number(count); at += 1) {
    const random = seededRandom(5000 + at);
    const kind = kinds[at % kinds.length]!;
    const drawn = pieces[(at * 7) % pieces.length]!;
    const made = variedPiece(drawn, random);
    const good = randomScene(made, "a4", SIZE, random) ?? randomScene(made, "a3", SIZE, random);
    if (!good) continue;
    const others = pieces.filter((one) => one !== drawn).slice((at * 11) % (pieces.length - 1));
    const { scene, asked } = SPOILS[kind]!(good, drawn, random, others);
    const file = await jpegOf(photograph(scene, random));
    const counted = tally.get(kind)!;
    try {
      const lines = planPiece(asked).characteristics;
      const { readings } = measurePicture(cv, await readPicture(file), { bar: asked, lines });
      const truth = new Map(planPiece(made).characteristics.map((line) => [line.id, line]));
      const wrong = readings.filter(({ id, values, uncertainty }) => {
        const line = asked === drawn ? truth.get(id) : undefined;
        if (!line) return true;
        const off = Math.abs(measuredValue(line.readings, values) - line.nominal);
        return off > WRONG_TIMES * measuredUncertainty(line.readings, uncertainty);
      });
      if (wrong.length === 0) counted.right += 1;
      else counted.wrong.push(`${made.name} (${at}): ${wrong.map(({ id }) => id).join(", ")}`);
    } catch (fault) {
      if (!(fault instanceof Refusal)) throw fault;
      counted.refused += 1;
    }
  }
  for (const [kind, { refused, right, wrong }] of tally) {
    console.log(
      `${kind.padEnd(18)} ${refused} refused, ${right} read right, ${wrong.length} wrong`,
    );
    for (const what of wrong) console.log(`  ${what}`);
  }
}
