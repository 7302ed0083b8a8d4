import { execFileSync } from "node:child_process";
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import DxfParser from "dxf-parser";
import { fullSizeDrawing, templateDrawing, tracedDrawing } from "@/core/drawing/pieceDrawings";
import { exerciseContentSchema, reckonExercise } from "@/core/exercise/exercise";
import { layBar } from "@/core/bar/bar";
import { finishBar } from "@/core/piece/finish";
import { boxOutline } from "@/core/testing/outlines";
import { SHELF_EXERCISES } from "@/data/demo/exercises";
import { boardPdf } from "./board";
import { runsOf } from "./document";
import { dxfOf } from "./dxf";
import { PAPERS } from "./paper";
import type { Printable } from "./printable";
import { certificatePdf, recordPdf } from "./record";
import { sheetPdf } from "./sheet";
import { svgOf } from "./svg";
import { spreadOver, templatePdf } from "./template";
import { unpackWoff } from "./woff";

const exercises = SHELF_EXERCISES.map(({ step, content: given }) => {
  const content = exerciseContentSchema.parse(given);
  const revision = {
    number: 1,
    publishedAt: "2026-09-08T17:00:00Z",
    content,
    reckoned: reckonExercise(content),
  };
  const passes = "five in a row";
  return { name: content.name, step, technique: { name: "Scroll" }, grade: 17, passes, revision };
});
const named = (name: string) => exercises.find((one) => one.name === name)!;
const bracket = named("Lantern bracket");
const printable = (exercise = bracket, more: Partial<Printable> = {}): Printable => ({
  exercise,
  schoolName: "A school",
  paper: "a4",
  unit: "mm",
  ...more,
});

const sidePdf = (given: Printable) =>
  templatePdf(given, { drawing: fullSizeDrawing(given.exercise.revision.content.piece, "side") });

let folder: string;
beforeAll(() => (folder = mkdtempSync(join(tmpdir(), "bell-step-print-"))));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** A page of a PDF as dots, by Debian's own reader of PDFs. */
function render(pdf: Uint8Array, page: number, dotsPerInch: number) {
  const [file, out] = [join(folder, "page.pdf"), join(folder, "page")];
  writeFileSync(file, pdf);
  const range = ["-f", String(page), "-l", String(page), "-singlefile"];
  execFileSync("pdftoppm", ["-r", String(dotsPerInch), "-gray", "-aa", "no", ...range, file, out]);
  const dots = readFileSync(`${out}.pgm`);
  const [header, width, height] = /^P5\s+(\d+)\s+(\d+)\s+255\s/.exec(
    dots.toString("latin1", 0, 40),
  )!;
  const from = header.length;
  return {
    width: Number(width),
    height: Number(height),
    isInk: (x: number, y: number) => dots[from + y * Number(width) + x]! < 128,
    mm: (count: number) => (count * 25.4) / dotsPerInch,
  };
}

const textOf = (pdf: Uint8Array): string => {
  const file = join(folder, "text.pdf");
  writeFileSync(file, pdf);
  return execFileSync("pdftotext", ["-layout", file, "-"], { encoding: "utf8" });
};

test.each(["a4", "letter"] as const)(
  "the ruler of a template on %s is true to 0.2 mm over 250 mm",
  async (paper) => {
    const pdf = await sidePdf(printable(bracket, { paper }));
    const page = render(pdf, 1, 600);
    const across = page.width > page.height;
    // Along the ruler's side of the sheet, the lines that stand 2 mm in from its edge.
    const lines: number[] = [];
    const ruler = across
      ? { length: page.width, isInk: (at: number) => page.isInk(at, rulerRow) }
      : { length: page.height, isInk: (at: number) => page.isInk(rulerRow, at) };
    const { widthMm } = PAPERS[paper];
    const inset = across ? widthMm - 12 - 8 - 3 - 1 : 12 + 1;
    const rulerRow = Math.round((inset / 25.4) * 600);
    for (let at = 1; at < ruler.length; at += 1)
      if (ruler.isInk(at) && !ruler.isInk(at - 1)) lines.push(at);
    // 251 lines, a millimetre apart.
    expect(lines).toHaveLength(251);
    expect(Math.abs(page.mm(lines.at(-1)! - lines[0]!) - 250)).toBeLessThan(0.2);
  },
);

