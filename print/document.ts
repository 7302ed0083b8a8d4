import { readFileSync } from "node:fs";
import { join } from "node:path";
import PDFDocument from "pdfkit";
import { PAPERS, pt, type Paper } from "./paper";
import { unpackWoff } from "./woff";

export type Pdf = InstanceType<typeof PDFDocument>;

/** The faces of the look, each in its western and its wider European part. */
const FACES = {
  plain: "archivo/files/archivo-latin-400-normal.woff",
  "plain-ext": "archivo/files/archivo-latin-ext-400-normal.woff",
  strong: "archivo/files/archivo-latin-700-normal.woff",
  "strong-ext": "archivo/files/archivo-latin-ext-700-normal.woff",
  slab: "bitter/files/bitter-latin-600-normal.woff",
  "slab-ext": "bitter/files/bitter-latin-ext-600-normal.woff",
} as const;
export type Face = "plain" | "strong" | "slab";

const kept = new Map<string, Buffer>();

function faceFile(path: string): Buffer {
  const known = kept.get(path);
  if (known) return known;
  const read = unpackWoff(readFileSync(join(process.cwd(), "node_modules/@fontsource", path)));
  kept.set(path, read);
  return read;
}

export interface DocumentSettings {
  title: string;
  author: string;
  /** A paper, or a size of its own. */
  paper: Paper | { widthMm: number; heightMm: number };
  /** Across rather than upright. */
  across?: boolean;
  /** When what is printed was published, so that the same revision prints the same file. */
  date: Date;
}

/** A PDF document with the shipped fonts and no page yet. */
export function newDocument({ title, author, paper, across = false, date }: DocumentSettings): Pdf {
  const { widthMm, heightMm } = typeof paper === "string" ? PAPERS[paper] : paper;
  const size: [number, number] = across ? [pt(heightMm), pt(widthMm)] : [pt(widthMm), pt(heightMm)];
  const document = new PDFDocument({
    size,
    margin: 0,
    autoFirstPage: false,
    lang: "en",
    displayTitle: true,
    info: { Title: title, Author: author, CreationDate: date },
  });
  for (const [face, path] of Object.entries(FACES)) document.registerFont(face, faceFile(path));
  return document;
}

/** Ends a document; its bytes. */
export async function bytesOf(document: Pdf): Promise<Uint8Array<ArrayBuffer>> {
  const chunks: Buffer[] = [];
  const done = new Promise<void>((resolve, reject) => {
    document.on("data", (chunk: Buffer) => chunks.push(chunk));
    document.on("end", resolve);
    document.on("error", reject);
  });
  document.end();
  await done;
  return new Uint8Array(Buffer.concat(chunks));
}

/** Letters of the wider European part of the fonts; what is in neither is written as a box. */
const WIDER = /[\u0100-\u02ba\u02bd-\u02c5\u02c7-\u02cc\u02ce-\u02d7\u1e00-\u1eff]/u;
/** Signs the shipped fonts don't have, in words or in ones they have. */
const IN_OTHER_SIGNS: readonly [RegExp, string][] = [
  [/≤\s?/g, "up to "],
  [/≥\s?/g, "at least "],
];

/** A text in runs of one font each. */
export function runsOf(text: string, face: Face): { font: string; text: string }[] {
  const said = IN_OTHER_SIGNS.reduce((now, [sign, words]) => now.replace(sign, words), text);
  const runs: { font: string; text: string }[] = [];
  for (const letter of said) {
    const font = WIDER.test(letter) ? `${face}-ext` : face;
    const last = runs.at(-1);
    if (last?.font === font) last.text += letter;
    else runs.push({ font, text: letter });
  }
  return runs;
}
