import { execFileSync } from "node:child_process";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import sharp from "sharp";
import { isLightCell, FRAMED_CELLS } from "@/core/photo/markCodes";
import { MARK_MM, MAT_SIZES, MATS, matMarks, RULER_MM, rulerStart } from "@/core/photo/mat";
import { matPdf } from "./mat";

const DOTS_PER_INCH = 254;
const PER_MM = DOTS_PER_INCH / 25.4;

let folder: string;
beforeAll(() => (folder = mkdtempSync(join(tmpdir(), "bell-step-mat-"))));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

// By Debian's own reader of PDFs: ten dots to the millimetre.
test.each(MAT_SIZES)(
  "the %s mat is printed at its true size, every cell where it should be",
  async (size) => {
    const file = join(folder, `${size}.pdf`);
    writeFileSync(file, await matPdf(size));
    execFileSync("pdftoppm", ["-r", String(DOTS_PER_INCH), "-png", "-singlefile", file, file]);
    const { data, info } = await sharp(`${file}.png`)
      .greyscale()
      .raw()
      .toBuffer({ resolveWithObject: true });
    const { widthMm, heightMm } = MATS[size];
    expect(Math.abs(info.width / PER_MM - widthMm)).toBeLessThan(0.2);
    expect(Math.abs(info.height / PER_MM - heightMm)).toBeLessThan(0.2);
    const isDark = (x: number, y: number) =>
      data[Math.round((heightMm - y) * PER_MM) * info.width + Math.round(x * PER_MM)]! < 128;
    const cell = MARK_MM / FRAMED_CELLS;
    for (const { id, at } of matMarks(size)) {
      for (let row = 0; row < FRAMED_CELLS; row += 1)
        for (let column = 0; column < FRAMED_CELLS; column += 1)
          expect([
            id,
            row,
            column,
            isDark(at.x + (column + 0.5) * cell, at.y - (row + 0.5) * cell),
          ]).toEqual([id, row, column, !isLightCell(id, row, column)]);
      // Its edges lie where they should, to a fifth of a millimetre.
      expect(isDark(at.x + 0.2, at.y - MARK_MM / 2)).toBe(true);
      expect(isDark(at.x - 0.2, at.y - MARK_MM / 2)).toBe(false);
      expect(isDark(at.x + MARK_MM - 0.2, at.y - MARK_MM / 2)).toBe(true);
      expect(isDark(at.x + MARK_MM + 0.2, at.y - MARK_MM / 2)).toBe(false);
    }
    const ruler = rulerStart(size);
    for (const mm of [0, RULER_MM]) expect(isDark(ruler.x + mm, ruler.y + 1)).toBe(true);
    expect(isDark(ruler.x + RULER_MM + 0.5, ruler.y + 1)).toBe(false);
    // The middle is plain.
    for (let x = 30; x < widthMm - 30; x += 7)
      for (let y = 30; y < heightMm - 30; y += 7) expect(isDark(x, y)).toBe(false);
  },
);
