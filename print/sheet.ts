import {
  finishedDrawing,
  forgedDrawing,
  fullerElevation,
  markedDrawing,
} from "@/core/drawing/pieceDrawings";
import { limitsAtGrade } from "@/core/measure/characteristic";
import { nameOf } from "@/core/bar/named";
import { printSection } from "@/core/section/spoken";
import { DEFERENCE } from "@/core/trade/cautions";
import { STEP_NAMES, STEP_PASSES } from "@/core/trade/steps";
import { printBothUnits } from "@/core/units/print";
import { bytesOf, newDocument } from "./document";
import type { Printable } from "./printable";
import { settingsInWords } from "@/ui/words/settings";
import { budgetInWords, stageFactsInWords } from "@/ui/words/stage";
import { limitsInWords } from "@/ui/words/verdict";
import { Writer } from "./writer";

/** The exercise sheet: everything a learner needs to make the piece and check it. */
export async function sheetPdf(printable: Printable): Promise<Uint8Array<ArrayBuffer>> {
  const { exercise, unit, schoolName } = printable;
  const { name, technique, step, grade, revision } = exercise;
  const { content, reckoned } = revision;
  const { piece } = content;
  const { plan } = reckoned;
  const both = (mm: number) => printBothUnits(mm, unit);
  const pdf = newDocument({
    ...printable,
    title: name,
    author: schoolName,
    date: new Date(revision.publishedAt),
  });
  const writer = new Writer(pdf, `${schoolName} · ${name}, revision ${revision.number}`);
  writer.rule(3.5);
  writer.say(name, { face: "slab", size: "title" });
  writer.say(`${technique.name}, step ${step} “${STEP_NAMES[step]}”: ${STEP_PASSES[step]}`);
  writer.say(budgetInWords(content.heatBudget, content.minuteBudget), { colour: "#555E65" });

  writer.head(`Cut ${both(plan.stockLengthMm)} of ${printSection(piece.stock.section, unit)}`);
  writer.say(
    `${plan.massKg.toFixed(2)} kg, scale ${Number(((piece.allowances?.scale ?? 0) * 100).toFixed(1))} %` +
      (piece.allowances?.endTrim ? `, trim ${both(piece.allowances.endTrim)} at end B` : ""),
  );
  for (const { message } of plan.warnings) writer.say(`Mind: ${message}`, { face: "strong" });
  writer.drawing(markedDrawing(piece, plan), unit, 190);
  if (plan.marks.length > 0)
    writer.table(
      [
        { share: 5, title: "Mark between" },
        { share: 3, title: "From end A", right: true },
        { share: 3, title: "From end B", right: true },
      ],
      plan.marks.map(({ at, fromAMm, fromBMm }) => [
        at
          .split("/")
          .map((id) => nameOf(piece.stretches.find((one) => one.id === id)!).toLowerCase())
          .join(" and "),
        both(fromAMm),
        both(fromBMm),
      ]),
    );
  if (plan.parts.length > 0)
    writer.table(
      [
        { share: 4, title: "Further parts" },
        { share: 3, title: "From" },
        { share: 3, title: "Cut", right: true },
        { share: 4, title: "Marks from end A" },
      ],
      plan.parts.map((part, index) => [
        part.count > 1 ? `${part.name}, ${part.count} alike` : part.name,
        printSection(piece.parts![index]!.stock.section, unit),
        both(part.stockLengthMm),
        part.marks.map(({ fromAMm }) => both(fromAMm)).join("; ") || "none",
      ]),
    );
  writer.head("As forged");
  writer.drawing(forgedDrawing(piece, "side"), unit, 130);
  writer.head("As finished");
  writer.drawing(finishedDrawing(piece, fullerElevation(piece)), unit, 220);

  writer.head("Steps of work");
  writer.table(
    [
      { share: 0.6, title: "" },
      { share: 7, title: "What to do, and the check before going on" },
      { share: 4.4, title: "Sizes, heat and time in the air" },
    ],
    reckoned.work.stages.map((stage, index) => [
      String(index + 1),
      [`${stage.title}. ${stage.text}`, stage.check ? `Before going on: ${stage.check}` : ""]
        .filter(Boolean)
        .join("\n"),
      stageFactsInWords(stage, unit).join("\n"),
    ]),
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
  return bytesOf(pdf);
}