test("a template is drawn at its true size: the outline's width, measured on the page", async () => {
  const { piece } = bracket.revision.content;
  const pdf = await sidePdf(printable());
  const page = render(pdf, 1, 150);
  const { outline } = finishBar(piece.stretches, piece.features ?? [], "side");
  const xs = outline.map(({ x }) => x);
  const wide = Math.max(...xs) - Math.min(...xs);
  const { rows, columns } = spreadOver(templateDrawing(piece, "side"), "a4");
  expect([rows, columns]).toEqual([1, 1]);
  let [first, last] = [page.width, 0];
  // Above the ruler and the foot there is nothing but the drawing.
  for (let y = 0; y < page.height * 0.8; y += 1)
    for (let x = 0; x < page.width; x += 1)
      if (page.isInk(x, y)) {
        if (x < first) first = x;
        if (x > last) last = x;
      }
  expect(Math.abs(page.mm(last - first) - wide)).toBeLessThan(0.5);
});

test("what is larger than the paper is tiled, and neighbouring sheets overlap by 10 mm", () => {
  const drawing = { marks: [], extents: { minX: 0, maxX: 600, minY: 0, maxY: 300 } };
  for (const paper of ["a4", "letter"] as const) {
    const { columns, rows, widthMm, heightMm } = spreadOver(drawing, paper);
    expect(columns * rows).toBeGreaterThan(1);
    expect(columns * (widthMm - 10) + 10).toBeGreaterThanOrEqual(604);
    expect(rows * (heightMm - 10) + 10).toBeGreaterThanOrEqual(304);
  }
});

test("a template of more than sixty sheets is refused, of fewer it is printed, and stays small", async () => {
  const ofLength = (lengthMm: number) => {
    const given = printable();
    const { content } = given.exercise.revision;
    const [first, ...rest] = content.piece.stretches;
    const stretches = [{ ...first!, length: lengthMm }, ...rest];
    const revision = {
      ...given.exercise.revision,
      content: { ...content, piece: { ...content.piece, stretches } },
    };
    return { ...given, exercise: { ...given.exercise, revision } };
  };
  const sheetsOf = (lengthMm: number) => {
    const { columns, rows } = spreadOver(
      templateDrawing(ofLength(lengthMm).exercise.revision.content.piece, "side"),
      "a4",
    );
    return columns * rows;
  };
  // By bisection, the longest that is still printed.
  let [fits, over] = [1000, 40_000];
  while (over - fits > 1) {
    const between = Math.floor((fits + over) / 2);
    if (sheetsOf(between) <= 60) fits = between;
    else over = between;
  }
  expect([sheetsOf(fits), sheetsOf(over)]).toEqual([60, 61]);
  await expect(sidePdf(ofLength(over))).rejects.toMatchObject({
    problem: { code: "template-too-large", sheets: 61, max: 60 },
  });
  const pdf = await sidePdf(ofLength(fits));
  expect(pdf.length).toBeLessThan(2_000_000);
});

test("a tiled template has registration crosses on every sheet that has a neighbour", async () => {
  const long = structuredClone(bracket);
  long.revision.content.piece.stretches[1]!.length = 700;
  const pdf = await sidePdf(printable(long));
  const { columns, rows } = spreadOver(templateDrawing(long.revision.content.piece, "side"), "a4");
  expect(columns * rows).toBeGreaterThan(1);
  expect(textOf(pdf)).toContain(`sheet 1.1 of ${rows} × ${columns}`);
});

