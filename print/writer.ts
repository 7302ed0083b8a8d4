import type { Drawing } from "@/core/drawing/drawing";
import type { LengthUnit } from "@/core/units/length";
import { runsOf, type Face, type Pdf } from "./document";
import { dimensionRoom, drawOn, fittingScale } from "./drawings";
import { MARGIN_MM, pt } from "./paper";
import { pictureHeight } from "./stagePictures";

const SIZES = { small: 8, text: 9.5, head: 13, title: 20 } as const;

interface Said {
  face?: Face;
  size?: keyof typeof SIZES;
  colour?: string;
}

export interface Column {
  /** Share of the width. */
  share: number;
  title: string;
  right?: boolean;
}

/** What stands in the row of a stage. */
interface StageRow {
  number: number;
  picture: Drawing;
  /** Points for a millimetre. */
  scale: number;
  /** Room for the picture, pt. */
  pictureWidth: number;
  unit: LengthUnit;
  words: readonly string[];
  facts: readonly string[];
}

const INK = "#20262B";
const QUIET = "#555E65";

/** Room a heading takes, with what is above it. */
const HEADING_PT = 30;

/** Writes down the pages: what doesn't fit any more goes to a new one. */
export class Writer {
  private y = 0;

  constructor(
    private readonly pdf: Pdf,
    /** Said at the foot of every page, with its number. */
    private readonly foot: string,
  ) {
    this.newPage();
  }

  private get left(): number {
    return pt(MARGIN_MM);
  }
  private get width(): number {
    return this.pdf.page.width - 2 * pt(MARGIN_MM);
  }
  private get floor(): number {
    return this.pdf.page.height - pt(MARGIN_MM) - 14;
  }
  private pages = 0;

  private newPage(): void {
    this.pdf.addPage();
    this.pages += 1;
    this.y = pt(MARGIN_MM);
    this.put(`${this.foot} · page ${this.pages}`, this.left, this.floor + 6, {
      width: this.width,
      said: { size: "small", colour: QUIET },
    });
  }

  /** Goes to a new page unless so much is left of this one, pt. */
  room(height: number): void {
    if (this.y + height > this.floor) this.newPage();
  }

  /** Leaves so much room for something of one's own, pt; where it lies. */
  leave(height: number): { left: number; top: number; width: number } {
    this.room(height);
    const top = this.y;
    this.y += height;
    return { left: this.left, top, width: this.width };
  }

  gap(height: number): void {
    this.y += height;
  }

  private heightOf(text: string, width: number, { face = "plain", size = "text" }: Said): number {
    return this.pdf.font(face, SIZES[size]).heightOfString(text === "" ? " " : text, { width });
  }

  private put(
    text: string,
    x: number,
    y: number,
    { width, said, right = false }: { width: number; said: Said; right?: boolean },
  ): void {
    const { face = "plain", size = "text", colour = INK } = said;
    const runs = runsOf(text, face);
    runs.forEach((run, index) => {
      this.pdf.font(run.font, SIZES[size]).fillColor(colour);
      const options = {
        width,
        align: right ? "right" : "left",
        continued: index < runs.length - 1,
      } as const;
      if (index === 0) this.pdf.text(run.text, x, y, options);
      else this.pdf.text(run.text, options);
    });
  }

  /** A paragraph. */
  say(text: string, said: Said = {}): void {
    const height = this.heightOf(text, this.width, said);
    this.room(height);
    this.put(text, this.left, this.y, { width: this.width, said });
    this.y += height + 2;
  }

  /**
   * A heading, never alone at the foot of a page.
   *
   * @param below room that what comes first under it takes, pt
   */
  head(text: string, below = 30): void {
    this.room(HEADING_PT + below);
    this.gap(9);
    this.say(text, { face: "slab", size: "head" });
  }

  rule(width = 1): void {
    this.pdf
      .moveTo(this.left, this.y)
      .lineTo(this.left + this.width, this.y)
      .lineWidth(width)
      .stroke(INK);
    this.y += 5;
  }

  list(lines: readonly string[]): void {
    for (const line of lines) {
      const width = this.width - 10;
      const height = this.heightOf(line, width, {});
      this.room(height);
      this.pdf.circle(this.left + 3, this.y + 5, 1.2).fill(INK);
      this.put(line, this.left + 10, this.y, { width, said: {} });
      this.y += height + 1.5;
    }
  }

