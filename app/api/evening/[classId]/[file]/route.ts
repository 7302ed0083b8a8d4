import { USUAL_SAW } from "@/core/evening/sawList";
import { exerciseRisks } from "@/core/exercise/exercise";
import { isStaff, type Actor } from "@/data/actor";
import { findEvening, type EveningData } from "@/data/queries/evening";
import { findRevision, type ExerciseSheet } from "@/data/queries/exercises";
import { findShop } from "@/data/queries/next";
import { refuse } from "@/core/problem/problem";
import { printMeasured } from "@/core/units/print";
import { calendarFile } from "@/print/calendar";
import { eveningPdf } from "@/print/evening";
import type { PrintedTag } from "@/print/tags";
import { eveningInWords } from "@/ui/words/classes";
import { dayInWords, timeInWords } from "@/ui/words/when";
import { plannedEvening } from "../../../../eveningPlan";
import { firesDrawn, sawRows, staysDrawn } from "../../../../eveningShown";
import { requestTime, recordsOf } from "../../../../server";
import { answeringFile } from "../../../answer";
import { fileName, fileResponse } from "../../../fileResponse";

type Make = (data: EveningData, actor: Actor) => Promise<Response>;

const FILES: Record<string, Make> = {
  "evening.pdf": async (data, actor) => {
    const name = `${fileName(`${data.of.day} ${data.of.cohort}`)}.pdf`;
    const body = await eveningPdf(await printed(data, actor));
    return fileResponse(body, { type: "application/pdf", name, shown: true });
  },
  "class.ics": ({ of: { id, cohort, beganAt, endsAt, movedFrom } }, { schoolName }) => {
    const classes = [{ id, cohort, beganAt, endsAt, movedFrom, isOff: false }];
    return Promise.resolve(
      fileResponse(calendarFile({ school: schoolName, classes }, new Date(requestTime())), {
        type: "text/calendar; charset=utf-8",
        name: "class.ics",
      }),
    );
  },
};

/** An evening on paper, or as a calendar takes it. */
export async function GET(
  _: Request,
  { params }: { params: Promise<{ classId: string; file: string }> },
): Promise<Response> {
  const { classId, file } = await params;
  return answeringFile(
    `evening ${file in FILES ? file : "nothing"}`,
    classId,
    async (actor, id) => {
      if (!isStaff(actor)) refuse({ code: "staff-only" });
      const make = Object.hasOwn(FILES, file) ? FILES[file] : undefined;
      return make ? make(await findEvening(recordsOf(actor), actor, id), actor) : null;
    },
  );
}

/** A board is hung for what so many make. */
const BOARD_FROM = 2;

async function printed(data: EveningData, actor: Actor): Promise<Parameters<typeof eveningPdf>[0]> {
  const database = recordsOf(actor);
  const { of, learners, demonstrations } = data;
  const { plan, saw } = await plannedEvening(actor, data, await findShop(database, actor));
  const { timeZone, schoolName, firstUnit: unit } = actor;
  const pieces = learners.flatMap((learner) => learner.pieces.map((piece) => ({ piece, learner })));
  const revisionIds = [...new Set(pieces.map(({ piece }) => piece.revisionId))];
  const sheets = new Map<string, ExerciseSheet>();
  for (const id of revisionIds) sheets.set(id, await findRevision(database, actor, id));
  const paper = unit === "in" ? ("letter" as const) : ("a4" as const);
  const printable = (revisionId: string) => ({
    ...{ exercise: sheets.get(revisionId)!, schoolName, unit, paper },
  });
  const fires = firesDrawn(data);
  const fireOf = (id: string | null) => fires.find((fire) => fire.id === id)?.name ?? "";
  const rows = sawRows(saw, data);
  const both = (mm: number) => printMeasured(mm, "mm", unit);
  return {
    ...{ schoolName, unit, paper, minutes: of.minutes, cleanUp: of.cleanUp },
    title: `${eveningInWords(of)}, ${dayInWords(of.day)}`,
    date: new Date(of.beganAt),
    clock: (minute) => timeInWords(of.beganAt + minute * 60_000, timeZone),
    fires: fires.map(({ name }) => name),
    stays: staysDrawn(plan, data).flatMap(({ weldFrom, fire, ...stay }) => {
      const at = { ...stay, fire: fireOf(fire), isWelding: false };
      if (weldFrom === null) return [at];
      return [
        { ...at, to: weldFrom },
        { ...at, from: weldFrom, isWelding: true },
      ];
    }),
    showings: plan.demonstrations.flatMap(({ id, from, fire }) => {
      const shown = demonstrations.find((one) => one.id === id);
      return shown ? [{ from, who: shown.shownByName, what: shown.name, fire: fireOf(fire) }] : [];
    }),
    kerfMm: USUAL_SAW.kerfMm,
    bars: rows.flatMap(({ stock, bars }) =>
      bars.map(({ lengthMm, cuts, offcutMm }) => ({
        ...{ stock, lengthMm, leftMm: offcutMm, cutsMm: cuts.map(({ mm }) => mm) },
        cuts: cuts.map(({ name, mm }) => `${name} ${both(mm)}`).join(", "),
      })),
    ),
    short: rows.flatMap(({ stock, short }) =>
      short.map(({ name, mm }) => `${stock}, ${both(mm)} for ${name}`),
    ),
    sheets: pieces.map(({ piece, learner }) => ({
      who: learner.name,
      printable: printable(piece.revisionId),
    })),
    boards: revisionIds
      .filter((id) => pieces.filter(({ piece }) => piece.revisionId === id).length >= BOARD_FROM)
      .map(printable),
    tags: pieces.map(({ piece, learner }): PrintedTag => ({
      code: learner.tagCode ?? "X",
      learner: learner.name,
      exercise: piece.name,
      isTraining: exerciseRisks(sheets.get(piece.revisionId)!.revision.content).includes(
        "load-shaped",
      ),
    })),
  };
}
