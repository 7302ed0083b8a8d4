import { isBetweenForms } from "@/core/bar/stretch";
import type { Characteristic } from "@/core/measure/characteristic";
import { judgeReading } from "@/core/measure/judge";
import { measuredUncertainty, measuredValue } from "@/core/measure/ways";
import { farthestOff } from "@/core/photo/reading/curves";
import { formOf } from "@/core/photo/form";
import { centreLine } from "@/core/piece/centreline";
import { centreAt, finishBar, type FlatPoint } from "@/core/piece/finish";
import { planPiece } from "@/core/piece/plan";
import { pieceSchema, type Piece } from "@/core/piece/piece";
import { Refusal } from "@/core/problem/problem";
import { photograph } from "@/core/simulate/camera/photograph";
import { randomScene } from "@/core/simulate/camera/scene";
import { variedPiece } from "@/core/simulate/camera/varied";
import { STEP_GRADES } from "@/core/trade/steps";
import { seededRandom } from "@/core/stats/random";
import { SHELF_EXERCISES, WORKED_EXERCISES } from "@/data/demo/exercises";
import { measurePicture } from "@/vision/measure";
import type { Vision } from "@/vision/library";
import { jpegOf, readPicture } from "@/vision/node";
import { inShares } from "./shares";

/** What pictures say of one measure, over all that were taken. */
interface PictureFigures {
  readings: number;
  /** Mean distance from what is true, in the line's unit. */
  meanOff: number;
  /** Share of readings that hold what is true within their uncertainty. */
  held: number;
  /** Mean expanded uncertainty. */
  sureTo: number;
}

/** What pictures of made-up pieces came to. */
interface PictureStudy {
  pictures: number;
  refused: Record<string, number>;
  measures: Record<string, PictureFigures>;
  held: number;
  /** Readings by what they decide beside a caliper that reads the same piece. */
  decisions: Decisions;
  medianSeconds: number;
}

/** How often a picture says what the caliper says, leaves it to the caliper, or says otherwise. */
interface Decisions {
  same: number;
  leftToCaliper: number;
  otherwise: number;
}

/** The demonstration's pieces of one bar, each with the grade it is judged at. */
export const picturedPieces = (): { piece: Piece; grade: number }[] =>
  [...WORKED_EXERCISES, ...SHELF_EXERCISES]
    .map(({ content, step }) => ({
      piece: pieceSchema.parse(content.piece),
      grade: STEP_GRADES[step],
    }))
    .filter(({ piece: { parts = [] } }) => parts.length === 0);

const TWELVE_MEGAPIXELS = { widthPx: 4000, heightPx: 3000 };

/** What one picture said: each reading beside what is true, or why there are none. */
export interface PictureTaken {
  readings: { measure: string; off: number; sureTo: number }[];
  decisions: (keyof Decisions)[];
  refused: string | null;
  seconds: number;
}

/** The pieces that are photographed, one after the other. */
const PIECES = picturedPieces();

/**
 * Photographs a piece of one demonstration exercise of one bar, made a little off its drawing, as
 * a phone would, and measures it. What is true of a made piece is what its own plan says (of a
 * scroll's form, how its middle line lies on the drawn one's); middles of tapers from one form to
 * another have no one truth, and are left out. Null for a piece that no mat has room for.
 */
export async function studyPicture(cv: Vision, at: number): Promise<PictureTaken | null> {
  const random = seededRandom(1000 + at);
  const { piece: drawn, grade } = PIECES[at % PIECES.length]!;
  const made = variedPiece(drawn, random);
  const scene =
    randomScene(made, "a4", TWELVE_MEGAPIXELS, random) ??
    randomScene(made, "a3", TWELVE_MEGAPIXELS, random);
  if (!scene) return null;
  const file = await jpegOf(photograph(scene, random));
  const taken: PictureTaken = { readings: [], decisions: [], refused: null, seconds: 0 };
  const started = performance.now();
  const lines = planPiece(drawn).characteristics;
  const truth = trueValues(made, drawn);
  try {
    const { readings } = measurePicture(cv, await readPicture(file), { bar: drawn, lines });
    taken.seconds = (performance.now() - started) / 1000;
    for (const { id, values, uncertainty } of readings) {
      const value = truth.get(id) ?? null;
      if (value === null) continue;
      const asked = lines.find((one) => one.id === id)!;
      const decision = decisionOf(asked, { truth: value, values, uncertainty, grade });
      if (decision) taken.decisions.push(decision);
      taken.readings.push({
        measure: asked.measure,
        off: Math.abs(measuredValue(asked.readings, values) - value),
        sureTo: measuredUncertainty(asked.readings, uncertainty),
      });
    }
  } catch (fault) {
    if (!(fault instanceof Refusal)) throw fault;
    taken.refused = fault.problem.code;
  }
  return taken;
}

/** What is true of each line of a made piece; null where there is no one truth. */
export function trueValues(made: Piece, drawn: Piece): Map<string, number | null> {
  return new Map(
    planPiece(made).characteristics.map((line) => {
      const { id, stretch, measure, nominal, feature } = line;
      if (isOnBetween(made, stretch)) return [id, null];
      if (measure === "form") return [id, formTruth(made, drawn, feature)];
      return [id, line.of === "overall" ? overallTruth(made, drawn, id) : nominal];
    }),
  );
}

/**
 * How far a made bar reaches along or across the run that is the drawing's longest straight one,
 * mm: its own plan lays it down on its own longest, which may be another.
 */
