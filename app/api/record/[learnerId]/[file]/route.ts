import { noteEvent } from "@/data/audit";
import { findRecord, type LearnerRecord } from "@/data/queries/record";
import type { Actor } from "@/data/actor";
import { recordPdf } from "@/print/record";
import { answeringFile } from "../../../answer";
import { csvResponse } from "../../../csv";
import { fileName, fileResponse } from "../../../fileResponse";
import { requestTime, recordsOf } from "../../../../server";

/** Named in the file, so that whoever reads one knows what it is. */
const FORMAT = "bell-step.record/1";

type Make = (record: LearnerRecord, actor: Actor, name: string) => Response | Promise<Response>;

const FILES: Record<string, Make> = {
  "record.pdf": async (record, { schoolName, timeZone, firstUnit }, name) =>
    fileResponse(
      await recordPdf(record, {
        schoolName,
        timeZone,
        // Who reads in inches usually prints on the paper that goes with them.
        paper: firstUnit === "in" ? "letter" : "a4",
        at: new Date(requestTime()),
      }),
      { type: "application/pdf", name, shown: true },
    ),
  "record.json": (record, { schoolName }, name) =>
    fileResponse(JSON.stringify({ format: FORMAT, school: schoolName, ...record }, null, 2), {
      type: "application/json; charset=utf-8",
      name,
    }),
  "pieces.csv": ({ pieces }, _, name) =>
    csvResponse(
      pieces.flatMap(({ readings, ...piece }) =>
        readings.map((reading) => ({ ...piece, ...reading })),
      ),
      name,
    ),
};

/** A learner's record in open formats: their own, or any of the school's for staff. */
export async function GET(
  _: Request,
  { params }: { params: Promise<{ learnerId: string; file: string }> },
): Promise<Response> {
  const { learnerId, file } = await params;
  return answeringFile(
    `record ${file in FILES ? file : "nothing"}`,
    learnerId,
    async (actor, id) => {
      const make = Object.hasOwn(FILES, file) ? FILES[file] : undefined;
      if (!make) return null;
      const database = recordsOf(actor);
      const record = await findRecord(database, actor, id);
      await noteEvent(database, actor, {
        action: "take-out-record",
        subject: { kind: "person", id },
      });
      return make(record, actor, `${fileName(record.learner.name)}-${file}`);
    },
  );
}
