import { cutDrawing, type CutBarDrawn } from "@/core/drawing/cutDrawing";
import { eveningDrawing } from "@/core/drawing/eveningDrawing";
import { DEFERENCE } from "@/core/trade/cautions";
import type { LengthUnit } from "@/core/units/length";
import { printMeasured } from "@/core/units/print";
import { drawBoard } from "./board";
import { bytesOf, newDocument } from "./document";
import type { Paper } from "./paper";
import type { Printable } from "./printable";
import { drawSheet } from "./sheet";
import { drawTags, type PrintedTag } from "./tags";
import { Writer } from "./writer";

/** Time at a fire, minutes from the evening's start. */
export interface PrintedStay {
  fire: string;
  from: number;
  to: number;
  isWelding: boolean;
  who: string;
  what: string;
}

/** Everything that is printed for an evening. */
export interface PrintedEvening {
  title: string;
  schoolName: string;
  paper: Paper;
  unit: LengthUnit;
  date: Date;
  minutes: number;
  cleanUp: number;
  fires: readonly string[];
  stays: readonly PrintedStay[];
  /** Said of the clock: "18:30". */
  clock: (minute: number) => string;
  showings: readonly { from: number; who: string; what: string; fire: string | null }[];
  bars: readonly (CutBarDrawn & { stock: string; cuts: string })[];
  kerfMm: number;
  short: readonly string[];
  sheets: readonly { who: string; printable: Printable }[];
  boards: readonly Printable[];
  tags: readonly PrintedTag[];
}

/** An evening in one document: the plan for the wall, the saw list, everybody's sheets, boards and tags. */
export async function eveningPdf(evening: PrintedEvening): Promise<Uint8Array<ArrayBuffer>> {
  const { title, schoolName, paper, date, sheets, boards, tags } = evening;
  const pdf = newDocument({ title, author: schoolName, paper, date });
  const writer = new Writer(pdf, `${schoolName} · ${title}`);
  writer.rule(3.5);
  writer.say(title, { face: "slab", size: "title" });
  plan(writer, evening);
  saw(writer, evening);
  writer.say(DEFERENCE, { size: "small", colour: "#555E65" });
  for (const { who, printable } of sheets) drawSheet(pdf, printable, who);
  for (const board of boards) drawBoard(pdf, board);
  drawTags(pdf, tags, paper);
  return bytesOf(pdf);
}

function plan(writer: Writer, evening: PrintedEvening): void {
  const { stays, showings, fires, clock, minutes, cleanUp, unit } = evening;
  const span = (from: number, to: number) => `${clock(from)} to ${clock(to)}`;
  writer.head("Who is at which fire");
  const drawn = stays.map(({ who, isWelding, ...stay }) => ({
    ...stay,
    work: who.split(" ")[0]!,
    ...(isWelding ? { welding: true as const } : {}),
  }));
  writer.drawing(eveningDrawing({ long: minutes, cleanUp, fires }, drawn), unit, 230);
  const rows = [
    ...stays
      .filter(({ isWelding }) => !isWelding)
      .map(({ from, to, who, what, fire }) => ({ from, row: [span(from, to), fire, who, what] })),
    ...stays
      .filter(({ isWelding }) => isWelding)
      .map(({ from, to, who, what, fire }) => ({
        from,
        row: [span(from, to), fire, who, `${what}: weld`],
      })),
    ...showings.map(({ from, who, what, fire }) => ({
      from,
      row: [clock(from), fire ?? "", who, `shows ${what}`],
    })),
  ].sort((a, b) => a.from - b.from);
  writer.table(
    [
      { share: 3, title: "When" },
      { share: 1, title: "Fire" },
      { share: 4, title: "Who" },
      { share: 5, title: "What" },
    ],
    rows.map(({ row }) => row),
  );
  writer.say(`Tools down at ${clock(minutes - cleanUp)}.`, { face: "strong" });
}

function saw(writer: Writer, { bars, kerfMm, short, unit }: PrintedEvening): void {
  if (bars.length === 0 && short.length === 0) return;
  const both = (mm: number) => printMeasured(mm, "mm", unit);
  writer.head(`To saw, ${both(kerfMm)} lost at each cut`);
  const over = (mm: number) => (mm > 0 ? `; ${both(mm)} over` : "");
  const longestMm = Math.max(1, ...bars.map(({ lengthMm }) => lengthMm));
  for (const bar of bars) {
    writer.room(60);
    writer.say(`${bar.stock}, ${both(bar.lengthMm)}: ${bar.cuts}${over(bar.leftMm)}`);
    writer.drawing(cutDrawing([bar], { kerfMm, longestMm }), unit, 40);
  }
  for (const one of short) writer.say(`Short: ${one}`, { face: "strong" });
}