test("a template that was traced is drawn at its true size, and says from what", async () => {
  const drawing = tracedDrawing(boxOutline(230, 24));
  const pdf = await templatePdf(printable(), { drawing, from: "traced from BS-0412" });
  expect(textOf(pdf)).toContain("full size, traced from BS-0412 ·");
  const page = render(pdf, 1, 300);
  let [first, last] = [page.width, 0];
  for (let y = 0; y < page.height * 0.8; y += 1)
    for (let x = 0; x < page.width; x += 1)
      if (page.isInk(x, y)) [first, last] = [Math.min(first, x), Math.max(last, x)];
  expect(Math.abs(page.mm(last - first) - 230)).toBeLessThan(0.5);
});

test("the sheet says what to cut, what to do, what to mind, and what isn't for lifting", async () => {
  const text = textOf(await sheetPdf(printable()));
  for (const said of [
    "Lantern bracket",
    "step 3 “True”: five in a row",
    "415 mm · 16 11/32 in",
    "Twist",
    "Steps of work",
    "Eye protection always",
    "Measured",
  ])
    expect(text).toContain(said);
  const ring = exercises.find(({ revision }) => /ring/i.test(revision.content.name))!;
  expect(textOf(await sheetPdf(printable(ring)))).toContain("not for lifting");
});

test("every exercise of the demonstration prints, on either paper and in either unit", async () => {
  for (const [index, exercise] of exercises.entries()) {
    const asked = printable(exercise, index % 2 ? { paper: "letter", unit: "in" } : {});
    for (const { length } of [await sheetPdf(asked), await boardPdf(asked)])
      expect([exercise.name, length > 5000]).toEqual([exercise.name, true]);
  }
});

test("a long name stands over what the board says below it", async () => {
  const long = structuredClone(bracket);
  long.name =
    "Lantern bracket with so many words in its name that it takes two lines of it all".slice(0, 80);
  const file = join(folder, "long.pdf");
  writeFileSync(file, await boardPdf(printable(long)));
  const boxes = execFileSync("pdftotext", ["-l", "1", "-bbox", file, "-"], { encoding: "utf8" });
  const word = (text: string, end: "yMin" | "yMax") =>
    [...boxes.matchAll(new RegExp(`<word [^>]*${end}="([\\d.]+)"[^>]*>${text}<`, "g"))].map(
      (found) => Number(found[1]),
    );
  expect(Math.max(...word("all", "yMax"))).toBeLessThanOrEqual(word("Cut", "yMin")[0]! + 2);
});

/** Runs of ink along a row of a rendered page, between two columns. */
function inkAlong(page: ReturnType<typeof render>, y: number, fromX: number, toX: number) {
  const runs: { from: number; to: number }[] = [];
  for (let x = fromX; x < toX; x += 1) {
    if (!page.isInk(x, y)) continue;
    const last = runs.at(-1);
    if (last?.to === x - 1) last.to = x;
    else runs.push({ from: x, to: x });
  }
  return runs;
}

test("the board's pictures, measured on the rendered page: every mark in its place, every bar to the one scale", async () => {
  const { stages } = bracket.revision.reckoned.work;
  const cut = stages[0]!;
  const marksMm = cut.sizes.find(({ name }) => name === "Marks from A")!.value as number[];
  const placesMm = [0, ...marksMm, cut.bar.lengthMm];
  const page = render(await boardPdf(printable()), 1, 600);
  const half = Math.floor(page.width / 2);
  const isTick = ({ from, to }: { from: number; to: number }) => to - from >= 6 && to - from <= 13;
  // A row that crosses nothing but the panel's two borders and the ticks over the bar.
  let ticks: number[] = [];
  let tickRow = 0;
  for (let y = 0; y < page.height && ticks.length === 0; y += 1) {
    const inner = inkAlong(page, y, 0, half).slice(1, -1);
    if (inner.length !== placesMm.length || !inner.every(isTick)) continue;
    ticks = inner.map(({ from, to }) => (from + to) / 2);
    tickRow = y;
  }
  expect(ticks).toHaveLength(placesMm.length);
  const paperMm = ticks.map((at) => page.mm(at - ticks[0]!));
  const scale = paperMm.at(-1)! / cut.bar.lengthMm;
  for (const [index, mm] of placesMm.entries())
    expect(Math.abs(paperMm[index]! - mm * scale)).toBeLessThan(0.2);

  // The panel beside it: the taper, 210 long, in an ink line 1.6 pt wide.
  const taper = stages[1]!;
  const lengthMm = taper.sizes.find(({ name }) => name === "Length")!.value as number;
  let [first, last] = [page.width, 0];
  for (let y = tickRow - 60; y < tickRow + 120; y += 1) {
    const inner = inkAlong(page, y, half, page.width).slice(1, -1);
    if (inner.length === 0) continue;
    first = Math.min(first, inner[0]!.from);
    last = Math.max(last, inner.at(-1)!.to);
  }
  const lineMm = (1.6 * 25.4) / 72;
  expect(Math.abs(page.mm(last - first + 1) - lineMm - lengthMm * scale)).toBeLessThan(0.2);
});

