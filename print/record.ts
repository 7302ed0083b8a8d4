import { STEP_NAMES, STEPS, type Step } from "@/core/trade/steps";
import type { Outcome } from "@/core/verdict/outcomes";
import { measuredInWords, OUTCOME_WORDS } from "@/ui/words/verdict";
import { dateInWords } from "@/ui/words/when";
import { bytesOf, newDocument } from "./document";
import type { Paper } from "./paper";
import { Writer } from "./writer";

interface Recorded {
  learner: { name: string; cohort: string | null };
  standings: readonly { technique: string; step: Step | 0; pieces: number }[];
  evidence: readonly {
    technique: string;
    step: Step;
    earnedAt: string;
    pieces: readonly { tag: string }[];
  }[];
  pieces: readonly RecordedPiece[];
}

interface RecordedPiece {
  tag: string;
  exercise: string;
  kind: string;
  startedAt: string;
  outcome: Outcome;
  marks: number | null;
  meetsStep: Step | 0;
  signedBy: string;
  readings: readonly unknown[];
  /** Lines of its plan that were not measured. */
  unmeasured: number;
}

/** A learner's whole record: the steps and what proves them, then every piece. */
export async function recordPdf(
  record: Recorded,
  {
    schoolName,
    timeZone,
    paper,
    at,
  }: { schoolName: string; timeZone: string; paper: Paper; at: Date },
): Promise<Uint8Array<ArrayBuffer>> {
  const { learner, standings, evidence, pieces } = record;
  const title = `The record of ${learner.name}`;
  const pdf = newDocument({ title, author: schoolName, paper, date: at });
  const writer = new Writer(
    pdf,
    `${schoolName} · ${learner.name} · ${dateInWords(at.toISOString(), timeZone)}`,
  );
  writer.rule(3.5);
  writer.say(title, { face: "slab", size: "title" });
  writer.say(`${learner.cohort ?? ""} · ${pieces.length} signed pieces`, { colour: "#555E65" });
  writer.head("Where they stand");
  writer.table(
    [
      { share: 5, title: "Technique" },
      { share: 3, title: "Step" },
      { share: 2, title: "Since" },
      { share: 2, title: "Pieces", right: true },
    ],
    standings.map(({ technique, step, pieces: made }) => {
      const last = evidence.filter((one) => one.technique === technique).at(-1);
      return [
        technique,
        step === 0 ? "not yet" : `${step}, ${STEP_NAMES[step]}`,
        last ? dateInWords(last.earnedAt, timeZone) : "",
        String(made),
      ];
    }),
  );
  writer.head("What proves it");
  writer.table(
    [
      { share: 4, title: "Technique" },
      { share: 2, title: "Step" },
      { share: 6, title: "Pieces" },
    ],
    evidence.map(({ technique, step, pieces: proof }) => [
      technique,
      STEP_NAMES[step],
      proof.map(({ tag }) => tag).join(", "),
    ]),
  );
  writer.head("Every piece");
  writer.table(
    [
      { share: 2, title: "Piece" },
      { share: 5, title: "Exercise" },
      { share: 3, title: "Day" },
      { share: 3, title: "Verdict" },
      { share: 2, title: "Marks", right: true },
      { share: 2, title: "Meets" },
      { share: 4, title: "Signed by" },
    ],
    pieces.map((piece) => [
      piece.tag,
      `${piece.exercise}${piece.kind === "practice" ? ", practice" : ""}`,
      dateInWords(piece.startedAt, timeZone),
      OUTCOME_WORDS[piece.outcome],
      marksOf(piece),
      piece.meetsStep === 0 ? "" : STEP_NAMES[piece.meetsStep],
      piece.signedBy,
    ]),
  );
  return bytesOf(pdf);
}

/** Marks, and what they rest on where not all was measured. */
function marksOf({ marks, readings, unmeasured }: RecordedPiece): string {
  if (marks === null) return "";
  const measured = measuredInWords(readings.length, readings.length + unmeasured);
  return `${Math.round(marks)}${measured ? `, ${measured}` : ""}`;
}

/** One step as a certificate to hang up. */
export async function certificatePdf(
  award: {
    learnerName: string;
    schoolName: string;
    timeZone: string;
    technique: { name: string };
    step: Step;
    passes: string;
    earnedAt: string;
    pieces: readonly string[];
  },
  paper: Paper,
): Promise<Uint8Array<ArrayBuffer>> {
  const { learnerName, schoolName, timeZone, technique, step, passes, earnedAt, pieces } = award;
  const pdf = newDocument({
    title: `${technique.name}: ${STEP_NAMES[step]}`,
    author: schoolName,
    paper,
    across: true,
    date: new Date(earnedAt),
  });
  const writer = new Writer(pdf, `${schoolName} · ${dateInWords(earnedAt, timeZone)}`);
  writer.rule(6);
  writer.gap(24);
  writer.say(schoolName, { colour: "#555E65", size: "head" });
  writer.gap(26);
  writer.say(learnerName, { face: "slab", size: "title" });
  writer.gap(6);
  writer.say(`stands at “${STEP_NAMES[step]}” in ${technique.name.toLowerCase()}`, {
    face: "slab",
    size: "head",
  });
  writer.gap(4);
  writer.say(`Step ${step} of five: ${passes}.`);
  drawStair(pdf, writer.leave(250), step);
  writer.gap(14);
  writer.say(
    `Proved by ${pieces.join(", ")}, measured and signed; ${dateInWords(earnedAt, timeZone)}.`,
  );
  writer.say("The signed credential that goes with it proves this to anyone.", {
    size: "small",
    colour: "#555E65",
  });
  return bytesOf(pdf);
}

const TEMPER: readonly string[] = ["#EBD9A0", "#D3A24C", "#9A6A3C", "#6E4A73", "#2C5B86"];

/** The stair across the page, filled as high as the step. */
function drawStair(
  pdf: ReturnType<typeof newDocument>,
  { left, top, width }: { left: number; top: number; width: number },
  step: Step,
): void {
  const [tread, gap, rise, foot] = [width / 5, 8, 42, top + 240];
  for (const one of STEPS) {
    const from = left + (one - 1) * tread;
    const height = one * rise;
    if (one <= step) pdf.rect(from, foot - height, tread - gap, height).fill(TEMPER[step - 1]);
    pdf
      .moveTo(from, foot - height)
      .lineTo(from + tread - gap, foot - height)
      .lineWidth(2)
      .stroke(one <= step ? "#20262B" : "#B8B2A0");
  }
  pdf
    .moveTo(left, foot)
    .lineTo(left + width - gap, foot)
    .lineWidth(2)
    .stroke("#20262B");
}
