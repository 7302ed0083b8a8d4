import { refuse } from "../problem/problem";
import { parseSectionUnsafe } from "../section/spoken";
import type { Section } from "../section/section";
import type { LengthUnit } from "../units/length";
import { typedLengthMm } from "../units/typed";

const NUMBER = String.raw`(?:(?:\d+[ -])?\d+ ?/ ?\d+|\d+(?:[.,]\d+)?|[.,]\d+)`;
const UNIT = String.raw`(?:[ -]?(?:mm|cm|inch(?:es)?|in|ft)\b| ?["'])?`;
const LENGTH = `${NUMBER}${UNIT}(?: [+-] ${NUMBER}${UNIT})*`;
const SHAPES = String.raw`(?:square|sq|round|rd|octagon|oct|hexagon|hex|half-round|flat|tube)\b`;
/** Between what is said, and words that say nothing here. */
const BETWEEN = /^(?:[\s,;.]+|(?:and|with|the|is|of|over)(?=[\s,;]|$))+/;

/** A pattern at the beginning of what is left. */
const atStart = (source: string) => new RegExp(`^${source}`);
const WORD_END = String.raw`(?![\w])`;

const A_NUMBER = atStart(`-?${NUMBER}`);
const A_LENGTH = atStart(LENGTH);
const A_PLACE = atStart(`(?:${LENGTH})(?: from (?:end )?[ab]${WORD_END})?`);
const A_SECTION = atStart(
  `(?:${LENGTH} ?(?:by|x|×) ?${LENGTH}(?: (?:flat|tube)\\b)?|${LENGTH} ${SHAPES})`,
);

/** What is left to read of a phrase, taken from its beginning piece by piece. */
export class Scan {
  constructor(
    private text: string,
    private readonly unit: LengthUnit,
  ) {
    this.skip();
  }

  get rest(): string {
    return this.text;
  }

  get done(): boolean {
    return this.text === "";
  }

  private skip() {
    this.text = this.text.replace(BETWEEN, "").trimEnd();
  }

  private take(pattern: RegExp): string | null {
    const found = pattern.exec(this.text)?.[0];
    if (found === undefined || found === "") return null;
    this.text = this.text.slice(found.length);
    this.skip();
    return found;
  }

  /** Takes one of the words given, whole; null where none stands here. */
  word(...words: readonly string[]): string | null {
    for (const one of words) {
      const taken = this.take(atStart(`${escaped(one)}${WORD_END}`));
      if (taken !== null) return taken;
    }
    return null;
  }

  /** Takes what follows only if all of it can be read; otherwise nothing is taken. */
  attempt<Value>(read: () => Value | null): Value | null {
    const before = this.text;
    const value = read();
    if (value === null) this.text = before;
    return value;
  }

  /** Whether a number or a length stands here, and behind it one of the words. */
  isAmountBefore(words: readonly string[]): boolean {
    const amount = (A_LENGTH.exec(this.text) ?? A_NUMBER.exec(this.text))?.[0];
    if (amount === undefined) return false;
    const behind = this.text.slice(amount.length).replace(BETWEEN, "");
    return words.some((word) => atStart(`${escaped(word)}${WORD_END}`).test(behind));
  }

  /** A bare number: turns, degrees, a count. */
  number(): number | null {
    const taken = this.take(A_NUMBER);
    if (taken === null) return null;
    const minus = taken.startsWith("-");
    const size = typedLengthMm(`${minus ? taken.slice(1) : taken} mm`, "mm");
    return minus ? -size : size;
  }

  /** A length or a sum of lengths, mm; a bare number is in the person's own unit. */
  length(): number | null {
    const taken = this.take(A_LENGTH);
    return taken === null ? null : typedLengthMm(taken, this.unit);
  }

  /** A place along a bar, from either end, mm from end A. */
  place(barMm: number): number | null {
    const taken = this.take(A_PLACE);
    return taken === null ? null : typedLengthMm(taken, this.unit, barMm);
  }

  /** A section said with its shape, or with two sizes. */
  section(): Section | null {
    const taken = this.take(A_SECTION);
    return taken === null ? null : parseSectionUnsafe(taken, this.unit);
  }

  /** Refuses what is left, saying what could stand there. */
  refuse(accepted: readonly string[]): never {
    return refuse({ code: "phrase-unread", text: this.text, accepted: [...accepted] });
  }
}

const escaped = (word: string): string => word.replace(/[.*+?^${}()|[\]\\]/g, "\\$&");