function overallTruth(made: Piece, drawn: Piece, id: string): number {
  const { plane, runs } = formOf(drawn);
  const lengthsMm = runs.map(({ fromMm, toMm, feature }) => (feature ? 0 : toMm - fromMm));
  const run = formOf(made).runs[lengthsMm.indexOf(Math.max(...lengthsMm))]!;
  const bar = finishBar(made.stretches, made.features ?? [], plane);
  const [a, b] = [0.25, 0.75].map((share) =>
    centreAt(bar, run.fromMm + (run.toMm - run.fromMm) * share),
  ) as [FlatPoint, FlatPoint];
  const size = Math.hypot(b.x - a.x, b.y - a.y);
  const [dx, dy] = [(b.x - a.x) / size, (b.y - a.y) / size];
  const along = bar.outline.map(({ x, y }) =>
    id.endsWith("overall-length") ? x * dx + y * dy : y * dx - x * dy,
  );
  return Math.max(...along) - Math.min(...along);
}

/** How far a made scroll's middle line lies off the drawn one's, mm: its own plan takes it for its template. */
function formTruth(made: Piece, drawn: Piece, id: string | undefined): number {
  const middle = ({ stretches, features = [] }: Piece) => {
    const scroll = features.find((one) => one.id === id) as { from: number; to: number };
    return centreLine(stretches, features)
      .filter(({ sMm }) => sMm >= scroll.from && sMm <= scroll.to)
      .map(({ at: [x, y] }) => ({ x, y }));
  };
  return farthestOff(middle(made), middle(drawn));
}

/** What pictures came to together. */
export function pictureFigures(taken: readonly PictureTaken[]): PictureStudy {
  const found = taken.flatMap(({ readings }) => readings);
  const decided = taken.flatMap(({ decisions }) => decisions);
  const seconds = taken.flatMap((one) => (one.refused ? [] : [one.seconds])).sort((a, b) => a - b);
  const refusals = taken.flatMap(({ refused }) => refused ?? []);
  const countOf = <Value>(all: readonly Value[], one: Value) =>
    all.filter((other) => other === one).length;
  return {
    pictures: taken.length,
    refused: Object.fromEntries(refusals.map((code) => [code, countOf(refusals, code)])),
    measures: Object.fromEntries(
      [...new Set(found.map(({ measure }) => measure))].map((measure) => [
        measure,
        figuresOf(found.filter((one) => one.measure === measure)),
      ]),
    ),
    held: figuresOf(found).held,
    decisions: {
      same: countOf(decided, "same"),
      leftToCaliper: countOf(decided, "leftToCaliper"),
      otherwise: countOf(decided, "otherwise"),
    },
    medianSeconds: seconds[Math.floor(seconds.length / 2)] ?? 0,
  };
}

/** What is sure about the shop's caliper, mm. */
const CALIPER_MM = 0.1;

/** Whether a picture decides of one size as the caliper does; null where the caliper can't decide it, or doesn't read it. */
function decisionOf(
  line: Characteristic,
  read: { truth: number; values: readonly number[]; uncertainty: number; grade: number },
): keyof Decisions | null {
  const { truth, values, uncertainty, grade } = read;
  if (line.readings !== "one") return null;
  const state = (of: readonly number[], instrumentUncertainty: number) =>
    judgeReading(line, of, { instrumentUncertainty, grade }).state;
  const caliper = state([truth], CALIPER_MM);
  if (caliper === "too-close") return null;
  const picture = state(values, uncertainty);
  if (picture === "too-close") return "leftToCaliper";
  return picture === caliper ? "same" : "otherwise";
}

const isOnBetween = ({ stretches }: Piece, id: string | null): boolean =>
  stretches.some((stretch) => stretch.id === id && isBetweenForms(stretch));

function figuresOf(found: readonly { off: number; sureTo: number }[]): PictureFigures {
  const mean = (values: readonly number[]) =>
    values.reduce((sum, one) => sum + one, 0) / Math.max(1, values.length);
  return {
    readings: found.length,
    meanOff: mean(found.map(({ off }) => off)),
    held: mean(found.map(({ off, sureTo }) => Number(off <= sureTo))),
    sureTo: mean(found.map(({ sureTo }) => sureTo)),
  };
}

/** `npm run study -- pictures 300`: what measuring from pictures comes to, printed. Ten seconds a picture. */
export async function printPictures(count = "60"): Promise<void> {
  const { pictures, refused, measures, held, decisions, medianSeconds } = pictureFigures(
    await inShares<PictureTaken>("pictures", Number(count)),
  );
  const percent = (share: number) => `${(100 * share).toFixed(1)} %`;
  console.log(
    `${pictures} pictures of twelve megapixels, ${medianSeconds.toFixed(1)} s each (median)`,
  );
  console.log(`refused: ${JSON.stringify(refused)}`);
  console.log(`held within what was stated: ${percent(held)}`);
  const { same, leftToCaliper, otherwise } = decisions;
  console.log(
    `where the caliper is sure: the same ${same}, left to the caliper ${leftToCaliper}, otherwise ${otherwise}`,
  );
  for (const [measure, { readings, meanOff, held: own, sureTo }] of Object.entries(measures))
    console.log(
      `${measure.padEnd(13)} ${String(readings).padStart(4)} read, off ${meanOff.toFixed(3)} on the average, ${percent(own)} held, sure to ${sureTo.toFixed(2)}`,
    );
}
