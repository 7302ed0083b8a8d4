import {
  finishedDrawing,
  forgedDrawing,
  fullerElevation,
  markedDrawing,
} from "@/core/drawing/pieceDrawings";
import { limitsAtGrade } from "@/core/measure/characteristic";
import { namesInTextOf } from "@/core/piece/plan";
import { nameOf } from "@/core/bar/named";
import { MAIN_PART, type Piece } from "@/core/piece/piece";
import type { Stage } from "@/core/workpiece/stages";
import { printSection } from "@/core/section/spoken";
import { DEFERENCE } from "@/core/trade/cautions";
import { STEP_NAMES } from "@/core/trade/steps";
import { printBothUnits } from "@/core/units/print";
import { bytesOf, newDocument, type Pdf } from "./document";
import type { Printable } from "./printable";
import { settingsInWords } from "@/ui/words/settings";
import { budgetInWords, stageFactsInWords } from "@/ui/words/stage";
import { limitsInWords } from "@/ui/words/sizes";
import { stagePictures } from "./stagePictures";
import { Writer } from "./writer";

/** The exercise sheet: everything a learner needs to make the piece and check it. */
export async function sheetPdf(printable: Printable): Promise<Uint8Array<ArrayBuffer>> {
  const { exercise, schoolName } = printable;
  const { name, revision } = exercise;
  const pdf = newDocument({
    ...printable,
    title: name,
    author: schoolName,
    date: new Date(revision.publishedAt),
  });
  drawSheet(pdf, printable);
  return bytesOf(pdf);
}

/** Draws a sheet on pages of its own; whose it is stands at their foot, where that is said. */
export function drawSheet(pdf: Pdf, printable: Printable, whose?: string): void {
  const { exercise, unit, schoolName } = printable;
  const { name, technique, step, passes, grade, revision } = exercise;
  const { content, reckoned } = revision;
  const { piece } = content;
  const { plan } = reckoned;
  const both = (mm: number) => printBothUnits(mm, unit);
  const foot = [schoolName, ...(whose ? [whose] : []), `${name}, revision ${revision.number}`];
  const writer = new Writer(pdf, foot.join(" · "));
  writer.rule(3.5);
  writer.say(name, { face: "slab", size: "title" });
  writer.say(`${technique.name}, step ${step} “${STEP_NAMES[step]}”: ${passes}`);
  writer.say(budgetInWords(content.heatBudget, content.minuteBudget), { colour: "#555E65" });

  writer.head(`Cut ${both(plan.stockLengthMm)} of ${printSection(piece.stock.section, unit)}`);
  writer.say(
    `${plan.massKg.toFixed(2)} kg, scale ${Number(((piece.allowances?.scale ?? 0) * 100).toFixed(1))} %` +
      (piece.allowances?.endTrim ? `, trim ${both(piece.allowances.endTrim)} at end B` : ""),
  );
  for (const { message } of plan.warnings) writer.say(`Mind: ${message}`, { face: "strong" });
  writer.drawing(markedDrawing(piece, plan), unit, 190);
  if (reckoned.work.marks.length > 0)
    writer.table(
      [
        { share: 6, title: "Mark" },
        { share: 3, title: "From end A", right: true },
        { share: 3, title: "From end B", right: true },
      ],
      reckoned.work.marks.map(({ what, fromAMm, fromBMm, part }) => [
        part === MAIN_PART ? what : `${partName(piece, part)}: ${what}`,
        both(fromAMm),
        both(fromBMm),
      ]),
    );
  if (plan.parts.length > 0 || plan.fasteners.length > 0)
    writer.table(
      [
        { share: 4, title: "Further parts" },
        { share: 3, title: "From" },
        { share: 3, title: "Cut", right: true },
      ],
      [
        ...plan.parts.map((part, index) => [
          part.count > 1 ? `${part.name}, ${part.count} alike` : part.name,
          part.cutFrom === null
            ? printSection(piece.parts![index]!.stock.section, unit)
            : `one bar with ${namesInTextOf(piece)(part.cutFrom)}`,
          both(part.stockLengthMm),
        ]),
        ...plan.fasteners.map(({ name, diameterMm, lengthMm }) => [
          name,
          printSection({ shape: "round", size: diameterMm }, unit),
          both(lengthMm),
        ]),
      ],
    );
  writer.drawing(forgedDrawing(piece, "side"), unit, 130, "As forged");
  writer.drawing(finishedDrawing(piece, fullerElevation(piece)), unit, 220, "As finished");

  writer.head("Steps of work", STEPS_BELOW_PT);
  const { stages, heats, minutes } = reckoned.work;
  const pictures = stagePictures(stages, { width: STAGE_PICTURE_PT, height: 70 });
  writer.say(
    `About ${budgetInWords(heats, minutes)} for a practised hand. Pictures to one scale, ${pictures.said}, end A left: what the stage changes in ink, what it was dashed.`,
    { size: "small", colour: "#555E65" },
  );
  stages.forEach((stage, index) =>
    writer.stage({
      number: index + 1,
      picture: pictures.drawings[index]!,
      scale: pictures.scale,
      pictureWidth: STAGE_PICTURE_PT,
      unit,
      words: wordsOfStage(stage),
      facts: [
        ...stageFactsInWords(stage, unit),
        ...(stage.tongs ? [`tongs for ${printSection(stage.tongs, unit)}`] : []),
      ],
    }),
  );
  writer.say(`Have ready: ${reckoned.tools.join("; ")}.`);
  writer.head("How it is worked");
  writer.list(settingsInWords(content.settings).map((pair) => pair.join(": ")));

  writer.head("Check it yourself: by eye first, then measure");
  writer.table(
    [
      { share: 5, title: "Measure" },
      { share: 3, title: `Limits, ${unit}`, right: true },
      { share: 2, title: "By eye" },
      { share: 2, title: "Measured" },
    ],
    reckoned.characteristics.map((characteristic, index) => {
      const { nominal, unit: measured } = characteristic;
      const limits = limitsAtGrade(characteristic, grade);
      return [
        `${index + 1}  ${characteristic.name}`,
        limitsInWords({ nominal, ...limits, unit: measured }, unit),
        "",
        "",
      ];
    }),
    true,
  );
  if (content.tries.length > 0) {
    writer.head("Then try it");
    writer.list(content.tries);
  }
  writer.framed("Mind", reckoned.cautions, DEFERENCE);
}

/** Room for the picture of a stage, pt. */
const STAGE_PICTURE_PT = 168;
/** Room the first stage takes under its heading, pt. */
const STEPS_BELOW_PT = 130;

const partName = (piece: Piece, id: string): string =>
  nameOf(piece.parts!.find((part) => part.id === id)!);

/** What to do, what goes against the usual order, and the check before going on. */
const wordsOfStage = ({ title, text, check, against }: Stage): string[] => [
  [`${title}.`, text].filter(Boolean).join(" "),
  ...against,
  ...(check ? [`Before going on: ${check}`] : []),
];
