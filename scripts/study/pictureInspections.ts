import { exerciseContentSchema, linesOf, measuringPlanOf } from "@/core/exercise/exercise";
import type { Characteristic } from "@/core/measure/characteristic";
import { judgeReading } from "@/core/measure/judge";
import { planPiece } from "@/core/piece/plan";
import type { Piece } from "@/core/piece/piece";
import { Refusal } from "@/core/problem/problem";
import { photograph } from "@/core/simulate/camera/photograph";
import { randomScene } from "@/core/simulate/camera/scene";
import { variedPiece } from "@/core/simulate/camera/varied";
import { seededRandom, type Random } from "@/core/stats/random";
import { STEP_GRADES, type Step } from "@/core/trade/steps";
import { judgePiece } from "@/core/verdict/judgePiece";
import { DEFAULT_MARKS_RULE } from "@/core/verdict/marks";
import type { Asked, CurrentReading } from "@/core/verdict/record";
import { SHELF_EXERCISES, WORKED_EXERCISES } from "@/data/demo/exercises";
import { measurePicture } from "@/vision/measure";
import { jpegOf, loadVision, readPicture } from "@/vision/node";
import type { Vision } from "@/vision/library";
import { uncertaintyOf } from "./enough";
import { KEY_S, keysOf, THINK_S } from "./keys";

const RULES = { grades: STEP_GRADES, marks: DEFAULT_MARKS_RULE };
const PHONE = { widthPx: 4000, heightPx: 3000 };
/** So many pictures are taken for an inspection at the most: some are refused. */
const MAX_TRIES = 2;
/** Pieces of so many exercises, in turn. */
const EXERCISES = 10;
/** Setting a caliper, a rule or a protractor to a place and reading it, s (common practice, no source). */
const AT_THE_PIECE_S = 6;
/** Laying a piece on the mat and holding the camera over it, s (common practice, no source). */
const ON_THE_MAT_S = 10;

/** Lines with one size, which both a picture and an instrument can read. */
const isSize = ({ readings, unit }: Characteristic) =>
  readings === "one" && (unit === "mm" || unit === "deg");

/** With fewer sizes there is little to inspect. */
const MIN_LINES = 3;

/** Of the exercises whose finished piece is one bar with room on a mat, some spread over the shelf. */
function inspected(): (Asked & { name: string })[] {
  const all = [...WORKED_EXERCISES, ...SHELF_EXERCISES].flatMap(({ content, step }) => {
    const { piece, planEdits, name } = exerciseContentSchema.parse(content);
    if ((piece.parts ?? []).length > 0) return [];
    const planned = planPiece(piece).characteristics;
    const all = linesOf(piece, planned, planEdits);
    // What is true of a made piece is known of the plan's own lines.
    const lines = measuringPlanOf(all, planEdits).filter(
      (line) => isSize(line) && planned.some(({ id }) => id === line.id),
    );
    const hasRoom = randomScene(piece, "a3", PHONE, seededRandom(1)) !== null;
    return lines.length < MIN_LINES || !hasRoom ? [] : [askedFor(name, piece, { lines, step })];
  });
  const every = Math.floor(all.length / EXERCISES);
  return all.filter((_, at) => at % every === 0).slice(0, EXERCISES);
}

const askedFor = (
  name: string,
  piece: Piece,
  { lines, step }: { lines: Characteristic[]; step: Step },
) => ({
  ...{ name, piece, step, characteristics: lines, tries: [], correctionsAllowed: [] },
  ...{ heatBudget: 9, minuteBudget: 60 },
});

interface Inspection {
  outcome: string | null;
  seconds: number;
}

