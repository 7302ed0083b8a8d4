import { readFileSync } from "node:fs";
import { parseArgs } from "node:util";
import { MAT_SIZES, type MatSize } from "@/core/photo/mat";
import { UNSEEN } from "@/core/photo/unseen";
import { pieceSchema } from "@/core/piece/piece";
import { planPiece } from "@/core/piece/plan";
import { Refusal, type Complaint } from "@/core/problem/problem";
import { complain } from "@/core/problem/complain";
import { withoutByteOrderMark } from "@/core/problem/strictJson";
import { measurePicture } from "@/vision/measure";
import { loadVision, readPicture } from "@/vision/node";
import * as z from "zod";

const USAGE =
  "Say a picture and its piece: npm run -s photo -- picture.jpg --piece piece.json [--mat a4].";

/** `npm run -s photo -- picture.jpg --piece piece.json [--mat a4]`: what a picture says of a piece, as JSON. */
async function answer(): Promise<unknown> {
  const { values, positionals } = parseArgs({
    allowPositionals: true,
    options: { piece: { type: "string" }, mat: { type: "string" } },
  });
  const [file] = positionals;
  if (!file || !values.piece) throw new Refused(USAGE);
  if (values.mat !== undefined && !(MAT_SIZES as string[]).includes(values.mat))
    throw new Refused(`There is no mat of that size. Accepted: ${MAT_SIZES.join(", ")}.`);
  const piece = pieceSchema.parse(parsed(values.piece));
  const { characteristics } = planPiece(piece);
  const cv = await loadVision();
  const begun = performance.now();
  const picture = await readPicture(bytesOf(file));
  const { mat, readings, notSeen, outlines, profile } = measurePicture(cv, picture, {
    bar: piece,
    lines: characteristics,
    mat: values.mat as MatSize | undefined,
  });
  const { tiltDeg, mmPerPixel, rmsMm } = mat;
  return {
    mat: { found: true, size: mat.size, tiltDeg, mmPerPixel, rmsMm },
    readings,
    notSeen: notSeen.map(({ id, why }) => ({ id, why: UNSEEN[why] })),
    outline: outlines[0]!.map(({ x, y }) => [x, y]),
    profile,
    seconds: (performance.now() - begun) / 1000,
  };
}

class Refused extends Error {}

/** What was wrong with what was asked; null for a bug. */
function complaintOf(fault: unknown): Complaint | { message: string } | null {
  if (fault instanceof Refused) return { message: fault.message };
  if (fault instanceof Refusal || fault instanceof z.ZodError) return complain(fault);
  const isOption = fault instanceof TypeError && "code" in fault;
  return isOption ? { message: `${fault.message}. ${USAGE}` } : null;
}

function bytesOf(file: string): Buffer {
  try {
    return readFileSync(file);
  } catch {
    throw new Refused(`${file} can't be read. ${USAGE}`);
  }
}

function parsed(file: string): unknown {
  const text = bytesOf(file).toString("utf8");
  try {
    return JSON.parse(withoutByteOrderMark(text));
  } catch {
    throw new Refused(`${file} isn't JSON: a piece of the format bell-step.piece/1 is accepted.`);
  }
}

try {
  process.stdout.write(`${JSON.stringify(await answer())}\n`);
} catch (fault) {
  const error = complaintOf(fault);
  if (!error) throw fault;
  process.stderr.write(`${JSON.stringify({ error })}\n`);
  process.exitCode = 2;
}