test("the same revision prints the same file", async () => {
  const [once, again] = [await sheetPdf(printable()), await sheetPdf(printable())];
  expect(Buffer.from(once).equals(Buffer.from(again))).toBe(true);
});

test("letters beyond the western part of the fonts get the wider one; signs get words", () => {
  expect(runsOf("Łódź ≤ 3", "plain").map(({ font, text }) => [font, text])).toEqual([
    ["plain-ext", "Ł"],
    ["plain", "ód"],
    ["plain-ext", "ź"],
    ["plain", " up to 3"],
  ]);
});

test("a font unpacked is a plain one, its tables in place", () => {
  const woff = readFileSync("node_modules/@fontsource/bitter/files/bitter-latin-600-normal.woff");
  const font = unpackWoff(woff);
  // The total size a WOFF file declares of the font inside it: W3C WOFF 1.0, section 3.
  expect(font.length).toBe(woff.readUInt32BE(16));
  expect(font.readUInt32BE(0)).toBe(woff.readUInt32BE(4));
});

interface Polyline {
  type: string;
  layer: string;
  shape?: boolean;
  vertices: { x: number; y: number }[];
}

test("a DXF file, read by an independent reader, has the outline and the centre line at their lengths", () => {
  const { piece } = bracket.revision.content;
  const dxf = new DxfParser().parseSync(dxfOf(templateDrawing(piece, "side"), "mm"))!;
  const lines = dxf.entities.filter(({ type }) => type === "LWPOLYLINE") as unknown as Polyline[];
  const lengthOf = ({ vertices }: Polyline) =>
    vertices
      .slice(1)
      .reduce(
        (sum, { x, y }, index) => sum + Math.hypot(x - vertices[index]!.x, y - vertices[index]!.y),
        0,
      );
  const [centre] = lines.filter(({ layer }) => layer === "CENTRE");
  expect(Math.abs(lengthOf(centre!) - layBar(piece.stretches).lengthMm)).toBeLessThan(0.5);
  const [outline] = lines.filter(({ layer }) => layer === "OUTLINE");
  expect(outline!.vertices).toHaveLength(
    finishBar(piece.stretches, piece.features ?? [], "side").outline.length,
  );
  // 4: millimetres, by the format's own table of units.
  expect(dxf.header.$INSUNITS).toBe(4);
});

test("slots go into DXF and SVG as closed openings of their size, read back independently", () => {
  const { piece } = named("Capstan-bar keeper").revision.content;
  const drawing = templateDrawing(piece, "plan");
  const dxf = new DxfParser().parseSync(dxfOf(drawing, "mm"))!;
  const openings = dxf.entities.filter(
    ({ type, layer }) => type === "LWPOLYLINE" && layer === "HOLES",
  ) as unknown as (Polyline & { shape: boolean })[];
  const sizesOf = (points: readonly { x: number; y: number }[]) => {
    const [xs, ys] = [points.map(({ x }) => x), points.map(({ y }) => y)];
    return [Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys)];
  };
  const expected = [
    [expect.closeTo(30, 6), expect.closeTo(9, 6)],
    [expect.closeTo(20, 6), expect.closeTo(9, 6)],
  ];
  expect(openings.map(({ vertices }) => sizesOf(vertices))).toEqual(expected);
  expect(openings.every(({ shape }) => shape)).toBe(true);
  const paths = [...svgOf(drawing, "Keeper", "mm").matchAll(/class="hole" d="M([^Z]*)Z"/g)];
  const points = paths.map(([, d]) =>
    d!.split("L").map((pair) => {
      const [x, y] = pair.split(" ").map(Number) as [number, number];
      return { x, y };
    }),
  );
  // An SVG file is rounded to a tenth of a micrometre.
  expect(points.map(sizesOf)).toEqual([
    [expect.closeTo(30, 3), expect.closeTo(9, 3)],
    [expect.closeTo(20, 3), expect.closeTo(9, 3)],
  ]);
});