/** A piece as the three ways have it; null where no mat has room for it, the picture was refused, or there is no size to read. */
async function inspect(cv: Vision, asked: Asked, random: Random) {
  const made = variedPiece(asked.piece, random);
  const truth = new Map(planPiece(made).characteristics.map((line) => [line.id, line.nominal]));
  const scene = randomScene(made, "a4", PHONE, random) ?? randomScene(made, "a3", PHONE, random);
  if (!scene) return null;
  const grade = STEP_GRADES[asked.step];
  const lines = asked.characteristics.filter(({ id }) => truth.has(id));
  if (lines.length === 0) return null;
  const byInstrument = lines.map((line): CurrentReading => {
    const values = [Number(truth.get(line.id)!.toFixed(line.instrument === "caliper" ? 1 : 0))];
    const instrumentUncertainty = uncertaintyOf(line, values, grade);
    return { characteristicId: line.id, values, instrumentUncertainty };
  });
  const file = await readPicture(await jpegOf(photograph(scene, random)));
  const started = performance.now();
  const measured = measuredOrRefused(cv, file, asked);
  if (!measured) return null;
  const lookedS = (performance.now() - started) / 1000;
  const byPicture = lines.flatMap((line): CurrentReading[] => {
    const read = measured.readings.find(({ id }) => id === line.id);
    if (!read) return [];
    const { values, uncertainty: instrumentUncertainty } = read;
    return [{ characteristicId: line.id, values, instrumentUncertainty }];
  });
  const sure = byPicture.filter(({ characteristicId, values, instrumentUncertainty }) => {
    const line = lines.find(({ id }) => id === characteristicId)!;
    return judgeReading(line, values, { instrumentUncertainty, grade }).state !== "too-close";
  });
  const left = byInstrument.filter(
    (reading) => !sure.some((one) => one.characteristicId === reading.characteristicId),
  );
  const pictureS = ON_THE_MAT_S + lookedS + byPicture.length * THINK_S + KEY_S;
  const instrumentS = (readings: readonly CurrentReading[]) =>
    readings.reduce((sum, { characteristicId }) => {
      const line = lines.find(({ id }) => id === characteristicId)!;
      return sum + AT_THE_PIECE_S + THINK_S + keysOf(line) * KEY_S;
    }, 0);
  return {
    lines: lines.length,
    read: byPicture.length,
    left: left.length,
    caliper: judged({ ...asked, characteristics: lines }, byInstrument, instrumentS(byInstrument)),
    picture: judged(
      { ...asked, characteristics: lines.filter(({ id }) => isOf(byPicture, id)) },
      byPicture,
      pictureS,
    ),
    both: judged(
      { ...asked, characteristics: lines },
      [...sure, ...left],
      pictureS + instrumentS(left),
    ),
  };
}

const isOf = (readings: readonly CurrentReading[], id: string) =>
  readings.some(({ characteristicId }) => characteristicId === id);

function measuredOrRefused(cv: Vision, file: Parameters<typeof measurePicture>[1], asked: Asked) {
  try {
    const { piece: bar, characteristics: lines } = asked;
    return measurePicture(cv, file, { bar, lines });
  } catch (fault) {
    if (fault instanceof Refusal) return null;
    throw fault;
  }
}

function judged(asked: Asked, readings: CurrentReading[], seconds: number): Inspection {
  const { outcome } = judgePiece(
    asked,
    { readings, defects: [], heats: 1, minutes: 1, tries: [], corrections: [] },
    RULES,
  );
  return { outcome, seconds };
}

/**
 * `npm run study -- inspections 20`: made-up pieces of ten exercises inspected by instruments alone, by a
 * picture alone, and by a picture and then instruments for what it left open; what each takes by the
 * keystroke-level model, and whether they come to the same verdict.
 */
export async function printInspections(count = "20"): Promise<void> {
  const cv = await loadVision();
  const exercises = inspected();
  const mean = (values: readonly number[]) =>
    values.reduce((sum, one) => sum + one, 0) / Math.max(1, values.length);
  const found: NonNullable<Awaited<ReturnType<typeof inspect>>>[] = [];
  for (let at = 0; found.length < Number(count) && at < MAX_TRIES * Number(count); at += 1) {
    const asked = exercises[at % exercises.length]!;
    const one = await inspect(cv, asked, seededRandom(9000 + at));
    if (!one) {
      console.log(`${asked.name}: the picture was refused, or laid so that no mat has room`);
      continue;
    }
    found.push(one);
    const { lines, read, left, caliper, picture, both } = one;
    console.log(
      `${asked.name}: ${read} of ${lines} read, ${left} left to instruments; ${caliper.outcome} in ${caliper.seconds.toFixed(0)} s by instruments, ${picture.outcome} in ${picture.seconds.toFixed(0)} by picture, ${both.outcome} in ${both.seconds.toFixed(0)} by both`,
    );
  }
  const same = found.filter(({ caliper, both }) => caliper.outcome === both.outcome).length;
  const seconds = (of: (one: (typeof found)[number]) => Inspection) =>
    mean(found.map((one) => of(one).seconds)).toFixed(1);
  console.log(
    `${found.length} pieces: ${same} with the same verdict; ${seconds(({ caliper }) => caliper)} s by instruments, ${seconds(({ picture }) => picture)} by picture, ${seconds(({ both }) => both)} by both`,
  );
}