  /** Rows under a heavy line, each kept whole on its page; the headings come again on every page. */
  table(columns: readonly Column[], rows: readonly (readonly string[])[], empty = false): void {
    const all = columns.reduce((sum, { share }) => sum + share, 0);
    const widths = columns.map(({ share }) => (share / all) * this.width);
    const lefts = widths.map((_, index) =>
      widths.slice(0, index).reduce((sum, one) => sum + one, this.left),
    );
    const line = (cells: readonly string[], said: Said) => {
      cells.forEach((cell, index) =>
        this.put(cell, lefts[index]! + 3, this.y, {
          width: widths[index]! - 6,
          said,
          right: columns[index]!.right ?? false,
        }),
      );
    };
    const heading = () => {
      this.rule(1.4);
      line(
        columns.map(({ title }) => title),
        { size: "small", colour: QUIET },
      );
      this.y += 13;
    };
    this.room(45);
    heading();
    for (const cells of rows) {
      const heights = cells.map((cell, index) => this.heightOf(cell, widths[index]! - 6, {}));
      const height = Math.max(empty ? 14 : 0, ...heights) + 5;
      if (this.y + height > this.floor) {
        this.newPage();
        heading();
      }
      line(cells, {});
      this.y += height;
      this.pdf
        .moveTo(this.left, this.y - 2.5)
        .lineTo(this.left + this.width, this.y - 2.5)
        .lineWidth(0.4)
        .stroke("#B8B2A0");
    }
    this.gap(3);
  }

  /** A drawing as large as the width and a height allow, under its heading where it has one. */
  drawing(drawing: Drawing, unit: LengthUnit, tallest: number, heading?: string): void {
    const beside = dimensionRoom(drawing);
    const scale = fittingScale(drawing, this.width - beside.right - 12, tallest - beside.bottom);
    const { minX, maxX, minY, maxY } = drawing.extents;
    const height = (maxY - minY) * scale;
    this.room(height + beside.bottom + 12 + (heading ? HEADING_PT : 0));
    if (heading) this.head(heading);
    const spare = this.width - beside.right - (maxX - minX) * scale;
    drawOn(
      this.pdf,
      drawing,
      { left: this.left + Math.max(4, spare / 2), top: this.y + 6, scale },
      { unit },
    );
    this.y += height + beside.bottom + 14;
  }

  /** A stage of the work, kept together: its number, picture, words and numbers side by side. */
  stage({ number, picture, scale, pictureWidth, unit, words, facts }: StageRow): void {
    const gap = 9;
    const numberWidth = 16;
    const factsWidth = 148;
    const wordsWidth = this.width - numberWidth - pictureWidth - factsWidth - 2 * gap;
    const tall = (lines: readonly string[], width: number, said: Said) =>
      lines.reduce((sum, line) => sum + this.heightOf(line, width, said) + 2, 0);
    const height =
      Math.max(
        pictureHeight(picture, scale) + 6,
        tall(words, wordsWidth, {}),
        tall(facts, factsWidth, { size: "small" }),
      ) + 7;
    this.room(height);
    const put = (lines: readonly string[], x: number, width: number, said: Said) => {
      let y = this.y;
      for (const line of lines) {
        this.put(line, x, y, { width, said });
        y += this.heightOf(line, width, said) + 2;
      }
    };
    this.put(String(number), this.left, this.y, { width: numberWidth, said: { face: "strong" } });
    drawOn(this.pdf, picture, { left: this.left + numberWidth, top: this.y + 3, scale }, { unit });
    this.pdf.undash();
    const wordsLeft = this.left + numberWidth + pictureWidth + gap;
    put(words, wordsLeft, wordsWidth, {});
    put(facts, wordsLeft + wordsWidth + gap, factsWidth, { size: "small" });
    this.y += height;
    this.pdf
      .moveTo(this.left, this.y - 3)
      .lineTo(this.left + this.width, this.y - 3)
      .lineWidth(0.4)
      .stroke("#B8B2A0");
  }

  /** Something in a heavy frame, kept together. */
  framed(title: string, lines: readonly string[], last: string): void {
    const inner = this.width - 20;
    const height = [...lines, last].reduce(
      (sum, line) => sum + this.heightOf(line, inner - 10, {}) + 2,
      30,
    );
    this.room(height + 10);
    this.gap(6);
    this.pdf.rect(this.left, this.y, this.width, height).lineWidth(1.4).stroke(INK);
    let y = this.y + 7;
    this.put(title, this.left + 10, y, { width: inner, said: { face: "slab", size: "head" } });
    y += 18;
    for (const line of lines) {
      this.pdf.circle(this.left + 13, y + 5, 1.2).fill(INK);
      this.put(line, this.left + 20, y, { width: inner - 10, said: {} });
      y += this.heightOf(line, inner - 10, {}) + 2;
    }
    this.put(last, this.left + 10, y, { width: inner, said: { face: "strong" } });
    this.y += height + 4;
  }
}