test("an SVG file says its size in millimetres and hides nothing in names", () => {
  const drawing = templateDrawing(bracket.revision.content.piece, "side");
  const svg = svgOf(drawing, "<script>&", "mm");
  const { minX, maxX } = drawing.extents;
  const width = Number(/width="([\d.]+)mm"/.exec(svg)![1]);
  expect(width).toBeCloseTo(maxX - minX + 16, 3);
  expect(svg).toContain("<title>&lt;script&gt;&amp;</title>");
  expect(svg).not.toContain("NaN");
});

describe("what a learner takes away", () => {
  const earnedAt = "2026-11-17T18:00:00Z";
  const tags = Array.from({ length: 10 }, (_, index) => `K1-${index + 1}`);

  test("a certificate says who stands where, what proves it, and draws the stair as high", async () => {
    const given = {
      learnerName: "Maren Tholsgaard",
      schoolName: "A school",
      timeZone: "UTC",
      technique: { name: "Square taper" },
      passes: "seven in a row",
      earnedAt,
      pieces: tags,
    };
    const pdf = await certificatePdf({ ...given, step: 4 }, "a4");
    const text = textOf(pdf);
    expect(text).toContain("Maren Tholsgaard");
    expect(text).toContain("stands at “Alike” in square taper");
    expect(text).toContain("Step 4 of five: seven in a row.");
    expect(text).toContain("Proved by K1-1, K1-2");
    expect(text).not.toContain("page 2");
    const inked = async (step: 2 | 4) => {
      const { width, height, isInk } = render(
        await certificatePdf({ ...given, step }, "a4"),
        1,
        30,
      );
      let dots = 0;
      for (let y = 0; y < height; y += 1)
        for (let x = 0; x < width; x += 1) if (isInk(x, y)) dots += 1;
      return dots;
    };
    expect(await inked(4)).toBeGreaterThan(1.5 * (await inked(2)));
  });

  test("a record holds every step and every piece, over as many pages as it takes", async () => {
    const pieces = Array.from({ length: 120 }, (_, index) => ({
      tag: `K1-${index + 1}`,
      exercise: "Net-mender's fid",
      kind: index === 3 ? "practice" : "assessed",
      startedAt: earnedAt,
      outcome: "keep" as const,
      marks: 91.4,
      meetsStep: 3 as const,
      signedBy: "Oda Fenwright",
      readings: [1, 2],
      unmeasured: index === 0 ? 3 : 0,
    }));
    const pdf = await recordPdf(
      {
        learner: { name: "Maren Tholsgaard", cohort: "Tuesday evening" },
        standings: [{ technique: "Square taper", step: 3, pieces: 120 }],
        evidence: [
          {
            technique: "Square taper",
            step: 3,
            earnedAt,
            pieces: tags.slice(0, 3).map((tag) => ({ tag })),
          },
        ],
        pieces,
      },
      { schoolName: "A school", timeZone: "UTC", paper: "letter", at: new Date(earnedAt) },
    );
    const text = textOf(pdf);
    expect(text).toMatch(/Square taper\s+3, True\s+17 Nov 2026\s+120/);
    for (const { tag } of pieces) expect(text).toMatch(new RegExp(`${tag}\\s+Net-mender's fid`));
    expect(text).toContain("Net-mender's fid, practice");
    expect(text).toMatch(/91,\s+2 of 5/);
    expect(text).toContain("page 2");
  });
});
